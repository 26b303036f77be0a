import type { DoorPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { call } from '../../app/api.js'
import { outsideTime } from '../../app/outside.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say, type WordKey } from '../../words/say.js'

type Waiting = DoorPage['waiting'][number]

/** Who stands at the door and waits for the teacher's nod. */
export function AtTheDoor({ page }: { readonly page: DoorPage }) {
  if (!page.waiting.length) return null
  return (
    <section className="mb-6 border-s-4 border-ochre bg-ochre-pale px-4 py-3" aria-live="polite">
      <h2 className="text-lg">{say('board_waiting')}</h2>
      <ul className="mt-1 flex flex-col gap-2">
        {page.waiting.map(one => (
          <Nod key={one.id} one={one} />
        ))}
      </ul>
    </section>
  )
}

function Nod({ one }: { readonly one: Waiting }) {
  const { classId } = useIds()
  const client = useQueryClient()
  const answer = useMutation({
    mutationFn: (said: 'yes' | 'no') =>
      call(routes.answerJoinRequest, { classId, joinRequestId: one.id }, { answer: said, placeId: null }),
    onSettled: () => client.invalidateQueries({ queryKey: reads.door(classId).queryKey }),
  })
  return (
    <li>
      {answer.error && <Problem words={problemWords(answer.error, outsideTime())} />}
      <div className="flex flex-wrap items-center gap-2">
        <span className="min-w-0 flex-1 font-semibold">
          {one.name}
          <span className="ms-2 text-sm font-normal text-soft">
            {say(`board_waiting_${one.kind}` as WordKey)}
          </span>
        </span>
        <Button
          variant="primary"
          aria-label={say('board_let_in', { name: one.name })}
          disabled={answer.isPending}
          onClick={() => answer.mutate('yes')}
        >
          {say('board_nod')}
        </Button>
        <Button
          aria-label={say('board_turn_away', { name: one.name })}
          disabled={answer.isPending}
          onClick={() => answer.mutate('no')}
        >
          {say('board_no')}
        </Button>
      </div>
    </li>
  )
}

import { type AnswersPage, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { call } from '../../../app/api.js'
import { useCommand } from '../../../app/command.js'
import type { Prepared } from '../../../app/prepared.js'
import { reads } from '../../../app/queries.js'
import { useIds, useTie } from '../../../app/session.js'
import { Button, buttonClasses } from '../../../parts/Button.js'
import { Problem } from '../../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../../parts/Sheet.js'
import { showToast } from '../../../parts/toast.js'
import { listWords } from '../../../words/numbers.js'
import { say } from '../../../words/say.js'
import { AnswerList } from './AnswerList.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.answers(params.classId, params.workId))

/** All answers to an open question, for its teachers: who said what, who has not yet. */
export function Screen() {
  const { classId, workId } = useIds()
  const { data } = useSuspenseQuery(reads.answers(classId, workId))
  const archived = useTie()?.archived ?? false
  return (
    <Sheet title={data.work.title}>
      <Head
        title={data.work.title}
        sub={data.className}
        aside={
          <Link to={`/c/${classId}/work/${workId}/marking`} className={buttonClasses()}>
            {say('answers_mark')}
          </Link>
        }
      />
      {!archived && <ByKey page={data} />}
      <AnswerList page={data} writes={!archived} />
      {data.notYet.length > 0 && (
        <Row margin={say('answers_not_yet')} className="pt-4">
          <p className="text-soft">{listWords(data.notYet)}</p>
        </Row>
      )}
    </Sheet>
  )
}

/** Where the question has a key: what is right, and all that wait handed back with their marks by one press. */
function ByKey({ page }: { readonly page: AnswersPage }) {
  const { classId, workId } = useIds()
  const handBack = useCommand({
    do: () => call(routes.handBackByKey, { classId, workId }),
    again: [reads.answers(classId, workId).queryKey, reads.marking(classId, workId).queryKey],
    done: ({ handedBack }) => showToast(say('answers_handed_back', { count: handedBack })),
  })
  const right = page.question.key?.right ?? []
  if (!right.length || page.work.points === null) return null
  return (
    <Row className="pb-3">
      <div className="flex max-w-prose flex-col items-start gap-2">
        <p>
          {say('answers_key', { choices: listWords(right) })}{' '}
          {page.question.several && say('answers_key_several')}
        </p>
        {page.toMark > 0 && (
          <Button variant="primary" onClick={() => handBack.go()} disabled={handBack.busy}>
            {say('answers_hand_back', { count: page.toMark })}
          </Button>
        )}
        {handBack.words && <Problem words={handBack.words} />}
      </div>
    </Row>
  )
}

import { type Notice, routes } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

/** Where a notice asks for something: one press, for oneself or for each child. */
export function Tap({ classId, notice }: { readonly classId: ClassId; readonly notice: Notice }) {
  return notice.own.map(own => (
    <OneTap key={own.placeId} classId={classId} notice={notice} own={own} several={notice.own.length > 1} />
  ))
}

type Props = {
  readonly classId: ClassId
  readonly notice: Notice
  readonly own: Notice['own'][number]
  readonly several: boolean
}

function OneTap({ classId, notice, own, several }: Props) {
  const tap = useCommand({
    do: (choice: string) =>
      call(routes.tapNotice, { classId, conversationId: notice.id, placeId: own.placeId }, { choice }),
    again: [reads.talk(classId).queryKey],
  })
  const choices = notice.asks === 'choice' ? notice.choices : ['']
  const label = several ? say('talk_tap_ask_for', { name: own.name }) : say('talk_tap_ask')
  return (
    <fieldset className="my-2 border-s-4 border-ochre ps-3">
      <legend className="float-left mb-1 w-full text-sm font-semibold">{label}</legend>
      <div className="clear-both flex flex-wrap gap-2">
        {choices.map(choice => (
          <Button
            key={choice}
            variant={own.choice === choice ? 'primary' : 'secondary'}
            aria-pressed={own.choice === choice}
            disabled={tap.busy}
            onClick={() => tap.go(choice)}
          >
            {choice || say('talk_tap_read')}
          </Button>
        ))}
      </div>
      {notice.asks === 'read' && own.choice !== null && (
        <p className="mt-1 text-sm text-soft">{say('talk_tap_read_done')}</p>
      )}
      {tap.words && <Problem words={tap.words} />}
    </fieldset>
  )
}

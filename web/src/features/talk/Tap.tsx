import { type Notice, routes } from '@oppen/contract'
import type { CircleId, ClassId, SpaceId } from '@oppen/core/ids'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { say } from '../../words/say.js'

/** Where a notice asks for something: one press, for oneself or for each child. */
export function Tap({ spaceId, notice }: { readonly spaceId: SpaceId; readonly notice: Notice }) {
  return notice.own.map(own => (
    <OneTap key={own.placeId} spaceId={spaceId} notice={notice} own={own} several={notice.own.length > 1} />
  ))
}

type Props = {
  readonly spaceId: SpaceId
  readonly notice: Notice
  readonly own: Notice['own'][number]
  readonly several: boolean
}

function OneTap({ spaceId, notice, own, several }: Props) {
  const tap = useCommand({
    do: (choice: string) => {
      const { placeId } = own
      const conversationId = notice.id
      // in a circle there are no places
      return placeId
        ? call(routes.tapNotice, { classId: spaceId as ClassId, conversationId, placeId }, { choice })
        : call(routes.tapAsMember, { circleId: spaceId as CircleId, conversationId }, { choice })
    },
    again: [reads.talk(spaceId).queryKey],
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

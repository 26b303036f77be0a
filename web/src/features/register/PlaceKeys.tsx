import type { PupilKey, RegisterPlace } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { showCode } from '@oppen/core/joining'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { PlacePart } from './PlacePart.js'

type Props = { readonly place: RegisterPlace; readonly families: boolean }

/** The home key and the family key of a pupil: when they were last used, and ended one by one. */
export function PlaceKeys({ place, families }: Props) {
  return (
    <PlacePart title={say('place_keys')}>
      {place.keys
        .filter(key => families || key.kind === 'home')
        .map(key => (
          <Key key={key.id} one={key} place={place} />
        ))}
    </PlacePart>
  )
}

function Key({ one, place }: { readonly one: PupilKey; readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const time = useNow()
  const kind = say(`place_key_${one.kind}`)
  const replace = useCommand({
    do: () => call(routes.replaceKey, { classId, placeId: place.id, keyId: one.id }),
    again: [reads.register(classId).queryKey],
    done: () => showToast(say('place_key_replaced', { kind: kind.toLowerCase(), name: place.name })),
  })
  return (
    <div>
      <p>
        {kind}
        <span className="ms-2 text-sm text-soft">
          {one.usedAt === null
            ? say('place_key_unused')
            : say('place_key_used', { at: when(one.usedAt, time) })}
        </span>
      </p>
      <p data-key={one.kind} className="font-semibold tabular-nums">
        {showCode(one.key)}
      </p>
      {replace.words && <Problem words={replace.words} />}
      <Button
        variant="quiet"
        className="!min-h-0 !px-0 !py-0 text-sm"
        aria-label={`${kind}: ${say('place_key_replace')}`}
        onClick={() => replace.go()}
        disabled={replace.busy}
      >
        {say('place_key_replace')}
      </Button>
    </div>
  )
}

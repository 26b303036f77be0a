import type { RegisterPlace } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { useState } from 'react'
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

/** The account that holds a place: a one-time secret, or the place freed. */
export function PlaceAccount({ place }: { readonly place: RegisterPlace }) {
  const { classId } = useIds()
  const time = useNow()
  const [given, setGiven] = useState<{ userName: string; secret: string }>()
  const params = { classId, placeId: place.id }
  const again = [reads.register(classId).queryKey]
  const give = useCommand({ do: () => call(routes.giveSecret, params), again, done: setGiven })
  const free = useCommand({
    do: () => call(routes.freePlace, params),
    again,
    done: () => showToast(say('register_freed', { name: place.name })),
  })
  const words = give.words ?? free.words
  if (place.claimedAt === null) {
    return <PlacePart title={say('place_account')}>{say('place_free')}</PlacePart>
  }
  return (
    <PlacePart title={say('place_account')}>
      <p>
        {say('register_claimed', { userName: place.userName ?? '' })}
        {place.seenAt !== null && (
          <span className="text-soft"> · {say('register_seen', { at: when(place.seenAt, time) })}</span>
        )}
      </p>
      {words && <Problem words={words} />}
      {given && (
        <div role="status" className="border-s-4 border-ochre bg-ochre-pale px-4 py-2">
          <p>{say('place_secret_done', { userName: given.userName })}</p>
          <p data-secret className="font-head text-2xl font-semibold tracking-wide text-blue">
            {given.secret}
          </p>
          <p className="text-sm text-soft">{say('place_secret_hint')}</p>
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => give.go()} disabled={give.busy}>
          {say('place_secret')}
        </Button>
        <Button
          variant="quiet"
          aria-label={say('register_freePlace', { name: place.name })}
          onClick={() => free.go()}
          disabled={free.busy}
        >
          {say('place_free_it')}
        </Button>
      </div>
    </PlacePart>
  )
}

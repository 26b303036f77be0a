import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { useBringBack, useMerge } from './PlaceMoves.js'

/** Those who came in with a name alone, to be joined to a pupil or removed. */
export function Guests({ page }: { readonly page: RegisterPage }) {
  const guests = page.places.filter(place => place.guest)
  if (!guests.length) return null
  return (
    <Section title={say('guests_title')}>
      <Row className="pb-1">
        <p className="text-[0.9375rem] text-soft">{say('guests_lead')}</p>
      </Row>
      <ul>
        {guests.map(guest => (
          <Guest key={guest.id} guest={guest} page={page} />
        ))}
      </ul>
    </Section>
  )
}

function Guest({ guest, page }: { readonly guest: RegisterPlace; readonly page: RegisterPage }) {
  const { classId } = useIds()
  const time = useNow()
  const [into, setInto] = useState('')
  const merge = useMerge(guest, page)
  const back = useBringBack()
  const remove = useCommand({
    do: () => call(routes.movePlaceAway, { classId, placeId: guest.id }),
    again: [reads.register(classId).queryKey],
    done: () => showToast(say('place_away_done', { name: guest.name }), () => back.go(guest)),
  })
  const words = merge.words ?? remove.words
  return (
    <Row
      as="li"
      margin={guest.claimedAt !== null && when(guest.claimedAt, time)}
      className="border-b border-rule py-1.5"
    >
      <div className="flex flex-wrap items-center gap-3">
        <span className="font-semibold">{guest.name}</span>
        <select
          aria-label={`${say('guests_join')}: ${guest.name}`}
          value={into}
          onChange={event => setInto(event.target.value)}
          className="rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1.5 text-[0.9375rem]"
        >
          <option value="">{say('guests_join')}</option>
          {page.places
            .filter(place => !place.guest)
            .map(place => (
              <option key={place.id} value={place.id}>
                {place.name}
              </option>
            ))}
        </select>
        <Button disabled={!into || merge.busy} onClick={() => merge.go(into as PlaceId)}>
          {say('place_merge_go')}
        </Button>
        <Button
          variant="quiet"
          aria-label={`${say('guests_remove')}: ${guest.name}`}
          disabled={remove.busy}
          onClick={() => remove.go()}
        >
          {say('guests_remove')}
        </Button>
      </div>
      {words && <Problem words={words} />}
    </Row>
  )
}

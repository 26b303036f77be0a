import type { OpenDoor } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { useState } from 'react'
import { Field } from '../../parts/Field.js'
import { say } from '../../words/say.js'

export type Chosen = { readonly id: PlaceId; readonly shortName: string }

type Props = {
  readonly places: OpenDoor['freePlaces']
  readonly onChoose: (chosen: Chosen) => void
}

/** Few enough to be seen at a glance. */
const FEW = 8

/** The short names of places still free, large enough for small fingers. */
export function FreeNames({ places, onChoose }: Props) {
  const [letters, setLetters] = useState('')
  const begins = (name: string) => name.toLowerCase().startsWith(letters.trim().toLowerCase())
  const found = places.filter(place => begins(place.shortName))
  if (!places.length) return <p className="font-semibold">{say('door_all_taken')}</p>
  return (
    <>
      {places.length > FEW && (
        <Field
          label={say('door_filter')}
          value={letters}
          onChange={event => setLetters(event.target.value)}
          autoFocus
        />
      )}
      <ul className="mt-4 grid grid-cols-2 gap-2 sm:grid-cols-3">
        {found.map(place => (
          <li key={place.id}>
            <button
              type="button"
              onClick={() => onChoose(place)}
              className="min-h-13 w-full rounded-[var(--radius-card)] border border-edge bg-sheet px-3 text-start text-lg font-semibold hover:border-blue hover:bg-pale"
            >
              {place.shortName}
            </button>
          </li>
        ))}
      </ul>
      {!found.length && <p className="text-soft">{say('door_none')}</p>}
    </>
  )
}

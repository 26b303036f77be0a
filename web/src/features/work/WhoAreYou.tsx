import type { PlaceId } from '@oppen/core/ids'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { reads } from '../../app/queries.js'
import { useSignOut } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { say } from '../../words/say.js'
import { Face, type TabletFace } from '../joining/Face.js'

type Props = {
  /** Whose page it is. */
  readonly placeId: PlaceId
  readonly onChosen: (placeId: PlaceId | null) => void
}

const FACES = 4

/**
 * On a shared tablet: who is in front of it? The own face stands among some others of the class, so that the answer
 * is looked for and not pressed away.
 */
export function WhoAreYou({ placeId, onChosen }: Props) {
  const { data } = useQuery(reads.tablet())
  const [chosen, setChosen] = useState<PlaceId | null>(null)
  const signOut = useSignOut()
  if (!data) return null
  const own = data.faces.find(face => face.id === placeId)
  const faces = amongOthers(data.faces, placeId)
  const other = faces.find(face => face.id === chosen)
  const choose = (face: TabletFace) => {
    setChosen(face.id)
    onChosen(face.id === placeId ? face.id : null)
  }
  return (
    <fieldset className="mt-5 border-t border-rule pt-4">
      <legend className="sr-only">{say('who_title')}</legend>
      <h3 className="text-lg">{say('who_title')}</h3>
      <p className="mb-3 text-[0.9375rem] text-soft">{say('who_lead')}</p>
      <div className="flex flex-wrap gap-3">
        {faces.map(face => (
          <button
            key={face.id}
            type="button"
            aria-pressed={chosen === face.id}
            onClick={() => choose(face)}
            className="flex w-28 flex-col items-center gap-1.5 rounded-[var(--radius-card)] border border-edge p-2 hover:border-blue aria-pressed:border-2 aria-pressed:border-blue aria-pressed:bg-pale"
          >
            <Face id={face.id} name={face.shortName} hasPicture={face.hasPicture} size={64} />
            <span className="text-[0.9375rem] font-semibold">{face.shortName}</span>
          </button>
        ))}
      </div>
      <div className="mt-3 text-[0.9375rem]" aria-live="polite">
        {chosen === placeId && own && (
          <p className="text-leaf">{say('who_right', { name: own.shortName })}</p>
        )}
        {other && other.id !== placeId && own && (
          <>
            <p className="mb-2 text-rust">
              {say('who_wrong', { name: own.shortName, other: other.shortName })}
            </p>
            <Button onClick={() => void signOut()}>{say('who_sign_out', { other: other.shortName })}</Button>
          </>
        )}
      </div>
    </fieldset>
  )
}

/** The own face among those next to it on the register, in the order of the names: now here, now there. */
export function amongOthers<F extends { readonly id: PlaceId }>(faces: readonly F[], placeId: PlaceId): F[] {
  const at = faces.findIndex(face => face.id === placeId)
  const from = Math.max(0, Math.min(at - (at % FACES), faces.length - FACES))
  return faces.slice(from, from + FACES)
}

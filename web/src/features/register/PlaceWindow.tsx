import type { RegisterPage, RegisterPlace } from '@oppen/contract'
import { Suspense } from 'react'
import { part } from '../../app/part.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { PlaceAccount } from './PlaceAccount.js'
import { PlaceFamily } from './PlaceFamily.js'
import { PlaceForm } from './PlaceForm.js'
import { PlaceKeys } from './PlaceKeys.js'
import { PlaceMoves } from './PlaceMoves.js'

const PlaceReading = part(() => import('../readingHelp/PlaceReading.js'), ['readingHelp'])

type Props = { readonly place: RegisterPlace; readonly page: RegisterPage; readonly onClose: () => void }

/** Everything about one place of the register. */
export function PlaceWindow({ place, page, onClose }: Props) {
  const here = place.leftAt === null
  return (
    <Window open onClose={onClose} title={place.name} size="wide">
      <div className="flex flex-col gap-6">
        {page.archived && <Problem words={say('archived_lead')} />}
        <PlaceForm place={place} groups={page.groups} />
        {here && (
          <>
            <div className="grid gap-6 md:grid-cols-2">
              <PlaceAccount place={place} />
              <PlaceKeys place={place} families={page.families} />
            </div>
            {page.families && <PlaceFamily place={place} />}
            <Disclosure title={say('place_reading')} className="border-t border-rule pt-3">
              <Suspense fallback={<Waiting />}>
                <PlaceReading place={place} />
              </Suspense>
            </Disclosure>
          </>
        )}
        <PlaceMoves place={place} page={page} onClose={onClose} />
      </div>
    </Window>
  )
}

import { SCREENS, type ScreenPlace } from '@oppen/contract'
import * as today from '../features/today/TodayScreen.js'
import type { Namespace } from '../words/wording.js'
import { fetched, onceHere } from './part.js'
import type { ScreenFile } from './prepared.js'

/** Every screen has a file of its own, fetched when somebody goes there; Today comes with the page. */
const files = import.meta.glob<ScreenFile>([
  '../features/**/*Screen.tsx',
  '!../features/today/TodayScreen.tsx',
])
const HERE: Readonly<Record<string, ScreenFile>> = { 'today/TodayScreen': today }

/** Whoever comes again this long after a file did not come, asks for it again; in milliseconds. */
const AGAIN = 1_000

const places: readonly ScreenPlace[] = SCREENS
const asked = new Map(
  places.map(place => {
    const file = onceHere(() =>
      load(place).catch(error => {
        setTimeout(file.forget, AGAIN)
        throw error
      }),
    )
    return [place.file, file] as const
  }),
)

function of({ file }: ScreenPlace) {
  const found = asked.get(file)
  if (!found) throw new Error(`there is no screen ${file}`)
  return found
}

/** The file of a screen with what it says besides what every screen says. Rejects with `Unreachable`. */
export const loadScreen = (place: ScreenPlace): Promise<ScreenFile> => of(place).load()

/** The same for the render of a component, which suspends until it is here. */
export const screenOf = (place: ScreenPlace): ScreenFile => HERE[place.file] ?? of(place).get()

async function load({ file, words }: ScreenPlace): Promise<ScreenFile> {
  const here = HERE[file]
  if (here) return here
  const get = files[`../features/${file}.tsx`]
  if (!get) throw new Error(`there is no screen ${file}`)
  return fetched(get, words as readonly Namespace[])
}

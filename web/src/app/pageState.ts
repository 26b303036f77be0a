import type { PageState, ReadOf, Route } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'

const NOTHING: PageState = { answers: {}, rendered: null, styles: [] }

let state = NOTHING
const left = new Map<string, readonly [status: number, json: unknown]>()
/** What a screen asked for that did not come with the page; only on the server, which has nobody to ask. */
let missing: Map<string, ReadOf> | undefined

/** Takes in what the server sent with the page. */
export function setPageState(given: PageState): void {
  state = given
  left.clear()
  for (const [address, answer] of Object.entries(given.answers)) left.set(address, answer)
}

/** How the server rendered the page; null where it did not. */
export const renderedAs = (): PageState['rendered'] => state.rendered
export const renderedStyles = (): readonly string[] => state.styles

/** The page answers to keys and presses from here on, also where the server rendered it. */
export const pageAnswers = (): void => document.getElementById('root')?.removeAttribute('data-rendered')

/** The answer that came with the page, once: what is asked for again is asked of the server. */
export function takeAnswer(address: string): readonly [status: number, json: unknown] | undefined {
  const answer = left.get(address)
  left.delete(address)
  return answer
}

/** What came with the page and was not asked for is of no use later: it grows old. */
export const dropAnswers = (): void => left.clear()

/** From here on nothing is asked of a server: what does not come with the page is noted. */
export function noteMissing(): void {
  missing = new Map()
}

/** Whether something cannot be asked for; then it is noted. */
export function isMissing(spec: Route, params: Readonly<Record<string, string>>): boolean {
  if (!import.meta.env.SSR || !missing) return false
  const name = (Object.keys(routes) as ReadOf['name'][]).find(one => (routes[one] as Route) === spec)
  if (name) missing.set(addressOf(spec, params as never), { name, params })
  return true
}

export const missingReads = (): readonly ReadOf[] => [...(missing?.values() ?? [])]

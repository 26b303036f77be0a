import type { RouteName } from './routes.js'

/** A read by its name, with what stands in its address. */
export type ReadOf = { readonly name: RouteName; readonly params: Readonly<Record<string, string>> }

/**
 * What the server sends in a page besides its HTML: what the screen in the address reads first, each answer with its
 * status, under its address; and how the HTML was rendered, where it was.
 */
export type PageState = {
  readonly answers: Readonly<Record<string, readonly [status: number, json: unknown]>>
  readonly rendered: { readonly language: string; readonly wide: boolean } | null
  /** The styles of elements, by the number in their `data-style`. */
  readonly styles: readonly string[]
}

/** The element of a page that holds the state, as JSON. */
export const PAGE_STATE = 'page-state'

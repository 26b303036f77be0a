import type { ServerWordKey } from './words/index.js'

/** What a server that is starting or stopping is doing: its wording, what that names, and how far it is. */
export type Doing = {
  readonly what: Extract<ServerWordKey, `starting_${string}`>
  readonly said?: Readonly<Record<string, string | number>>
  readonly number?: number
  readonly of?: number
}

import type { AccountId } from '@oppen/core/ids'
import type { Viewer } from '@oppen/core/permissions'
import { Refused } from '../refusal.js'

const MINUTE = 60_000
/** Changes that one person may make in a minute: more than anybody types or draws on several devices at once. */
const MOST = 1_200

/** How quickly people change things: what one account can cause to be stored in a minute has an end. */
export class Pace {
  #counts = new Map<AccountId, number>()
  #minute = 0

  /** Counts one change. Refuses `too_quick`. */
  allow({ accountId }: Viewer): void {
    const minute = Math.floor(Date.now() / MINUTE)
    if (minute !== this.#minute) {
      this.#minute = minute
      this.#counts = new Map()
    }
    const count = (this.#counts.get(accountId) ?? 0) + 1
    if (count > MOST) throw new Refused('too_quick')
    this.#counts.set(accountId, count)
  }
}

import { Refusal, Unreachable } from './api.js'

/** Why something did not arrive and may arrive later: no answer, nobody signed in, or no room on the server. */
export type NotYet = 'unreachable' | 'signedOut' | 'serverFull'

/** How it went to send something that is kept here: it arrived, or why not. */
export type Reached<T> =
  | { readonly is: 'saved'; readonly saved: T }
  | { readonly is: NotYet }
  | { readonly is: 'refused'; readonly error: unknown }

/** What the server may answer for a while, and then no more. */
const MAY_PASS: readonly string[] = ['busy', 'server_fault', 'too_many_attempts', 'too_quick']

/** Sends something, and tells apart what may pass from what stays refused. */
export async function reach<T>(send: () => Promise<T>): Promise<Reached<T>> {
  try {
    return { is: 'saved', saved: await send() }
  } catch (error) {
    const is = notYet(error)
    return is ? { is } : { is: 'refused', error }
  }
}

/** Why it may go later; nothing for what stays refused. */
export function notYet(error: unknown): NotYet | undefined {
  if (error instanceof Unreachable) return 'unreachable'
  if (!(error instanceof Refusal)) return undefined
  if (error.code === 'sign_in_needed') return 'signedOut'
  if (error.code === 'disk_full') return 'serverFull'
  return MAY_PASS.includes(error.code) ? 'unreachable' : undefined
}

const RETRIES = [3_000, 3_000, 6_000, 12_000, 30_000] as const

/** When to try again after so many tries in vain, in milliseconds: each time later. */
export const retryAfter = (failed: number): number => RETRIES[Math.min(failed, RETRIES.length - 1)] ?? 30_000

/** Runs something after so many milliseconds, or once the network is back; gives the way to call it off. */
export function onceReachable(run: () => void, milliseconds: number): () => void {
  const go = () => {
    callOff()
    run()
  }
  const timer = setTimeout(go, milliseconds)
  window.addEventListener('online', go)
  const callOff = () => {
    clearTimeout(timer)
    window.removeEventListener('online', go)
  }
  return callOff
}

/** Runs something later; gives the way to call it off. */
export function later(run: () => void, milliseconds: number): () => void {
  const timer = setTimeout(run, milliseconds)
  return () => clearTimeout(timer)
}

import { useSyncExternalStore } from 'react'

export type Said = { readonly id: number; readonly words: string; readonly undo?: () => void }

let said: readonly Said[] = []
let last = 0
const listeners = new Set<() => void>()

function change(next: readonly Said[]): void {
  said = next
  for (const listener of listeners) listener()
}

/** Says that something was done, with a way to undo it for ten seconds where there is one. */
export function tell(words: string, undo?: () => void): void {
  last += 1
  change([...said.slice(-2), { id: last, words, ...(undo && { undo }) }])
}

/** Takes one off again. */
export const drop = (id: number) => change(said.filter(one => one.id !== id))

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** All that is being said now. */
export const useSaid = (): readonly Said[] => useSyncExternalStore(subscribe, () => said)

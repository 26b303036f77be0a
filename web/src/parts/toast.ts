import { useSyncExternalStore } from 'react'

export type Toast = { readonly id: number; readonly words: string; readonly undo?: () => void }

const NONE: readonly Toast[] = []
let toasts = NONE
let last = 0
const listeners = new Set<() => void>()

function change(next: readonly Toast[]): void {
  toasts = next
  for (const listener of listeners) listener()
}

/** Shows for ten seconds that something was done, with a way to undo it where there is one. */
export function showToast(words: string, undo?: () => void): void {
  last += 1
  change([...toasts.slice(-2), { id: last, words, ...(undo && { undo }) }])
}

/** Takes one off again. */
export const removeToast = (id: number) => change(toasts.filter(one => one.id !== id))

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** All toasts that are shown now. */
export const useToasts = (): readonly Toast[] =>
  useSyncExternalStore(
    subscribe,
    () => toasts,
    () => NONE,
  )

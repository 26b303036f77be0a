import { useState } from 'react'

/** A mark and feedback that are being written. */
export type PenDraft = { readonly mark: string; readonly feedback: string }

/** What is not sent yet, by who writes it, submission and hand-in; the page that is closed has forgotten it. */
const unsent = new Map<string, PenDraft>()

/**
 * A mark and feedback as they are typed, from what was sent before. They stay with their pupil while the teacher goes to
 * others and comes back, also where something was typed just before the next pupil was shown; `done` forgets them.
 */
export function usePenDraft(key: string, sent: PenDraft) {
  const [draft, setDraft] = useState(() => unsent.get(key) ?? sent)
  const write = (change: Partial<PenDraft>) => {
    const next = { ...draft, ...change }
    unsent.set(key, next)
    setDraft(next)
  }
  return { ...draft, write, done: () => void unsent.delete(key) }
}

import { useState } from 'react'

/** A mark and feedback that are being written. */
type PenDraft = { readonly mark: string; readonly feedback: string }

/** What is not sent yet, by what it is about and what it was begun from; the page that is closed has forgotten it. */
const unsent = new Map<string, PenDraft>()

/**
 * A mark and feedback as they are typed, from what was sent before. They stay with their pupil while the teacher goes to
 * others and comes back, until they are sent (`done`). Where somebody else has sent others meanwhile, those are shown.
 * `about` says who writes them, and for which hand-in.
 */
export function usePenDraft(about: string, sent: PenDraft) {
  const key = JSON.stringify([about, sent])
  const [draft, setDraft] = useState(() => unsent.get(key) ?? sent)
  const write = (change: Partial<PenDraft>) => {
    const next = { ...draft, ...change }
    unsent.set(key, next)
    setDraft(next)
  }
  return { ...draft, write, done: () => void unsent.delete(key) }
}

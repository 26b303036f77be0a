import type { Me } from '@oppen/contract'
import { useState } from 'react'
import { problemWords } from '../words/problem.js'
import { Refusal } from './api.js'

/** Times on the pages before anybody is in: this machine's clock and zone. */
export const outsideTime = () => ({
  now: Date.now(),
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
})

/**
 * One form before anybody is in: does it once at a time and keeps what went wrong. `at` words it where it is about
 * that field, and `other` where it is about none of the given ones.
 */
export function useAsk() {
  const [problem, setProblem] = useState<unknown>()
  const [busy, setBusy] = useState(false)
  const path = problem instanceof Refusal ? problem.path : undefined
  const words = problem ? problemWords(problem, outsideTime()) : undefined
  const ask = async (task: () => Promise<unknown>): Promise<void> => {
    if (busy) return
    setBusy(true)
    try {
      await task()
      setProblem(undefined)
    } catch (error) {
      setProblem(error)
    } finally {
      setBusy(false)
    }
  }
  return {
    ask,
    busy,
    problem,
    words,
    at: (field: string) => (path === field ? words : undefined),
    other: (...fields: readonly string[]) => (path && fields.includes(path) ? undefined : words),
    forget: () => setProblem(undefined),
  }
}

/** The text of a form's field. */
export const fieldOf = (form: HTMLFormElement, name: string): string =>
  String(new FormData(form).get(name) ?? '')

export type OnIn = (me: Me) => void

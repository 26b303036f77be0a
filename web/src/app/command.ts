import { type QueryKey, useMutation, useQueryClient } from '@tanstack/react-query'
import { problemWords } from '../words/problem.js'
import { Refusal } from './api.js'
import { useNow } from './session.js'

type Options<A, R> = {
  readonly do: (asked: A) => Promise<R>
  /** What is read again once it was done. */
  readonly again?: readonly QueryKey[]
  readonly done?: (reply: R, asked: A) => void
}

/**
 * One command of whoever is signed in. `words` is what went wrong, if anything, and `at` gives the same only for
 * one field of the form.
 */
export function useCommand<A = void, R = unknown>({ do: mutationFn, again = [], done }: Options<A, R>) {
  const client = useQueryClient()
  const time = useNow()
  const mutation = useMutation({
    mutationFn,
    onSuccess: async (reply, asked) => {
      done?.(reply, asked)
      await Promise.all(again.map(queryKey => client.invalidateQueries({ queryKey })))
    },
  })
  const { error } = mutation
  const words = error ? problemWords(error, time) : undefined
  const path = error instanceof Refusal ? error.path : undefined
  return {
    go: mutation.mutate,
    busy: mutation.isPending,
    forget: mutation.reset,
    words,
    path,
    at: (field: string) => (path === field ? words : undefined),
  }
}

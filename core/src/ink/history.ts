import type { InkItem } from './item.js'

/** One edit on a worksheet: what it put there and what it took off. */
export type InkEdit = { readonly put: readonly InkItem[]; readonly drop: readonly InkItem[] }

/** The same edit backwards. */
export const undone = ({ put, drop }: InkEdit): InkEdit => ({ put: drop, drop: put })

/** What stands on a worksheet by the ids, after one more edit. Putting and dropping again changes nothing more. */
export function applied(items: ReadonlyMap<string, InkItem>, { put, drop }: InkEdit): Map<string, InkItem> {
  const next = new Map(items)
  for (const { id } of drop) next.delete(id)
  for (const item of put) next.set(item.id, item)
  return next
}

/** What was done and can be undone, and what was undone and can be done again; without a limit. */
export type InkHistory = { readonly done: readonly InkEdit[]; readonly undone: readonly InkEdit[] }

export const NO_HISTORY: InkHistory = { done: [], undone: [] }

/** After a new edit nothing that was undone before can be done again. */
export const did = ({ done }: InkHistory, edit: InkEdit): InkHistory => ({
  done: [...done, edit],
  undone: [],
})

type Step = { readonly history: InkHistory; readonly edit: InkEdit }

/** One step back: the history after it and the edit that makes it; undefined at the beginning. */
export function back(history: InkHistory): Step | undefined {
  const last = history.done.at(-1)
  if (!last) return undefined
  return {
    history: { done: history.done.slice(0, -1), undone: [...history.undone, last] },
    edit: undone(last),
  }
}

/** One step forward again; undefined at the end. */
export function forward(history: InkHistory): Step | undefined {
  const last = history.undone.at(-1)
  if (!last) return undefined
  return { history: { done: [...history.done, last], undone: history.undone.slice(0, -1) }, edit: last }
}

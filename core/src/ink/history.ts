import type { InkItem } from './item.js'

type Named = { readonly id: string }

/** One edit on a worksheet: what it put there and what it took off. */
export type InkEdit<Item extends Named = InkItem> = {
  readonly put: readonly Item[]
  readonly drop: readonly Item[]
}

/** The same edit backwards. */
export const undone = <Item extends Named>({ put, drop }: InkEdit<Item>): InkEdit<Item> => ({
  put: drop,
  drop: put,
})

/** What stands on a worksheet by the ids, after one more edit. Putting and dropping again changes nothing more. */
export function applied<Item extends Named>(
  items: ReadonlyMap<string, Item>,
  { put, drop }: InkEdit<Item>,
): Map<string, Item> {
  const next = new Map(items)
  for (const { id } of drop) next.delete(id)
  for (const item of put) next.set(item.id, item)
  return next
}

/** What was done and can be undone, and what was undone and can be done again; without a limit. */
export type InkHistory<Item extends Named = InkItem> = {
  readonly done: readonly InkEdit<Item>[]
  readonly undone: readonly InkEdit<Item>[]
}

export const NO_HISTORY = { done: [], undone: [] } as const satisfies InkHistory<never>

/** After a new edit nothing that was undone before can be done again. */
export const did = <Item extends Named>(
  { done }: InkHistory<Item>,
  edit: InkEdit<Item>,
): InkHistory<Item> => ({
  done: [...done, edit],
  undone: [],
})

type Step<Item extends Named> = { readonly history: InkHistory<Item>; readonly edit: InkEdit<Item> }

/** One step back: the history after it and the edit that makes it; undefined at the beginning. */
export function back<Item extends Named>(history: InkHistory<Item>): Step<Item> | undefined {
  const last = history.done.at(-1)
  if (!last) return undefined
  return {
    history: { done: history.done.slice(0, -1), undone: [...history.undone, last] },
    edit: undone(last),
  }
}

/** One step forward again; undefined at the end. */
export function forward<Item extends Named>(history: InkHistory<Item>): Step<Item> | undefined {
  const last = history.undone.at(-1)
  if (!last) return undefined
  return { history: { done: [...history.done, last], undone: history.undone.slice(0, -1) }, edit: last }
}

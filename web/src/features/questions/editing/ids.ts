import type { Item } from '@oppen/core/questions'
import { randomName } from '../../../app/randomName.js'

/** A name for a new part. It tells nothing of the place of the part, which is often that of the right answer. */
export const newPartId = (): string => randomName(6)

/**
 * The parts of a question from their words, in their order. A part that was there keeps its id, and with it the answers that
 * were given to it: the same words first, then, where their number is the same, the same place.
 */
export function withIds(
  words: readonly string[],
  before: readonly Item[],
  fresh: (taken: ReadonlySet<string>) => string = newPartId,
): Item[] {
  const left = new Map(before.map(({ id, text }) => [id, text]))
  const take = (id: string | undefined) => (id !== undefined && left.delete(id) ? id : undefined)
  const found = words.map(text => take([...left].find(([, one]) => one === text)?.[0]))
  const inPlace = words.length === before.length
  const ids = found.map((id, index) => id ?? (inPlace ? take(before[index]?.id) : undefined))
  const taken = new Set(ids.filter(id => id !== undefined))
  return words.map((text, index) => {
    const id = ids[index] ?? fresh(taken)
    taken.add(id)
    return { id, text }
  })
}

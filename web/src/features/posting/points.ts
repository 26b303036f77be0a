import { readPoints } from '@oppen/core/marks'

/** Typed points in hundredths; null for none, or for what cannot be read yet. */
export function parsePoints(typed: string | null): number | null {
  if (typed === null) return null
  const read = readPoints(typed)
  return read.ok ? read.value : null
}

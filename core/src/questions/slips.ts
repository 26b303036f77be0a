/**
 * How many slips of the pen lie between two words: a letter too many, one missing, another one, or two neighbours the wrong
 * way round, each letter in one slip at most (optimal string alignment: L. Boytsov, Indexing methods for approximate dictionary
 * searching, 2011, section 2). At most `most` + 1 are counted.
 */
export function slipsBetween(a: string, b: string, most: number): number {
  const [from, to] = [[...a], [...b]]
  if (Math.abs(from.length - to.length) > most) return most + 1
  let before: number[] = []
  let last = to.map((_, index) => index).concat(to.length)
  for (const [row, letter] of from.entries()) {
    const next = [row + 1]
    for (const [column, other] of to.entries()) {
      const changed = (last[column] ?? 0) + (letter === other ? 0 : 1)
      const shorter = Math.min(last[column + 1] ?? 0, next[column] ?? 0) + 1
      const swapped =
        row > 0 && column > 0 && letter === to[column - 1] && from[row - 1] === other
          ? (before[column - 1] ?? 0) + 1
          : changed
      next.push(Math.min(changed, shorter, swapped))
    }
    if (Math.min(...next) > most && Math.min(...last) > most) return most + 1
    ;[before, last] = [last, next]
  }
  return Math.min(last[to.length] ?? 0, most + 1)
}

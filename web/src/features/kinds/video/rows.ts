/** So near to one another, as a part of the line, two stops would lie over each other on a phone. */
const NEAR = 0.1
/** More rows than this say nothing more. */
const MOST_ROWS = 5

/** In which row below its line each stop stands, so that all can be pressed: the first that has room there. */
export function rowsOf(stops: readonly { readonly at: number }[], seconds: number): number[] {
  const ends: number[] = []
  return stops.map(({ at }) => {
    const place = seconds ? at / seconds : 0
    const free = ends.findIndex(end => place - end >= NEAR)
    const row = free >= 0 ? free : Math.min(ends.length, MOST_ROWS - 1)
    ends[row] = place
    return row
  })
}

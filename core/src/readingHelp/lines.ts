/** A line of text, or where a piece of one stands, in pixels from the top. */
export type Line = { readonly top: number; readonly bottom: number }

const middle = ({ top, bottom }: Line): number => (top + bottom) / 2

/**
 * The lines of a text, from the top: pieces that stand beside one another (the middle of one lies within the other) are one line.
 * Pieces without height are none. Their order does not matter.
 */
export function linesOf(pieces: readonly Line[]): Line[] {
  const lines: { top: number; bottom: number }[] = []
  const inOrder = pieces
    .filter(piece => piece.bottom > piece.top)
    .sort((a, b) => middle(a) - middle(b) || a.top - b.top || a.bottom - b.bottom)
  for (const piece of inOrder) {
    const last = lines.at(-1)
    if (last && (middle(piece) < last.bottom || middle(last) > piece.top)) {
      last.top = Math.min(last.top, piece.top)
      last.bottom = Math.max(last.bottom, piece.bottom)
    } else lines.push({ top: piece.top, bottom: piece.bottom })
  }
  return lines
}

/** The number of the line at a height, from 0: the one it lies in, else the nearest. -1 where there is none. */
export function lineAt(lines: readonly Line[], y: number): number {
  let [nearest, least] = [-1, Number.POSITIVE_INFINITY]
  for (const [index, { top, bottom }] of lines.entries()) {
    const away = y < top ? top - y : y > bottom ? y - bottom : 0
    if (away < least) [nearest, least] = [index, away]
  }
  return nearest
}

/** What stays bright: so many lines from one on, or as many of the last lines; undefined where there is none. */
export function brightOf(lines: readonly Line[], at: number, count: number): Line | undefined {
  const from = Math.max(0, Math.min(at, lines.length - count))
  const first = lines[from]
  const last = lines[Math.min(from + count, lines.length) - 1]
  return first && last && { top: first.top, bottom: last.bottom }
}

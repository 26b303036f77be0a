import type { MarkColour } from '@oppen/core/work/kinds/reading'

/** Stretches of a passage are marked as highlights (CSS Custom Highlight API of the W3C): `reading.css` says how they look. */
const registry = (): HighlightRegistry | undefined => globalThis.CSS?.highlights

const put = (name: string, ranges: readonly Range[], priority: number): void => {
  if (!ranges.length) return void registry()?.delete(name)
  const highlight = new Highlight(...ranges)
  // what is spoken is seen over it
  highlight.priority = priority
  registry()?.set(name, highlight)
}

/** Shows what is marked in one colour, and nothing else in it. */
export const showMarked = (colour: MarkColour, ranges: readonly Range[]): void =>
  put(`marked-${colour}`, ranges, -3)

/** Shows the lines that a question is about. */
export const showAbout = (range: Range | undefined): void => put('asked-about', range ? [range] : [], -2)

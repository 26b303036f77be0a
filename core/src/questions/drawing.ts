import { outlineOf, pathOf, unpack } from '../ink/index.js'

/** The paper of a drawing, in its own units. */
export const DRAWING = { width: 1000, height: 750 } as const
export const PEN = 5
/** Blue ink on white paper, wherever a drawing is looked at. */
export const DRAWING_INK = '#1d3f8f'

/** The outline of one stroke as the data of an SVG path; undefined where it cannot be read. */
export const strokePath = (stroke: string): string | undefined =>
  unpack(stroke) && pathOf(outlineOf({ tool: 'pen', width: PEN, points: stroke }))

/** The strokes of a drawing as they stand in an attribute of a page: packed strokes have no spaces. */
export const strokesInPage = (strokes: readonly string[]): string =>
  strokes.filter(stroke => /^[\w-]+$/.test(stroke)).join(' ')

/** A drawing as an SVG of its own, from what `strokesInPage` gave. */
export function drawingSvg(strokes: string): string {
  const paths = strokes
    .split(' ')
    .flatMap(stroke => strokePath(stroke) ?? [])
    .map(data => `<path d="${data}"/>`)
  const { width, height } = DRAWING
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#fff"/><g fill="${DRAWING_INK}">${paths.join('')}</g></svg>`
}

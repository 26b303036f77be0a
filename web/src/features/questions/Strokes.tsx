import { DRAWING, strokePath } from '@oppen/core/questions'

/** Strokes of a drawing as paths; one that cannot be read is left out. */
export const Strokes = ({ strokes }: { readonly strokes: readonly string[] }) =>
  strokes.map((stroke, index) => {
    const d = strokePath(stroke)
    // biome-ignore lint/suspicious/noArrayIndexKey: a stroke has its place in the drawing
    return d === undefined ? null : <path key={index} d={d} className="fill-current" />
  })

type Props = {
  readonly picture: string | null
  readonly strokes: readonly string[]
  readonly label: string
}

/** A drawing to look at. */
export const DrawingShown = ({ picture, strokes, label }: Props) => (
  <svg
    viewBox={`0 0 ${DRAWING.width} ${DRAWING.height}`}
    role="img"
    aria-label={label}
    className="w-full rounded border border-rule bg-white text-[#1d3f8f]"
  >
    {picture && <image href={picture} {...DRAWING} preserveAspectRatio="xMidYMid meet" />}
    <Strokes strokes={strokes} />
  </svg>
)

import { err, type Outcome, ok } from '../outcome/index.js'
import { unpack } from './packed.js'
import type { Spot } from './point.js'

/** Units of the width of a page. */
export const PAGE_WIDTH = 1000

export const TOOLS = ['pen', 'pencil', 'felt', 'highlighter'] as const
export type InkTool = (typeof TOOLS)[number]

export const SHAPES = ['line', 'arrow', 'box', 'oval'] as const
export type ShapeName = (typeof SHAPES)[number]

/** Inks by their names; the colours they have are for whoever draws them. */
export const INKS = ['black', 'blue', 'red', 'green', 'ochre', 'violet'] as const
export type InkColour = (typeof INKS)[number]

type OnPage = {
  readonly id: string
  /** The page it stands on. */
  readonly page: string
}
export type Stroke = OnPage & {
  readonly kind: 'stroke'
  readonly tool: InkTool
  readonly colour: InkColour
  readonly width: number
  /** The points, packed. */
  readonly points: string
}
export type Typed = OnPage &
  Spot & {
    readonly kind: 'text'
    readonly colour: InkColour
    readonly size: number
    readonly text: string
  }
export type Shape = OnPage & {
  readonly kind: 'shape'
  readonly shape: ShapeName
  readonly colour: InkColour
  readonly width: number
  readonly from: Spot
  readonly to: Spot
}
/** Words in the margin, or a recording of the submission's files, tied to a spot. */
export type MarginNote = OnPage &
  Spot & {
    readonly kind: 'note'
    readonly text: string
    readonly fileId: string | null
  }

/** What stands on a page beyond what was printed. It never changes: who changes it takes it off and puts another. */
export type InkItem = Stroke | Typed | Shape | MarginNote

/** So many things stand on one worksheet at most, so many points in a stroke, so many characters in a text. */
export const INK_LIMITS = { items: 20_000, points: 10_000, text: 4_000, batch: 500 } as const

/** Looks at an item that somebody sent. Refuses `ink_unreadable` where it is none of ours, and `text_long`. */
export function readInk(item: InkItem): Outcome<InkItem> {
  const bad = err('ink_unreadable')
  switch (item.kind) {
    case 'stroke': {
      const points = unpack(item.points)
      return points?.length && points.length <= INK_LIMITS.points && isWidth(item.width) ? ok(item) : bad
    }
    case 'shape':
      return [item.from, item.to].every(isSpot) && isWidth(item.width) ? ok(item) : bad
    case 'text':
    case 'note': {
      const { text } = item
      if (text.length > INK_LIMITS.text)
        return err('text_long', { what: 'note', most: INK_LIMITS.text, got: text.length })
      return isSpot(item) && (text.trim() || item.kind === 'note') ? ok(item) : bad
    }
  }
}

const isSpot = ({ x, y }: Spot): boolean => [x, y].every(one => Number.isFinite(one) && Math.abs(one) < 1e5)
const isWidth = (width: number): boolean => width > 0 && width <= 100

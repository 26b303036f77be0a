import { type InkColour, type InkTool, SHAPES, type ShapeName, TOOLS } from '@oppen/core/ink'
import { randomName } from '../../app/randomName.js'

/** What the hand holds: something that draws, rubs out, writes, notes, or only moves the page. */
export type Held = InkTool | ShapeName | 'eraser' | 'text' | 'note' | 'move'

export type Pen = { readonly held: Held; readonly colour: InkColour; readonly width: number }

export const WIDTHS = [3, 6, 12] as const
/** A highlighter is as wide as a line of print. */
const BROAD = 5

export const BEGIN: Pen = { held: 'pen', colour: 'blue', width: WIDTHS[0] }

export const isDrawing = (held: Held): held is InkTool => (TOOLS as readonly string[]).includes(held)
export const isShape = (held: Held): held is ShapeName => (SHAPES as readonly string[]).includes(held)

/** How wide a tool draws with the chosen width, in page units. */
export const widthOf = ({ held, width }: Pen): number => (held === 'highlighter' ? width * BROAD : width)

/** How wide the eraser rubs to each side. */
export const reachOf = ({ width }: Pen): number => width * 2 + 4

/** How large typed words are. */
export const sizeOf = ({ width }: Pen): number => 16 + width * 1.4

/** A name for something new on a page: 82 random bits, which no other device makes too. */
export const newInkId = (): string => randomName(16)

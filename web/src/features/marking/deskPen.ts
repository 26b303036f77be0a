import type { InkColour } from '@oppen/core/ink'
import type { StickerName } from '@oppen/core/marking'

/** What the teacher's hand holds over a work. */
export type DeskTool = 'pen' | 'highlighter' | 'eraser' | 'note' | 'sticker'
export type DeskPen = {
  readonly held: DeskTool
  readonly colour: InkColour
  readonly sticker: StickerName
}

/** The teacher's pen is red, as the margin is. */
export const DESK_PEN: DeskPen = { held: 'pen', colour: 'red', sticker: 'sprout' }

/** How wide each draws, in page units; a highlighter is as wide as a line of print. */
export const DESK_WIDTH = { pen: 3, highlighter: 24 } as const
/** How far to each side the eraser reaches. */
export const ERASER = 12
/** How large a sticker is on a page. */
export const STICKER_SIZE = 110

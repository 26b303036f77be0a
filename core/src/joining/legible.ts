/**
 * The least and the recommended height of a capital letter, as the angle it fills in the eye, in minutes of arc.
 * Source: ISO 9241-303, character height: at least 16′, recommended 20′ to 22′ (values from memory).
 */
export const LETTER_ARC = { least: 16, recommended: 22 } as const

/** The picture of a classroom's projector or screen is about so wide, in millimetres (common practice: 2 m). */
export const BOARD_WIDTH = 2_000
/** The back row of a classroom, in millimetres from the board. */
export const BACK_ROW = 10_000

/** How high a letter must be at a distance to fill so many minutes of arc; both lengths in the same unit. */
export function letterHeight(distance: number, arcMinutes: number): number {
  return 2 * distance * Math.tan((arcMinutes / 60 / 2) * (Math.PI / 180))
}

/** The angle, in minutes of arc, that a letter fills on the board seen from the back row: heights in pixels. */
export function arcOnBoard(letterPixels: number, pictureWidthPixels: number): number {
  const height = (letterPixels / pictureWidthPixels) * BOARD_WIDTH
  return ((2 * Math.atan(height / 2 / BACK_ROW) * 180) / Math.PI) * 60
}

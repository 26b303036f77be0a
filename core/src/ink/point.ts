/** A place on a page of a worksheet, in page units. */
export type Spot = { readonly x: number; readonly y: number }

/**
 * A place that a pen went over. Every page is a thousand units wide, whatever its size on paper, and as high as its
 * sides ask. `pressure` is from 0 to 1.
 */
export type InkPoint = Spot & { readonly pressure: number }

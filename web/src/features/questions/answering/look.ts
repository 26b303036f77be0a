/** A small input within a text or a table. */
export const SMALL =
  'rounded border border-edge leading-normal bg-sheet px-2 py-1 text-[1.0625rem] text-ink disabled:bg-linen/50'

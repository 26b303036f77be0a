/** A small input within a text or a table. */
export const SMALL =
  'rounded border border-edge leading-normal bg-sheet px-2 py-1 text-[17px] text-ink disabled:bg-linen/50'

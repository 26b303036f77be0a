import type { Details } from '@oppen/contract'

/** The page that pupils begin with; null where they begin with an empty one. */
export const templateOf = ({ details }: { readonly details: Details }): string | null =>
  details.assignment?.template ?? null

/**
 * A text as it is compared where accents and capitals make no difference: compatibility forms taken apart (Unicode
 * Standard Annex 15, NFKD), marks left out, small letters. Quadratic in runs of marks, so callers limit the length.
 */
export const foldLetters = (text: string): string =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

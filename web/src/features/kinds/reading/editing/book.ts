/** A text that was opened, in parts to choose from. */
export type Book = {
  readonly title: string
  /** The language that it says it is in (BCP 47). */
  readonly language: string | undefined
  readonly chapters: readonly { readonly title: string; readonly html: string; readonly words: number }[]
  /** A picture by the address that a chapter has for it; undefined where there is none. */
  readonly picture: (address: string) => Promise<File | undefined>
}

/** Why a text cannot be taken: nothing can be read, it is too large, locked, or says nothing. */
export class TextProblem extends Error {
  constructor(readonly why: 'broken' | 'large' | 'locked' | 'empty' | 'kind') {
    super(why)
  }
}

/** About how many words stand in formatted text. */
export const wordCount = (html: string): number =>
  html.replaceAll(/<[^<>]*>|&[a-z0-9#]+;/gi, ' ').match(/[\p{L}\p{N}]+/gu)?.length ?? 0

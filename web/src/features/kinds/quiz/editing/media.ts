import type { Media, Question } from '@oppen/core/questions'

const NONE: Media = { picture: null, sound: null }

/** What is seen and heard with a part of a question. */
export const mediaOf = ({ media }: Pick<Question, 'media'>, part: string): Media => media?.[part] ?? NONE

/** The same with some of it changed; a part with nothing is not kept. */
export function withMedia(
  { media }: Pick<Question, 'media'>,
  part: string,
  change: Partial<Media>,
): NonNullable<Question['media']> {
  const next = { ...(media?.[part] ?? NONE), ...change }
  const { [part]: _, ...others } = media ?? {}
  return next.picture || next.sound ? { ...others, [part]: next } : others
}

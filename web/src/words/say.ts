import type { everyday } from './en/everyday.js'
import type { problems } from './en/problems.js'
import { words } from './wording.js'

/** Every file of wording: the first two are there from the start, the others come with the screens that say them. */
type Words = typeof everyday &
  typeof problems &
  typeof import('./en/classroom.js').classroom &
  typeof import('./en/doing.js').doing &
  typeof import('./en/joining.js').joining &
  typeof import('./en/register.js').register &
  typeof import('./en/settings.js').settings &
  typeof import('./en/people.js').people &
  typeof import('./en/answers.js').answers &
  typeof import('./en/about.js').about &
  typeof import('./en/finding.js').finding &
  typeof import('./en/calendar.js').calendar &
  typeof import('./en/week.js').week &
  typeof import('./en/worksheets.js').worksheets &
  typeof import('./en/school.js').school &
  typeof import('./en/planning.js').planning

export type WordKey = keyof Words extends infer K
  ? K extends `${infer Base}_one`
    ? Base
    : K extends `${infer Base}_other`
      ? Base
      : K
  : never

export type Said = Readonly<Record<string, string | number>>

/** The words for a key in the reader's language, with what they name put in; `count` chooses the plural. */
export function say(key: WordKey, said: Said = {}): string {
  return words.t(key, said)
}

import { words } from './wording.js'

/** Every key of wording, as English has them. */
type Words = typeof import('../../../words/en/everyday.json') &
  typeof import('../../../words/en/problems.json') &
  typeof import('../../../words/en/about.json') &
  typeof import('../../../words/en/answers.json') &
  typeof import('../../../words/en/calendar.json') &
  typeof import('../../../words/en/classroom.json') &
  typeof import('../../../words/en/doing.json') &
  typeof import('../../../words/en/finding.json') &
  typeof import('../../../words/en/joining.json') &
  typeof import('../../../words/en/people.json') &
  typeof import('../../../words/en/planning.json') &
  typeof import('../../../words/en/portfolio.json') &
  typeof import('../../../words/en/quiz.json') &
  typeof import('../../../words/en/reading.json') &
  typeof import('../../../words/en/video.json') &
  typeof import('../../../words/en/form.json') &
  typeof import('../../../words/en/building.json') &
  typeof import('../../../words/en/results.json') &
  typeof import('../../../words/en/register.json') &
  typeof import('../../../words/en/school.json') &
  typeof import('../../../words/en/settings.json') &
  typeof import('../../../words/en/week.json') &
  typeof import('../../../words/en/talk.json') &
  typeof import('../../../words/en/markBook.json') &
  typeof import('../../../words/en/desk.json') &
  typeof import('../../../words/en/readingHelp.json') &
  typeof import('../../../words/en/verdict.json') &
  typeof import('../../../words/en/digest.json') &
  typeof import('../../../words/en/news.json') &
  typeof import('../../../words/en/worksheets.json')

export type WordKey =
  Exclude<keyof Words, 'default'> extends infer K
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

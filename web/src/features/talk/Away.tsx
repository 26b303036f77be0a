import type { LetterPage } from '@oppen/contract'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

/** Teachers who do not read letters now, with their word and when they do again. */
export function Away({ away }: Pick<LetterPage, 'away'>) {
  const time = useNow()
  return away.map(one => (
    <p key={one.name} className="border-s-4 border-ochre ps-3">
      {one.until === null
        ? say('letter_away', { name: one.name })
        : say('letter_away_until', { name: one.name, at: when(one.until, time) })}
      {one.word && ` “${one.word}”`}
    </p>
  ))
}

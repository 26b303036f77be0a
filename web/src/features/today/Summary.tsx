import type { Agenda } from '@oppen/core/today'
import type { ReactNode } from 'react'
import { useNow } from '../../app/session.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import type { Waiting } from './agenda.js'

type Props = {
  readonly agenda: Agenda<Waiting>
  readonly readAt: number | null
  readonly name?: string
  /** A second line. */
  readonly also?: ReactNode
}

/** Who has just looked need not be told when; in milliseconds. */
const LATELY = 30 * 60_000

/** How long it takes today, and in all where that is more. */
function minutesWords({ minutes, minutesToday }: Agenda<Waiting>): string {
  if (!minutesToday) return say('today_minutes', { minutes })
  if (minutesToday === minutes) return say('today_minutes_today', { today: minutesToday })
  return say('today_minutes_both', { today: minutesToday, minutes })
}

/** The day in one breath, marked with the ochre pencil. */
export function Summary({ agenda, readAt, name, also }: Props) {
  const time = useNow()
  const overdue = agenda.needsAHand.filter(submission => submission.state.is === 'overdue').length
  const again = agenda.needsAHand.length - overdue
  const back =
    readAt === null
      ? 0
      : agenda.cameBack.filter(submission => (submission.status.handedBackAt ?? 0) > readAt).length
  const parts = [
    overdue ? say('today_sum_overdue', { count: overdue }) : say('today_sum_calm'),
    again ? say('today_sum_again', { count: again }) : '',
    agenda.next.length ? say('today_sum_next', { count: agenda.next.length }) : '',
    agenda.minutes ? minutesWords(agenda) : '',
    back ? say('today_sum_back', { count: back }) : '',
  ].filter(Boolean)
  return (
    <div className="border-s-4 border-ochre bg-ochre-pale px-4 py-2.5 text-[1rem]">
      <p>
        {name && <strong>{name}: </strong>}
        {parts.map((part, index) => (
          <span key={part}>
            {index > 0 && ' · '}
            <strong className={index === 0 && overdue ? 'text-rust' : 'font-semibold'}>{part}</strong>
          </span>
        ))}
      </p>
      {also && <p className="text-sm text-soft">{also}</p>}
      {!also && readAt !== null && time.now - readAt > LATELY && (
        <p className="text-sm text-soft">{say('today_since', { at: when(readAt, time) })}</p>
      )}
    </div>
  )
}

import type { WeekPage } from '@oppen/contract'
import { Link } from 'react-router'
import { dateWords } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { minutesWords } from '../../words/states.js'

/** The highest a week stands, in pixels. */
const HIGHEST = 30

type Props = { readonly page: WeekPage; readonly to: (monday: string) => string }

/** The weeks of the term; how high each stands is what it asks, and the darker part is this class's. */
export function Ribbon({ page, to }: Props) {
  const { term, week } = page
  if (!term) return null
  const most = Math.max(60, ...term.weeks.map(one => one.minutes))
  const height = (minutes: number) => Math.round((HIGHEST * minutes) / most)
  return (
    <nav aria-label={say('week_ribbon')} className="max-w-full min-w-0 overflow-x-auto print:hidden">
      <ol className="flex items-end gap-1">
        {term.weeks.map(one => {
          const here = one.monday === week
          const past = one.monday < week
          return (
            <li key={one.monday}>
              <Link
                to={to(one.monday)}
                aria-current={here ? 'page' : undefined}
                aria-label={
                  one.number === null
                    ? say('week_ribbon_closed', { from: dateWords(one.monday), name: one.closed ?? '' })
                    : say('week_ribbon_week', {
                        number: one.number,
                        from: dateWords(one.monday),
                        minutes: minutesWords(one.minutes),
                      })
                }
                className="group flex w-6 flex-col items-center gap-0.5 rounded pt-1 text-xs tabular-nums"
              >
                <span
                  aria-hidden="true"
                  className={`flex w-full flex-col justify-end rounded-t-[3px] ${one.number === null ? 'border border-b-0 border-dashed border-edge' : here ? 'bg-ochre' : 'bg-pale'} group-hover:opacity-80`}
                  style={{ height: 3 + height(one.minutes) }}
                >
                  <span
                    className={`w-full ${here ? 'bg-blue' : past ? 'bg-blue/45' : 'bg-blue/30'} ${one.here >= one.minutes ? 'rounded-t-[3px]' : ''}`}
                    style={{ height: one.number === null ? 0 : height(one.here) + (one.minutes ? 1 : 0) }}
                  />
                </span>
                <span className={here ? 'font-bold text-ink' : 'text-soft'}>{one.number ?? '–'}</span>
              </Link>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}

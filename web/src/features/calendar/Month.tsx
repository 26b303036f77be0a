import { weeksOf } from '@oppen/core/calendar'
import { Plus } from 'lucide-react'
import { Link } from 'react-router'
import { Row } from '../../parts/Sheet.js'
import { dateWords, dayNumber, longDay, shortDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { DayList } from './DayList.js'
import { ItemChip, type ItemProps } from './ItemLine.js'
import type { DayItem } from './items.js'

export type DaysProps = {
  readonly days: ReadonlyMap<string, readonly DayItem[]>
  readonly today: string
  readonly onEntry: ItemProps['onEntry']
  /** Notes something on a day; undefined for who has no calendar of their own. */
  readonly write?: ((date: string) => void) | undefined
}

type Props = DaysProps & { readonly date: string; readonly wide: boolean }

/** What fits on a day of a month before the rest is counted. */
const FITS = 5

/** A month, a line for each week: which week it is stands in the margin. */
export function Month({ days, date, today, onEntry, write, wide }: Props) {
  const all = [...days.keys()]
  const weeks = weeksOf({ from: all[0] ?? date, to: all.at(-1) ?? date })
  if (!wide) return <SmallMonth {...{ weeks, days, date, today, onEntry, write }} />
  const weekend = [5, 6].some(n =>
    weeks.some(week => days.get(week[n] ?? '')?.some(one => one.is !== 'closure')),
  )
  const columns = weekend ? 7 : 5
  return (
    <table className="w-full table-fixed border-collapse pe-4" aria-label={say('calendar_title')}>
      <colgroup>
        <col className="w-[var(--margin-x)]" />
        {weeks[0]?.slice(0, columns).map((day, index) => (
          <col key={day} className={index > 4 ? 'w-[9%]' : ''} />
        ))}
      </colgroup>
      <thead>
        <tr>
          <td />
          {weeks[0]?.slice(0, columns).map(day => (
            <th
              key={day}
              scope="col"
              className="border-b border-rule pb-1 ps-2 text-start text-sm font-semibold text-soft"
            >
              {longDay(day)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {weeks.map(week => (
          <tr key={week[0]}>
            <th scope="row" className="px-3 pt-1.5 text-end align-top text-sm font-normal text-soft">
              <Link
                to={`/calendar/week/${week[0]}`}
                className="inline-block min-h-6 rounded hover:underline"
                aria-label={say('calendar_week_of', { day: dateWords(week[0] ?? '') })}
              >
                {dateWords(week[0] ?? '').replace(/^(\d+ \w{3})\w*$/, '$1')}
              </Link>
            </th>
            {week.slice(0, columns).map(day => (
              <DayCell
                key={day}
                day={day}
                items={days.get(day) ?? []}
                outside={day.slice(0, 7) !== date.slice(0, 7)}
                {...{ today, onEntry, write }}
              />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

type CellProps = {
  readonly day: string
  readonly items: readonly DayItem[]
  readonly outside: boolean
  readonly today: string
  readonly onEntry: ItemProps['onEntry']
  readonly write?: ((date: string) => void) | undefined
}

function DayCell({ day, items, outside, today, onEntry, write }: CellProps) {
  const closed = items.some(one => one.is === 'closure' && one.time === null && one.closure.ends === null)
  const shown = items.length > FITS ? items.slice(0, FITS - 1) : items
  return (
    <td
      className={`group/day h-24 border-b border-s border-rule px-1 pt-1 pb-1.5 align-top ${closed ? 'closed' : ''}`}
    >
      <div className="flex items-center justify-between">
        <DayNumber day={day} today={today} outside={outside} />
        {write && (
          <button
            type="button"
            onClick={() => write(day)}
            aria-label={say('calendar_add_on', { day: `${longDay(day)} ${dateWords(day)}` })}
            className="flex size-6 items-center justify-center rounded text-soft opacity-40 hover:bg-pale hover:opacity-100 focus-visible:opacity-100"
          >
            <Plus size={14} aria-hidden="true" />
          </button>
        )}
      </div>
      {shown.length > 0 && (
        <ul>
          {shown.map(item => (
            <li key={item.key}>
              <ItemChip item={item} onEntry={onEntry} />
            </li>
          ))}
        </ul>
      )}
      {shown.length < items.length && (
        <Link
          to={`/calendar/agenda/${day}`}
          aria-label={say('calendar_more_on', { count: items.length - shown.length, day: dateWords(day) })}
          className="inline-block min-h-6 rounded px-0.5 text-[0.8125rem] text-blue underline underline-offset-2"
        >
          {say('calendar_more', { count: items.length - shown.length })}
        </Link>
      )}
    </td>
  )
}

/** The number of a day: today is ringed in pencil. */
export function DayNumber({
  day,
  today,
  outside = false,
}: {
  readonly day: string
  readonly today: string
  readonly outside?: boolean
}) {
  const look = day === today ? 'rounded-full bg-ochre font-bold text-on-ochre' : outside ? 'text-soft' : ''
  return (
    <time
      dateTime={day}
      aria-current={day === today ? 'date' : undefined}
      className={`inline-flex h-6 min-w-6 items-center justify-center text-sm tabular-nums ${look}`}
    >
      {dayNumber(day)}
    </time>
  )
}

type SmallProps = Omit<Props, 'wide'> & { readonly weeks: readonly string[][] }

/** A month where there is little room: how much each day has, and the chosen day in full below. */
function SmallMonth({ weeks, days, date, today, onEntry, write }: SmallProps) {
  return (
    <>
      <Row className="pb-3">
        <div className="grid grid-cols-7 text-center text-xs text-soft" aria-hidden="true">
          {weeks[0]?.map(day => (
            <span key={day}>{shortDay(day)}</span>
          ))}
        </div>
        <ul className="grid grid-cols-7 border-t border-rule">
          {weeks.flat().map(day => {
            const items = days.get(day) ?? []
            const count = items.filter(one => one.is === 'deadline' || one.is === 'entry').length
            const closed = items.some(one => one.is === 'closure' && one.time === null)
            return (
              <li key={day}>
                <Link
                  to={`/calendar/month/${day}`}
                  replace
                  preventScrollReset
                  aria-current={day === date ? 'date' : undefined}
                  aria-label={`${longDay(day)} ${dateWords(day)}: ${say('calendar_things', { count: items.length })}`}
                  className={`flex h-12 flex-col items-center border-b border-rule pt-1 aria-[current=date]:bg-pale ${closed ? 'closed' : ''}`}
                >
                  <DayNumber day={day} today={today} outside={day.slice(0, 7) !== date.slice(0, 7)} />
                  {count > 0 && <span className="text-xs leading-none font-bold text-blue">{count}</span>}
                </Link>
              </li>
            )
          })}
        </ul>
      </Row>
      <DayList day={date} items={days.get(date) ?? []} today={today} onEntry={onEntry} />
      {write && (
        <Row>
          <button
            type="button"
            onClick={() => write(date)}
            className="min-h-9 text-blue underline underline-offset-2"
          >
            {say('calendar_add_on', { day: `${longDay(date)} ${dateWords(date)}` })}
          </button>
        </Row>
      )}
    </>
  )
}

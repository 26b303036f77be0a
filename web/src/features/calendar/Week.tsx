import { Plus } from 'lucide-react'
import { dateWords, longDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { ItemLine } from './ItemLine.js'
import { DayNumber, type DaysProps } from './Month.js'

/** The hours that a line of the week gathers, by the hour it begins at. */
const PARTS = [
  { from: '', key: 'calendar_part_whole' },
  { from: '00:00', key: 'calendar_part_morning' },
  { from: '12:00', key: 'calendar_part_afternoon' },
  { from: '17:00', key: 'calendar_part_evening' },
] as const

const partOf = (time: string | null): number =>
  time === null ? 0 : time < '12:00' ? 1 : time < '17:00' ? 2 : 3

/** A week side by side: the part of the day in the margin, a column for each day. */
export function Week({ days, today, onEntry, write }: DaysProps) {
  const all = [...days.keys()]
  const weekend = all.slice(5).some(day => days.get(day)?.some(one => one.is !== 'closure'))
  const shown = weekend ? all : all.slice(0, 5)
  return (
    <table className="w-full table-fixed border-collapse" aria-label={say('calendar_title')}>
      <colgroup>
        <col className="w-[var(--margin-x)]" />
        {shown.map(day => (
          <col key={day} />
        ))}
      </colgroup>
      <thead>
        <tr>
          <td />
          {shown.map(day => (
            <th
              key={day}
              scope="col"
              className="border-b border-s border-rule px-2 pb-1 text-start align-bottom"
            >
              <span className="flex items-center justify-between text-[0.9375rem]">
                <span>
                  {longDay(day)} <DayNumber day={day} today={today} />
                </span>
                {write && (
                  <button
                    type="button"
                    onClick={() => write(day)}
                    aria-label={say('calendar_add_on', { day: `${longDay(day)} ${dateWords(day)}` })}
                    className="flex size-6 items-center justify-center rounded text-soft hover:bg-pale"
                  >
                    <Plus size={14} aria-hidden="true" />
                  </button>
                )}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {PARTS.map(({ key }, part) => (
          <tr key={key}>
            <th scope="row" className="px-3 pt-2.5 text-end align-top text-sm font-normal text-soft">
              {say(key)}
            </th>
            {shown.map(day => {
              const items = (days.get(day) ?? []).filter(one => partOf(one.time) === part)
              return (
                <td
                  key={day}
                  className={`border-b border-s border-rule px-2 pt-2 pb-3 align-top ${part ? 'h-20' : ''}`}
                >
                  <ul className="flex flex-col gap-2.5">
                    {items.map(item => (
                      <li key={item.key}>
                        {item.time && item.is !== 'lesson' && (
                          <span className="block text-sm text-soft tabular-nums">{item.time}</span>
                        )}
                        <ItemLine item={item} onEntry={onEntry} />
                      </li>
                    ))}
                  </ul>
                </td>
              )
            })}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

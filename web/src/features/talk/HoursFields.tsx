import type { Hours } from '@oppen/core/talk'
import { lazy, Suspense } from 'react'
import { Waiting } from '../../parts/Feedback.js'
import { Tick } from '../../parts/Tick.js'
import { longDay } from '../../words/dates.js'
import { say } from '../../words/say.js'

const TimeOfDayField = lazy(() =>
  import('../../parts/dates/DateFields.js').then(one => ({ default: one.TimeOfDayField })),
)

/** A week from Monday on, for the names of its days. */
const WEEK = [5, 6, 7, 8, 9, 10, 11].map(day => `2026-01-${String(day).padStart(2, '0')}`)

type HoursProps = { readonly hours: Hours; readonly onChange: (hours: Hours) => void }

/** From when until when, and on which days. */
export function HoursFields({ hours, onChange }: HoursProps) {
  const names = WEEK.map(longDay)
  return (
    <div className="flex flex-col gap-2 ps-6">
      <Suspense fallback={<Waiting />}>
        <div className="flex flex-wrap gap-4">
          <TimeOfDayField
            label={say('room_form_from')}
            value={hours.from}
            onChange={from => onChange({ ...hours, from })}
          />
          <TimeOfDayField
            label={say('room_form_until')}
            value={hours.until}
            onChange={until => onChange({ ...hours, until })}
          />
        </div>
      </Suspense>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="mb-1 text-[0.9375rem] font-semibold">{say('room_form_days')}</legend>
        {names.map((name, index) => {
          const day = index + 1
          const on = hours.days.includes(day)
          return (
            <Tick
              key={name}
              on={on}
              onChange={next =>
                onChange({
                  ...hours,
                  days: next ? [...hours.days, day] : hours.days.filter(one => one !== day),
                })
              }
            >
              {name}
            </Tick>
          )
        })}
      </fieldset>
    </div>
  )
}

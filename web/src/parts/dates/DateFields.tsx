import type { DateValue } from '@internationalized/date'
import { type ReactNode, useId } from 'react'
import { DateField, DateInput, DateSegment } from 'react-aria-components/DateField'
import { I18nProvider } from 'react-aria-components/I18nProvider'
import { Label } from 'react-aria-components/Label'
import { TimeField } from 'react-aria-components/TimeField'
import { LOCALE } from '../../words/language.js'
import { DayPicker } from './DayPicker.js'
import { dateOf, dateText, momentOf, momentText, timeOf, timeText } from './value.js'

export type DateFieldProps = {
  readonly label: string
  /** A day is `2026-10-14`, a time `17:00`, a moment `2026-10-14T17:00`; '' while it is not whole. */
  readonly value: string
  readonly onChange: (value: string) => void
  readonly problem?: string | undefined
  readonly invalid?: boolean
  /** Without its label in sight, as a cell of a line whose columns are named. */
  readonly bare?: boolean
  readonly className?: string
}

type PartsProps = DateFieldProps & {
  readonly field: (around: Around, children: ReactNode) => ReactNode
  readonly picker?: ReactNode
}

type Around = {
  readonly 'aria-label'?: string
  readonly 'aria-describedby'?: string
  readonly isInvalid: boolean
  readonly shouldForceLeadingZeros: true
}

const BOX =
  'flex w-full min-w-0 items-center rounded-[var(--radius-card)] border bg-sheet text-ink tabular-nums has-[[role=spinbutton]:focus]:outline-3 has-[[role=spinbutton]:focus]:outline-offset-2 has-[[role=spinbutton]:focus]:outline-ochre'

/** The parts of a day or time in the order and form of the school, each typed or turned with the arrow keys. */
function Parts({ label, problem, invalid = false, bare = false, className = '', field, picker }: PartsProps) {
  const id = useId()
  const wrong = invalid || !!problem
  const around: Around = {
    isInvalid: wrong,
    shouldForceLeadingZeros: true,
    ...(bare && { 'aria-label': label }),
    ...(problem && { 'aria-describedby': `${id}-problem` }),
  }
  return (
    <I18nProvider locale={LOCALE}>
      <div className={className}>
        {field(
          around,
          <>
            {!bare && <Label className="mb-1 block text-[0.9375rem] font-semibold">{label}</Label>}
            <div
              className={`${BOX} ${wrong ? 'border-rust' : 'border-edge'} ${bare ? 'px-1.5 py-1 text-[0.9375rem]' : 'px-2.5 py-2 text-base'}`}
            >
              <DateInput className="flex flex-1 whitespace-pre">
                {segment => (
                  <DateSegment
                    segment={segment}
                    className="min-h-6 rounded text-center outline-none data-[type=literal]:min-w-0 not-data-[type=literal]:min-w-6 data-[focused]:bg-blue data-[focused]:text-on-blue data-[placeholder]:text-soft data-[placeholder]:data-[focused]:text-on-blue data-[type=literal]:text-soft"
                  />
                )}
              </DateInput>
              {picker}
            </div>
          </>,
        )}
        {problem && (
          <p id={`${id}-problem`} role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
            {problem}
          </p>
        )}
      </div>
    </I18nProvider>
  )
}

type DatedProps = DateFieldProps & {
  readonly granularity: 'day' | 'minute'
  readonly date: DateValue | null
  readonly text: (value: DateValue | null) => string
  readonly onDay: (day: string) => void
}

/** What begins with a day: its parts, and its month to choose from. */
function Dated({ granularity, date, text, onDay, ...props }: DatedProps) {
  const { value, onChange, label } = props
  return (
    <Parts
      {...props}
      field={(around, children) => (
        <DateField {...around} granularity={granularity} value={date} onChange={next => onChange(text(next))}>
          {children}
        </DateField>
      )}
      picker={<DayPicker label={label} day={value.slice(0, 10)} onChoose={onDay} />}
    />
  )
}

/** A day, typed or chosen from its month. */
export const DayField = (props: DateFieldProps) => (
  <Dated
    {...props}
    granularity="day"
    date={dateOf(props.value)}
    text={dateText}
    onDay={day => props.onChange(day)}
  />
)

/** A day with its time; a day that is chosen before there is a time has that of the afternoon. */
export const MomentField = (props: DateFieldProps) => (
  <Dated
    {...props}
    granularity="minute"
    date={momentOf(props.value)}
    text={momentText}
    onDay={day => props.onChange(`${day}T${props.value.slice(11) || '17:00'}`)}
  />
)

/** A time of the day, of 24 hours. */
export function TimeOfDayField(props: DateFieldProps) {
  const { value, onChange } = props
  return (
    <Parts
      {...props}
      field={(around, children) => (
        <TimeField {...around} value={timeOf(value)} onChange={next => onChange(timeText(next))}>
          {children}
        </TimeField>
      )}
    />
  )
}

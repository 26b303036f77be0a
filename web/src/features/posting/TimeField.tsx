import type { TimeName, TimeRule } from '@oppen/core/timing'
import { useId } from 'react'
import { MomentField, TimeOfDayField } from '../../parts/dates/DateFields.js'
import { say, type WordKey } from '../../words/say.js'

const BOX =
  'min-w-0 rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1 text-[0.9375rem] text-ink aria-invalid:border-rust'

type Props = {
  readonly name: TimeName
  readonly rule: TimeRule | null
  readonly onChange: (rule: TimeRule | null) => void
  /** A local time to begin from where a fixed one is chosen. */
  readonly usual: string
  readonly problem?: string | undefined
}

const KINDS = ['none', 'fixed', 'lesson', 'nextLesson', 'schoolDays'] as const
type Kind = (typeof KINDS)[number]

function ruleOf(kind: Kind, before: TimeRule | null, usual: string): TimeRule | null {
  const n = before && 'n' in before ? before.n : 1
  const edge = before && 'edge' in before ? before.edge : 'start'
  switch (kind) {
    case 'none':
      return null
    case 'fixed':
      return { is: 'fixed', local: usual }
    case 'lesson':
    case 'nextLesson':
      return { is: kind, edge, n }
    case 'schoolDays':
      return { is: 'schoolDays', days: 1, time: '17:00', n }
  }
}

/** One time of a work: fixed, or following the lessons of each group. */
export function TimeField({ name, rule, onChange, usual, problem }: Props) {
  const id = useId()
  const kind: Kind = rule?.is ?? 'none'
  return (
    <fieldset aria-describedby={problem ? `${id}-problem` : undefined}>
      <legend className="mb-1 text-[0.9375rem] font-semibold">{say(`time_${name}`)}</legend>
      <div className="flex flex-wrap gap-1.5">
        <select
          aria-label={say('time_how', { time: say(`time_${name}`) })}
          value={kind}
          onChange={event => onChange(ruleOf(event.target.value as Kind, rule, usual))}
          className={BOX}
        >
          {KINDS.map(one => (
            <option key={one} value={one}>
              {say(one === 'none' ? (`time_none_${name}` as WordKey) : `time_kind_${one}`)}
            </option>
          ))}
        </select>
        {rule && <Details name={name} rule={rule} onChange={onChange} invalid={!!problem} />}
      </div>
      {problem && (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-[0.9375rem] font-medium text-rust">
          {problem}
        </p>
      )}
    </fieldset>
  )
}

type DetailProps = {
  readonly name: TimeName
  readonly rule: TimeRule
  readonly onChange: (rule: TimeRule) => void
  readonly invalid: boolean
}

function Details({ name, rule, onChange, invalid }: DetailProps) {
  const label = say(`time_${name}`)
  if (rule.is === 'fixed')
    return (
      <MomentField
        bare
        label={label}
        invalid={invalid}
        value={rule.local}
        onChange={local => onChange({ is: 'fixed', local })}
      />
    )
  if (rule.is === 'schoolDays')
    return (
      <>
        <input
          type="number"
          aria-label={say('time_days', { time: label })}
          value={rule.days}
          min={-60}
          max={60}
          onChange={event => onChange({ ...rule, days: Math.trunc(Number(event.target.value)) })}
          className={`${BOX} w-16`}
        />
        <span className="self-center text-[0.9375rem] text-soft">{say('time_days_after')}</span>
        <Lesson rule={rule} label={label} onChange={onChange} />
        <TimeOfDayField
          bare
          label={say('time_of_day', { time: label })}
          value={rule.time}
          onChange={time => onChange({ ...rule, time })}
        />
      </>
    )
  return (
    <>
      <select
        aria-label={say('time_edge', { time: label })}
        value={rule.edge}
        onChange={event => onChange({ ...rule, edge: event.target.value as 'start' | 'end' })}
        className={BOX}
      >
        <option value="start">{say('time_start')}</option>
        <option value="end">{say('time_end')}</option>
      </select>
      <Lesson rule={rule} label={label} onChange={onChange} />
    </>
  )
}

type LessonProps<R> = { readonly rule: R; readonly label: string; readonly onChange: (rule: R) => void }

function Lesson<R extends { readonly n: number }>({ rule, label, onChange }: LessonProps<R>) {
  return (
    <select
      aria-label={say('time_lesson', { time: label })}
      value={rule.n}
      onChange={event => onChange({ ...rule, n: Number(event.target.value) })}
      className={BOX}
    >
      {[1, 2, 3, 4, 5, 6, 7, 8].map(n => (
        <option key={n} value={n}>
          {say('time_nth', { n })}
        </option>
      ))}
    </select>
  )
}

import type { CalendarForm, CalendarPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { localAt } from '@oppen/core/zone'
import { keepPreviousData, useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, useDeferredValue, useState } from 'react'
import { call, Refusal } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { DayField, TimeOfDayField } from '../../parts/dates/DateFields.js'
import { Cell, Off } from '../../parts/inputs.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { ChooseCalendarFile } from './ChooseCalendarFile.js'
import { addClosures } from './fromFile.js'
import { KeepFoot } from './KeepFoot.js'
import { weekdayName } from './parts.js'

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.calendar())

/** The school's year, for all its classes. */
export function Screen() {
  const { data } = useSuspenseQuery(reads.calendar())
  return <Year key={JSON.stringify(data)} page={data} />
}

function Year({ page }: { readonly page: CalendarPage }) {
  const time = useNow()
  const owns = useMe().account.ownsSchool
  const [begun] = useState<CalendarForm>(() => {
    const { zone: _, ...form } = page
    return form
  })
  const [form, setForm] = useState(begun)
  const put = (part: Partial<CalendarForm>) => setForm({ ...form, ...part })
  const asked = useDeferredValue(form)
  const changed = form !== begun
  const trial = useQuery({
    ...reads.tryCalendar(asked),
    enabled: changed,
    placeholderData: keepPreviousData,
  })
  const keep = useCommand({
    do: () => call(routes.changeCalendar, {}, form),
    again: [['calendar'], ['week'], ['topics'], ['today']],
    done: () => showToast(say('year_kept')),
  })
  const refusal = keep.words ?? (trial.error instanceof Refusal ? problemWords(trial.error, time) : undefined)
  const today = localAt(time.now, time.zone).slice(0, 10)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  return (
    <Sheet title={say('year_title')}>
      <Head title={say('year_title')} sub={page.zone} />
      <Row>
        <p className="max-w-prose text-soft">{say(owns ? 'year_lead' : 'year_lead_seen')}</p>
      </Row>
      <form onSubmit={submit} noValidate>
        <fieldset disabled={!owns} className="contents">
          <Section title={say('year_terms')}>
            <Row>
              <Spans
                spans={form.terms}
                onChange={terms => put({ terms })}
                fresh={() => ({ name: '', from: today, to: today })}
                add={say('year_add_term')}
              />
            </Row>
          </Section>
          <Section title={say('year_closures')}>
            <Row>
              <Spans
                spans={form.closures}
                onChange={closures => put({ closures })}
                fresh={() => ({ name: '', from: today, to: today, starts: null, ends: null })}
                add={say('year_add_closure')}
                more={(closure, set) => (
                  <Part closure={closure} onChange={(starts, ends) => set({ ...closure, starts, ends })} />
                )}
                beside={
                  <ChooseCalendarFile
                    label={say('year_file')}
                    read={file => call(routes.readCalendarFile, {}, file)}
                    onRead={({ closures: found }) => {
                      const { closures, added } = addClosures(form.closures, found)
                      put({ closures })
                      showToast(
                        added ? say('year_file_taken', { count: added }) : say('year_file_nothing_new'),
                      )
                    }}
                  />
                }
              />
            </Row>
          </Section>
          <Row className="pt-5">
            <div className="flex max-w-3xl flex-col gap-4">
              <fieldset className="flex flex-wrap gap-x-4">
                <legend className="text-[0.9375rem] font-semibold">{say('year_weekdays')}</legend>
                {[1, 2, 3, 4, 5, 6, 7].map(day => (
                  <label key={day} className="flex min-h-7 items-center gap-1.5 text-[0.9375rem]">
                    <input
                      type="checkbox"
                      checked={form.weekdays.includes(day)}
                      onChange={() =>
                        put({
                          weekdays: form.weekdays.includes(day)
                            ? form.weekdays.filter(one => one !== day)
                            : [...form.weekdays, day].sort(),
                        })
                      }
                    />
                    {weekdayName(day)}
                  </label>
                ))}
              </fieldset>
              <Rotation form={form} put={put} today={today} />
              {owns && (
                <KeepFoot
                  label={say('year_keep')}
                  changed={changed}
                  busy={keep.busy}
                  moved={trial.data?.moved}
                  refusal={refusal}
                />
              )}
            </div>
          </Row>
        </fieldset>
      </form>
    </Sheet>
  )
}

type Span = { readonly name: string; readonly from: string; readonly to: string }

type SpansProps<S extends Span> = {
  readonly spans: readonly S[]
  readonly onChange: (spans: S[]) => void
  readonly fresh: () => S
  readonly add: string
  readonly more?: (span: S, set: (span: S) => void) => React.ReactNode
  readonly beside?: React.ReactNode
}

function Spans<S extends Span>({ spans, onChange, fresh, add, more, beside }: SpansProps<S>) {
  const set = (index: number, span: S) => onChange(spans.map((one, at) => (at === index ? span : one)))
  return (
    <>
      <ul className="flex flex-col gap-1.5">
        {spans.map((span, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a new span has no name but its line
          <li key={index} className="flex flex-wrap items-center gap-1.5">
            <Cell
              label={say('year_name')}
              placeholder={say('year_name')}
              value={span.name}
              onChange={event => set(index, { ...span, name: event.target.value })}
              className="w-48"
            />
            <DayField
              bare
              label={say('year_from')}
              value={span.from}
              onChange={from => set(index, { ...span, from })}
            />
            <DayField
              bare
              label={say('year_to')}
              value={span.to}
              onChange={to => set(index, { ...span, to })}
            />
            {more?.(span, one => set(index, one))}
            <Off
              label={say('year_remove', { name: span.name })}
              onClick={() => onChange(spans.filter((_, at) => at !== index))}
            />
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button onClick={() => onChange([...spans, fresh()])}>{add}</Button>
        {beside}
      </div>
    </>
  )
}

type PartProps = {
  readonly closure: CalendarForm['closures'][number]
  readonly onChange: (starts: string | null, ends: string | null) => void
}

function Part({ closure, onChange }: PartProps) {
  const part = closure.starts !== null || closure.ends !== null
  return (
    <>
      <label className="flex items-center gap-1.5 text-[0.9375rem]">
        <input
          type="checkbox"
          checked={part}
          onChange={() => (part ? onChange(null, null) : onChange('12:00', null))}
        />
        {say('year_part')}
      </label>
      {part && (
        <>
          <TimeOfDayField
            bare
            label={say('year_starts')}
            value={closure.starts ?? ''}
            onChange={value => onChange(value || null, closure.ends)}
          />
          <TimeOfDayField
            bare
            label={say('year_ends')}
            value={closure.ends ?? ''}
            onChange={value => onChange(closure.starts, value || null)}
          />
        </>
      )}
    </>
  )
}

type RotationProps = {
  readonly form: CalendarForm
  readonly put: (part: Partial<CalendarForm>) => void
  readonly today: string
}

function Rotation({ form, put, today }: RotationProps) {
  const { rotation } = form
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-[0.9375rem]">
      <label className="flex items-center gap-1.5 font-semibold">
        <input
          type="checkbox"
          checked={rotation !== null}
          onChange={() => put({ rotation: rotation ? null : { anchor: today, passesClosedWeeks: true } })}
        />
        {say('year_rotation')}
      </label>
      {rotation && (
        <>
          <span className="flex items-center gap-1.5">
            {say('year_anchor')}
            <DayField
              bare
              label={say('year_anchor')}
              value={rotation.anchor}
              onChange={anchor => put({ rotation: { ...rotation, anchor } })}
            />
          </span>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={rotation.passesClosedWeeks}
              onChange={event => put({ rotation: { ...rotation, passesClosedWeeks: event.target.checked } })}
            />
            {say('year_passes')}
          </label>
        </>
      )}
    </div>
  )
}

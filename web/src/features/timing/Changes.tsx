import type { TimetableForm } from '@oppen/contract'
import type { LessonId } from '@oppen/core/ids'
import { addDays, weekdayOf } from '@oppen/core/zone'
import { Button } from '../../parts/Button.js'
import { DayField, TimeOfDayField } from '../../parts/dates/DateFields.js'
import { Cell, Off, Select } from '../../parts/inputs.js'
import { say } from '../../words/say.js'
import { type PartProps, Who, weekdayName } from './parts.js'

type Change = TimetableForm['changes'][number]
const KINDS = ['moved', 'cancelled', 'extra'] as const

/** What is different on single dates: lessons cancelled, moved or added. */
export function Changes({ page, form, put }: PartProps) {
  const set = (index: number, part: Partial<Change>) =>
    put({ changes: form.changes.map((one, at) => (at === index ? { ...one, ...part } : one)) })
  const known = form.lessons.filter(lesson => lesson.id !== null)
  const nextOn = (lessonId: LessonId | null): string => {
    const weekday = known.find(one => one.id === lessonId)?.weekday ?? 1
    return addDays(form.from, (weekday - weekdayOf(form.from) + 7) % 7)
  }
  const add = () => {
    const lesson = known[0]
    const on = nextOn(lesson?.id ?? null)
    const to = { date: on, starts: lesson?.starts ?? '09:00', ends: lesson?.ends ?? '09:45', place: '' }
    const change: Change = lesson
      ? { id: null, kind: 'moved', groupId: null, lessonId: lesson.id, on, to }
      : { id: null, kind: 'extra', groupId: null, lessonId: null, on: null, to }
    put({ changes: [...form.changes, change] })
  }
  const turn = (index: number, change: Change, kind: Change['kind']) => {
    const lessonId = kind === 'extra' ? null : (change.lessonId ?? known[0]?.id ?? null)
    const on = kind === 'extra' ? null : (change.on ?? nextOn(lessonId))
    const to =
      kind === 'cancelled'
        ? null
        : (change.to ?? { date: on ?? form.from, starts: '09:00', ends: '09:45', place: '' })
    set(index, { kind, lessonId, on, to })
  }
  return (
    <>
      {!form.changes.length && <p className="mb-2 text-soft">{say('timetable_dates_none')}</p>}
      <ul className="flex flex-col gap-1.5">
        {form.changes.map((change, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a new date has no name but its line
          <li key={index} className="flex flex-wrap items-center gap-1.5">
            <Select
              label={say('timetable_kind')}
              value={change.kind}
              onChange={event => turn(index, change, event.target.value as Change['kind'])}
            >
              {KINDS.filter(kind => kind === 'extra' || known.length).map(kind => (
                <option key={kind} value={kind}>
                  {say(`timetable_kind_${kind}`)}
                </option>
              ))}
            </Select>
            {change.kind === 'extra' ? (
              <Who page={page} value={change.groupId} onChange={groupId => set(index, { groupId })} />
            ) : (
              <>
                <Select
                  label={say('timetable_lesson')}
                  value={change.lessonId ?? ''}
                  onChange={event => {
                    const lessonId = event.target.value as LessonId
                    const lesson = known.find(one => one.id === lessonId)
                    const on = nextOn(lessonId)
                    const times = lesson && { starts: lesson.starts, ends: lesson.ends }
                    set(index, { lessonId, on, to: change.to && { ...change.to, date: on, ...times } })
                  }}
                >
                  {known.map(lesson => (
                    <option key={lesson.id} value={lesson.id ?? ''}>
                      {weekdayName(lesson.weekday)} {lesson.starts}{' '}
                      {page.groups.find(group => group.id === lesson.groupId)?.name ?? ''}
                    </option>
                  ))}
                </Select>
                <DayField
                  bare
                  label={say('timetable_on')}
                  value={change.on ?? ''}
                  onChange={on => set(index, { on })}
                />
              </>
            )}
            {change.to && <To to={change.to} onChange={to => set(index, { to })} />}
            <Off
              label={say('timetable_change_remove')}
              onClick={() => put({ changes: form.changes.filter((_, at) => at !== index) })}
            />
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={add}>
        {say('timetable_change_add')}
      </Button>
    </>
  )
}

type To = NonNullable<Change['to']>

function To({ to, onChange }: { readonly to: To; readonly onChange: (to: To) => void }) {
  return (
    <>
      <span aria-hidden="true">→</span>
      <DayField
        bare
        label={say('timetable_to')}
        value={to.date}
        onChange={date => onChange({ ...to, date })}
      />
      <TimeOfDayField
        bare
        label={say('timetable_starts')}
        value={to.starts}
        onChange={starts => onChange({ ...to, starts })}
      />
      <TimeOfDayField
        bare
        label={say('timetable_ends')}
        value={to.ends}
        onChange={ends => onChange({ ...to, ends })}
      />
      <Cell
        label={say('timetable_place')}
        placeholder={say('timetable_place')}
        value={to.place}
        onChange={event => onChange({ ...to, place: event.target.value })}
        className="w-28"
      />
    </>
  )
}

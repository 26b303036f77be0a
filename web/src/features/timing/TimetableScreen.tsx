import type { TimetableForm, TimetablePage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { localAt } from '@oppen/core/zone'
import { keepPreviousData, useQuery, useSuspenseQuery } from '@tanstack/react-query'
import { type FormEvent, useDeferredValue, useState } from 'react'
import { Link } from 'react-router'
import { call, Refusal } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { DayField, TimeOfDayField } from '../../parts/dates/DateFields.js'
import { Field } from '../../parts/Field.js'
import { Cell, Off, Select } from '../../parts/inputs.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { Changes } from './Changes.js'
import { ChooseCalendarFile } from './ChooseCalendarFile.js'
import { addLessons, type Found } from './fromFile.js'
import { KeepFoot } from './KeepFoot.js'
import { LessonsFromFile } from './LessonsFromFile.js'
import { type PartProps, Who, weekdayName } from './parts.js'

export const prepare = ({ client, params }: Prepared) => client.prefetchQuery(reads.timetable(params.classId))

/** The lessons of a class, what is different on single dates, and where the groups meet. */
export function Screen() {
  const { classId } = useIds()
  const { data } = useSuspenseQuery(reads.timetable(classId))
  return <Timetable key={JSON.stringify(data)} page={data} />
}

function formOf(page: TimetablePage, today: string): TimetableForm {
  return {
    from: today,
    lessons: [...page.lessons],
    changes: [...page.changes],
    rooms: page.groups.map(group => ({ groupId: group.id, address: group.room })),
  }
}

function Timetable({ page }: { readonly page: TimetablePage }) {
  const { classId } = useIds()
  const time = useNow()
  const [begun] = useState(() => formOf(page, localAt(time.now, time.zone).slice(0, 10)))
  const [form, setForm] = useState(begun)
  const put = (part: Partial<TimetableForm>) => setForm({ ...form, ...part })
  const asked = useDeferredValue(form)
  const changed = form !== begun
  const trial = useQuery({
    ...reads.tryTimetable(classId, asked),
    enabled: changed,
    placeholderData: keepPreviousData,
  })
  const keep = useCommand({
    do: () => call(routes.changeTimetable, { classId }, form),
    again: [
      ['timetable', classId],
      ['week', classId],
      ['topics', classId],
    ],
    done: () => showToast(say('timetable_kept')),
  })
  const refusal = keep.words ?? (trial.error instanceof Refusal ? problemWords(trial.error, time) : undefined)
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  return (
    <Sheet title={`${say('timetable_title')}, ${page.className}`}>
      <Head
        title={say('timetable_title')}
        sub={page.className}
        aside={
          <Link to="/school-year" className={buttonClasses()}>
            {say('timetable_year')}
          </Link>
        }
      />
      <Row>
        <p className="max-w-prose text-soft">{say('timetable_lead')}</p>
      </Row>
      <form onSubmit={submit} noValidate>
        <Section title={say('timetable_weekly')}>
          <Row>
            <Weekly page={page} form={form} put={put} />
          </Row>
        </Section>
        <Section title={say('timetable_dates')}>
          <Row>
            <Changes page={page} form={form} put={put} />
          </Row>
        </Section>
        <Section title={say('timetable_rooms')}>
          <Row>
            <p className="mb-2 text-sm text-soft">{say('timetable_rooms_lead')}</p>
            <div className="grid max-w-2xl gap-3">
              {page.groups.map(group => (
                <Field
                  key={group.id}
                  label={say('timetable_room', { group: group.name })}
                  placeholder="https://"
                  value={form.rooms.find(one => one.groupId === group.id)?.address ?? ''}
                  onChange={event =>
                    put({
                      rooms: form.rooms.map(one =>
                        one.groupId === group.id ? { ...one, address: event.target.value || null } : one,
                      ),
                    })
                  }
                />
              ))}
            </div>
          </Row>
        </Section>
        <Row className="pt-5">
          <div className="flex max-w-3xl flex-col gap-4">
            <KeepFoot
              label={say('timetable_keep')}
              changed={changed}
              busy={keep.busy}
              moved={trial.data?.moved}
              refusal={refusal}
            />
          </div>
        </Row>
      </form>
    </Sheet>
  )
}

const DAYS = [1, 2, 3, 4, 5, 6, 7] as const

function Weekly({ page, form, put }: PartProps) {
  type Lesson = TimetableForm['lessons'][number]
  const { classId } = useIds()
  const [found, setFound] = useState<readonly Found[] | null>(null)
  const set = (index: number, part: Partial<Lesson>) =>
    put({ lessons: form.lessons.map((one, at) => (at === index ? { ...one, ...part } : one)) })
  const last = form.lessons.at(-1)
  const add = () =>
    put({
      lessons: [
        ...form.lessons,
        {
          id: null,
          groupId: null,
          weekday: last?.weekday ?? 1,
          starts: last?.starts ?? '09:00',
          ends: last?.ends ?? '09:45',
          place: '',
          rotation: null,
        },
      ],
    })
  return (
    <>
      {found && (
        <LessonsFromFile
          found={found}
          groups={page.groups}
          onClose={() => setFound(null)}
          onChoose={chosen => {
            const { form: next, added } = addLessons(form, chosen)
            put(next)
            setFound(null)
            showToast(say('timetable_file_taken', { count: added }))
          }}
        />
      )}
      <ul className="flex flex-col gap-1.5">
        {form.lessons.map((lesson, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a new lesson has no name but its line
          <li key={index} className="flex flex-wrap items-center gap-1.5">
            <Select
              label={say('timetable_day')}
              value={lesson.weekday}
              onChange={event => set(index, { weekday: Number(event.target.value) })}
              className="w-32"
            >
              {DAYS.map(day => (
                <option key={day} value={day}>
                  {weekdayName(day)}
                </option>
              ))}
            </Select>
            <TimeOfDayField
              bare
              className="w-32"
              label={say('timetable_starts')}
              value={lesson.starts}
              onChange={starts => set(index, { starts })}
            />
            <TimeOfDayField
              bare
              className="w-32"
              label={say('timetable_ends')}
              value={lesson.ends}
              onChange={ends => set(index, { ends })}
            />
            <Who page={page} value={lesson.groupId} onChange={groupId => set(index, { groupId })} />
            <Cell
              label={say('timetable_place')}
              placeholder={say('timetable_place')}
              value={lesson.place}
              onChange={event => set(index, { place: event.target.value })}
              className="w-32"
            />
            {page.rotation && (
              <Select
                label={say('timetable_rotation')}
                value={lesson.rotation ?? ''}
                onChange={event => set(index, { rotation: (event.target.value || null) as 'A' | 'B' | null })}
              >
                <option value="">{say('timetable_both')}</option>
                <option value="A">A</option>
                <option value="B">B</option>
              </Select>
            )}
            <Off
              label={say('timetable_remove', { day: weekdayName(lesson.weekday), starts: lesson.starts })}
              onClick={() => put({ lessons: form.lessons.filter((_, at) => at !== index) })}
            />
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <Button onClick={add}>{say('timetable_add')}</Button>
        <ChooseCalendarFile
          label={say('timetable_file')}
          read={file => call(routes.readTimetableFile, { classId }, file)}
          onRead={reply => setFound(reply.found)}
        />
        <span className="flex flex-wrap items-center gap-2 text-[0.9375rem]">
          {say('timetable_from')}
          <DayField bare label={say('timetable_from')} value={form.from} onChange={from => put({ from })} />
          <span className="text-sm text-soft">{say('timetable_from_hint')}</span>
        </span>
      </div>
    </>
  )
}

import type { ClassSettings, SettingsBody } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { X } from 'lucide-react'
import { Button } from '../../parts/Button.js'
import { say, type WordKey } from '../../words/say.js'

type Lesson = SettingsBody['lessons'][number]
type Props = {
  readonly lessons: SettingsBody['lessons']
  readonly groups: ClassSettings['groups']
  readonly onChange: (lessons: Lesson[]) => void
}

const DAYS = [1, 2, 3, 4, 5, 6, 7] as const
const dayName = (weekday: number) => say(`weekday_${weekday}` as WordKey)
const BOX = 'rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1 text-[15px] text-ink'

/** When the class has lessons: the door knows from it when the lesson ends. */
export function Lessons({ lessons, groups, onChange }: Props) {
  const put = (index: number, part: Partial<Lesson>) =>
    onChange(lessons.map((lesson, at) => (at === index ? { ...lesson, ...part } : lesson)))
  const last = lessons.at(-1)
  const add = () =>
    onChange([
      ...lessons,
      {
        groupId: null,
        weekday: last?.weekday ?? 1,
        starts: last?.starts ?? '09:00',
        ends: last?.ends ?? '09:45',
      },
    ])
  return (
    <fieldset>
      <legend className="text-[15px] font-semibold">{say('settings_lessons')}</legend>
      <p className="mb-2 text-sm text-soft">{say('settings_lessons_lead')}</p>
      <ul className="flex flex-col gap-2">
        {lessons.map((lesson, index) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a lesson has no name but its line
            key={index}
            className="grid max-w-xl grid-cols-[8.5rem_7.5rem_7.5rem_minmax(7rem,1fr)_auto] items-center gap-2 max-md:grid-cols-2"
          >
            <LessonLine lesson={lesson} groups={groups} onChange={part => put(index, part)} />
            <button
              type="button"
              aria-label={say('settings_lesson_remove', {
                day: dayName(lesson.weekday),
                starts: lesson.starts,
              })}
              onClick={() => onChange(lessons.filter((_, at) => at !== index))}
              className="rounded p-1.5 hover:bg-pale"
            >
              <X size={16} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={add}>
        {say('settings_lesson_add')}
      </Button>
    </fieldset>
  )
}

type LineProps = {
  readonly lesson: Lesson
  readonly groups: ClassSettings['groups']
  readonly onChange: (part: Partial<Lesson>) => void
}

function LessonLine({ lesson, groups, onChange }: LineProps) {
  return (
    <>
      <select
        aria-label={say('settings_lesson_day')}
        value={lesson.weekday}
        onChange={event => onChange({ weekday: Number(event.target.value) })}
        className={BOX}
      >
        {DAYS.map(day => (
          <option key={day} value={day}>
            {dayName(day)}
          </option>
        ))}
      </select>
      <input
        type="time"
        aria-label={say('settings_lesson_starts')}
        value={lesson.starts}
        onChange={event => onChange({ starts: event.target.value })}
        className={BOX}
      />
      <input
        type="time"
        aria-label={say('settings_lesson_ends')}
        value={lesson.ends}
        onChange={event => onChange({ ends: event.target.value })}
        className={BOX}
      />
      <select
        aria-label={say('settings_lesson_group')}
        value={lesson.groupId ?? ''}
        onChange={event => onChange({ groupId: event.target.value ? (event.target.value as GroupId) : null })}
        className={BOX}
      >
        <option value="">{say('settings_lesson_all')}</option>
        {groups.map(group => (
          <option key={group.id} value={group.id}>
            {group.name}
          </option>
        ))}
      </select>
    </>
  )
}

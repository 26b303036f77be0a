import type { TimetablePage } from '@oppen/contract'
import { useState } from 'react'
import { Button } from '../../parts/Button.js'
import { Select } from '../../parts/inputs.js'
import { Window } from '../../parts/Window.js'
import { dateWords } from '../../words/dates.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { type Found, guessWhose, type Whose } from './fromFile.js'
import { weekdayName } from './parts.js'

type Props = {
  readonly found: readonly Found[]
  readonly groups: TimetablePage['groups']
  readonly onChoose: (chosen: { found: Found; whose: Whose }[]) => void
  readonly onClose: () => void
}

/** What a file says of lessons, under each of its names: whose they are is chosen before they are taken. */
export function LessonsFromFile({ found, groups, onChoose, onClose }: Props) {
  const [whose, setWhose] = useState<readonly Whose[]>(() =>
    found.map(one => guessWhose(one, groups, found.length > 1)),
  )
  const chosen = found.map((one, index) => ({ found: one, whose: whose[index] ?? 'none' }))
  return (
    <Window open onClose={onClose} title={say('timetable_file_title')} size="wide">
      <p className="mb-3 text-[0.9375rem] text-soft">{say('timetable_file_lead')}</p>
      <ul className="flex flex-col gap-3">
        {found.map((one, index) => (
          <li key={one.title} className="grid grid-cols-[minmax(0,1fr)_auto] gap-3 border-b border-rule pb-3">
            <div>
              <p className="font-semibold">{one.title || say('timetable_file_unnamed')}</p>
              <ul className="text-[0.9375rem]">
                {one.weekly.map(lesson => (
                  <li key={`${lesson.weekday} ${lesson.starts} ${lesson.place}`}>
                    {[
                      `${weekdayName(lesson.weekday)} ${lesson.starts}–${lesson.ends}`,
                      lesson.place,
                      lesson.rotation && say('timetable_file_rotation', { week: lesson.rotation }),
                      lesson.missing.length &&
                        say('timetable_file_missing', { days: listWords(lesson.missing.map(dateWords)) }),
                    ]
                      .filter(Boolean)
                      .join(' · ')}
                  </li>
                ))}
                {one.single.length > 0 && (
                  <li className="text-soft">
                    {say('timetable_file_single', {
                      days: listWords(one.single.map(day => `${dateWords(day.date)} ${day.starts}`)),
                    })}
                  </li>
                )}
              </ul>
            </div>
            <Select
              label={say('timetable_file_whose', { title: one.title })}
              value={whose[index] ?? 'none'}
              onChange={event =>
                setWhose(whose.map((other, at) => (at === index ? (event.target.value as Whose) : other)))
              }
              className="h-9 w-44"
            >
              <option value="none">{say('timetable_file_none')}</option>
              <option value="all">{say('timetable_all')}</option>
              {groups.map(group => (
                <option key={group.id} value={group.id}>
                  {group.name}
                </option>
              ))}
            </Select>
          </li>
        ))}
      </ul>
      <div className="mt-4">
        <Button
          variant="primary"
          disabled={chosen.every(one => one.whose === 'none')}
          onClick={() => onChoose(chosen)}
        >
          {say('timetable_file_take')}
        </Button>
      </div>
    </Window>
  )
}

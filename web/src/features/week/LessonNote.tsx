import type { WeekLesson } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { RoomLink } from '../../parts/RoomLink.js'
import { Window } from '../../parts/Window.js'
import { shortDay } from '../../words/dates.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'

type Props = {
  readonly lesson: WeekLesson
  readonly groupNames: readonly string[]
  readonly week: string
  /** Whether the reader may write it. */
  readonly writes: boolean
}

/** What happens in a lesson: what is done together, what each does alone, and the way into the meeting room. */
export function LessonNote({ lesson, groupNames, week, writes }: Props) {
  const [writing, setWriting] = useState(false)
  const blank = !lesson.live && !lesson.own
  if (blank && !writes && !lesson.room) return null
  return (
    <div className="mb-1.5 border-s-2 border-blue/40 ps-2 text-[0.8125rem] leading-snug">
      {lesson.live && (
        <p>
          <span className="font-semibold">{say('week_live')}</span> {lesson.live}
        </p>
      )}
      {lesson.own && (
        <p>
          <span className="font-semibold">{say('week_own')}</span> {lesson.own}
        </p>
      )}
      <p className="flex flex-wrap gap-x-3 print:hidden">
        {lesson.room && <RoomLink room={lesson.room} />}
        {writes && (
          <button
            type="button"
            onClick={() => setWriting(true)}
            className="min-h-6 text-start text-blue underline underline-offset-2"
          >
            {say(blank ? 'week_lesson_write' : 'week_edit')}
          </button>
        )}
      </p>
      {writing && (
        <WriteLesson
          lesson={lesson}
          week={week}
          title={say('week_lesson_title', {
            group: listWords(groupNames),
            at: `${shortDay(lesson.date)} ${lesson.starts}`,
          })}
          onDone={() => setWriting(false)}
        />
      )}
    </div>
  )
}

type WriteProps = {
  readonly lesson: WeekLesson
  readonly week: string
  readonly title: string
  readonly onDone: () => void
}

function WriteLesson({ lesson, week, title, onDone }: WriteProps) {
  const { classId } = useIds()
  const [live, setLive] = useState(lesson.live)
  const [own, setOwn] = useState(lesson.own)
  const keep = useCommand({
    do: () =>
      call(routes.writeLesson, { classId, week }, { groupId: lesson.groupId, key: lesson.key, live, own }),
    again: [reads.week(classId, week).queryKey],
    done: onDone,
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  return (
    <Window open onClose={onDone} title={title}>
      <form onSubmit={submit} noValidate className="flex flex-col gap-4">
        <TextBox
          label={say('week_live')}
          value={live}
          onChange={event => setLive(event.target.value)}
          problem={keep.at('live')}
          autoFocus
        />
        <TextBox
          label={say('week_own')}
          value={own}
          onChange={event => setOwn(event.target.value)}
          problem={keep.at('own')}
        />
        {keep.words && !keep.path && <Problem words={keep.words} />}
        <div className="flex gap-3">
          <Button type="submit" variant="primary" disabled={keep.busy}>
            {say('week_save')}
          </Button>
          <Button onClick={onDone}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}

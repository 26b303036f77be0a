import type { WeekPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { type FormEvent, type ReactNode, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { longDay } from '../../words/dates.js'
import { say } from '../../words/say.js'

type Props = { readonly page: WeekPage; readonly writes: boolean; readonly aside: ReactNode }

const RINGED = ['①', '②', '③', '④', '⑤', '⑥', '⑦', '⑧', '⑨']

/** What pupils can do by the end of the week, written in place by the teacher. */
export function Goals({ page, writes, aside }: Props) {
  const [writing, setWriting] = useState(false)
  const last = page.days.filter(day => !day.closed).at(-1) ?? page.days.at(-1)
  const day = last ? longDay(last.date) : ''
  if (writing) return <WriteGoals page={page} day={day} onDone={() => setWriting(false)} />
  return (
    <Row margin={say(writes ? 'week_goals_teacher' : 'week_goals', { day })} className="pb-3">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 border-s-4 border-ochre bg-ochre-pale px-4 py-2">
        <ul className="flex min-w-0 flex-1 basis-80 flex-wrap gap-x-6 gap-y-0.5 text-[0.9375rem]">
          {page.goals.map((goal, index) => (
            <li key={goal}>
              <span aria-hidden="true" className="me-1 font-semibold">
                {RINGED[index] ?? '•'}
              </span>
              {goal}
            </li>
          ))}
          {!page.goals.length && <li className="text-soft">{say('week_goals_none')}</li>}
        </ul>
        {aside}
        {writes && (
          <button
            type="button"
            onClick={() => setWriting(true)}
            className="text-[0.9375rem] text-blue underline underline-offset-2 print:hidden"
          >
            {say(page.goals.length ? 'week_goals_change' : 'week_goals_write')}
          </button>
        )}
      </div>
    </Row>
  )
}

type WriteProps = { readonly page: WeekPage; readonly day: string; readonly onDone: () => void }

function WriteGoals({ page, day, onDone }: WriteProps) {
  const { classId } = useIds()
  const [text, setText] = useState(page.goals.join('\n'))
  const keep = useCommand({
    do: () => call(routes.writeGoals, { classId, week: page.week }, { goals: text.split('\n') }),
    again: [reads.week(classId, page.week).queryKey],
    done: onDone,
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    keep.go()
  }
  return (
    <Row margin={say('week_goals_teacher', { day })} className="pb-3">
      <form onSubmit={submit} noValidate className="flex max-w-3xl flex-col gap-3">
        <TextBox
          label={say('week_goals_teacher', { day })}
          hint={say('week_goals_hint', { day })}
          value={text}
          rows={3}
          onChange={event => setText(event.target.value)}
          autoFocus
        />
        {keep.words && <Problem words={keep.words} />}
        <div className="flex gap-3">
          <Button type="submit" variant="primary" disabled={keep.busy}>
            {say('week_save')}
          </Button>
          <Button onClick={onDone}>{say('cancel')}</Button>
        </div>
      </form>
    </Row>
  )
}

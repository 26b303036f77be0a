import type { WeekCard, WeekPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import { LANES, type Lane } from '@oppen/core/timing'
import { addDays, weekdayOf } from '@oppen/core/zone'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { dayNumber, longDay, weekWords } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { troubleWords, whyWords } from '../../words/why.js'

export type Spot = {
  readonly week: string
  readonly lane: Lane
  readonly weekday: number | null
  readonly groupId: GroupId | null
}

/** The deadlines that a card would have at a spot, as the server works them out. */
export function NewTimes({ workId, spot }: { readonly workId: WeekCard['id']; readonly spot: Spot }) {
  const { classId } = useIds()
  const time = useNow()
  const { data } = useQuery(reads.tryMove(classId, workId, spot))
  if (!data) return <p className="text-[0.9375rem] text-soft">{say('loading')}</p>
  return (
    <ul className="text-[0.9375rem]">
      {data.times.map(one => (
        <li key={one.groupId}>
          <span className="font-semibold">{one.name}</span>{' '}
          <span className="tabular-nums">
            {one.dueAt === null ? say('week_due_none') : say('week_due_at', { at: when(one.dueAt, time) })}
          </span>
          {one.why && <span className="text-soft"> · {whyWords(one.why, time)}</span>}
          {one.problems.map(problem => (
            <span key={problem.time} className="block text-rust">
              {troubleWords(problem)}
            </span>
          ))}
        </li>
      ))}
    </ul>
  )
}

/** Puts a card somewhere else, and back again where somebody thinks better of it. */
export function useMoveCard() {
  const { classId } = useIds()
  const client = useQueryClient()
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['week', classId] }),
      client.invalidateQueries({ queryKey: reads.topics(classId).queryKey }),
    ])
  return useCommand({
    do: async ({ card, spot }: { card: WeekCard; spot: Spot }) => {
      const params = { classId, workId: card.id }
      const before = await call(routes.seeWork, params)
      await call(routes.moveCard, params, spot)
      return async () => {
        const { version } = await call(routes.seeWork, params)
        await call(routes.changeWork, params, {
          form: before.form,
          version,
          tell: false,
          post: false,
          alsoIn: [],
        })
        await again()
      }
    },
    done: (undo, { card }) => {
      showToast(say('week_move_done', { title: card.title }), () => void undo())
      void again()
    },
  })
}

type Props = {
  readonly card: WeekCard
  readonly page: WeekPage
  readonly groupId: GroupId | null
  readonly onClose: () => void
}

/** The way to move a card without a mouse: lane, day and week, and what the deadlines would be. */
export function MoveWindow({ card, page, groupId, onClose }: Props) {
  const [lane, setLane] = useState<Lane>(card.lane)
  const [weekday, setWeekday] = useState<number | null>(null)
  const [week, setWeek] = useState(page.week)
  const move = useMoveCard()
  const spot = { week, lane, weekday, groupId }
  const submit = (event: FormEvent) => {
    event.preventDefault()
    move.go({ card, spot }, { onSuccess: onClose })
  }
  const weeks = page.term?.weeks ?? [{ monday: page.week, number: null, closed: null, minutes: 0, here: 0 }]
  return (
    <Window open onClose={onClose} title={say('week_move_title', { title: card.title })}>
      <form onSubmit={submit} noValidate className="flex flex-col gap-4">
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label={say('week_move_lane')}
            value={lane}
            onChange={value => setLane(value as Lane)}
            options={LANES.map(value => ({ value, label: say(`week_lane_${value}`) }))}
          />
          <Choice
            label={say('week_move_day')}
            value={weekday === null ? '' : String(weekday)}
            onChange={value => setWeekday(value ? Number(value) : null)}
            options={[
              { value: '', label: say('week_move_keep') },
              ...page.days.map(day => {
                const date = addDays(week, weekdayOf(day.date) - 1)
                return { value: String(weekdayOf(day.date)), label: `${longDay(date)} ${dayNumber(date)}` }
              }),
            ]}
          />
        </div>
        <Choice
          label={say('week_move_week')}
          value={week}
          onChange={setWeek}
          options={weeks.map(one => ({
            value: one.monday,
            label: `${one.number ?? '–'} · ${weekWords(one.monday, addDays(one.monday, 4))}${one.closed ? ` · ${one.closed}` : ''}`,
          }))}
        />
        <div aria-live="polite">
          <NewTimes workId={card.id} spot={spot} />
        </div>
        {move.words && <Problem words={move.words} />}
        <div className="flex gap-3">
          <Button type="submit" variant="primary" disabled={move.busy}>
            {say('week_move_go')}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}

import type { WeekPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { addDays } from '@oppen/core/zone'
import { useQuery } from '@tanstack/react-query'
import { type FormEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useIds, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Choice } from '../../parts/Field.js'
import { showToast } from '../../parts/toast.js'
import { Window } from '../../parts/Window.js'
import { weekWords } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { troubleWords } from '../../words/why.js'

type Props = { readonly page: WeekPage; readonly onClose: () => void }

/** Fills a week from an earlier one: its goals and its work, with the deadlines they would have here. */
export function FillWeek({ page, onClose }: Props) {
  const { classId } = useIds()
  const earlier = (page.term?.weeks ?? []).filter(one => one.monday !== page.week && one.number !== null)
  const usual = [...earlier].reverse().find(one => one.monday < page.week) ?? earlier[0]
  const [from, setFrom] = useState(usual?.monday ?? addDays(page.week, -7))
  const [left, setLeft] = useState<ReadonlySet<WorkId>>(new Set())
  const [goals, setGoals] = useState(true)
  const [post, setPost] = useState(false)
  const { data } = useQuery(reads.fill(classId, page.week, from))
  const chosen = (data?.works ?? []).filter(work => !left.has(work.workId))
  const fill = useCommand({
    do: () =>
      call(
        routes.fillWeek,
        { classId, week: page.week },
        { from, workIds: chosen.map(work => work.workId), goals, post },
      ),
    again: [['week', classId], reads.topics(classId).queryKey],
    done: ({ workIds }) => {
      showToast(say('week_fill_done', { count: workIds.length }))
      onClose()
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    fill.go()
  }
  const turn = (id: WorkId) => {
    const next = new Set(left)
    if (!next.delete(id)) next.add(id)
    setLeft(next)
  }
  return (
    <Window open onClose={onClose} title={say('week_fill')} size="wide">
      <form onSubmit={submit} noValidate className="flex flex-col gap-4">
        <Choice
          label={say('week_fill_from')}
          value={from}
          onChange={value => {
            setFrom(value)
            setLeft(new Set())
          }}
          options={earlier.map(one => ({
            value: one.monday,
            label: `${one.number} · ${weekWords(one.monday, addDays(one.monday, 4))}`,
          }))}
        />
        {data ? (
          <>
            {data.goals.length > 0 && !page.goals.length && (
              <label className="flex items-baseline gap-2">
                <input type="checkbox" checked={goals} onChange={event => setGoals(event.target.checked)} />
                <span>
                  <span className="font-semibold">{say('week_fill_goals')}</span>{' '}
                  <span className="text-soft">{data.goals.join(' · ')}</span>
                </span>
              </label>
            )}
            {!data.works.length && <p className="text-soft">{say('week_fill_none')}</p>}
            <ul className="flex flex-col gap-1.5">
              {data.works.map(work => (
                <li key={work.workId}>
                  <label className="flex items-baseline gap-2">
                    <input
                      type="checkbox"
                      checked={!left.has(work.workId)}
                      onChange={() => turn(work.workId)}
                    />
                    <span className="min-w-0">
                      <span className="font-semibold">{work.title}</span>{' '}
                      <span className="text-sm text-soft">{say(`week_lane_${work.lane}`)}</span>
                      <FillTimes times={work.times} />
                    </span>
                  </label>
                </li>
              ))}
            </ul>
          </>
        ) : (
          <Waiting />
        )}
        <fieldset className="flex flex-wrap gap-x-6 gap-y-1">
          {[false, true].map(value => (
            <label key={String(value)} className="flex items-center gap-2">
              <input type="radio" name="post" checked={post === value} onChange={() => setPost(value)} />
              {say(value ? 'week_fill_post' : 'week_fill_draft')}
            </label>
          ))}
        </fieldset>
        {fill.words && <Problem words={fill.words} />}
        <div className="flex gap-3">
          <Button type="submit" variant="primary" disabled={fill.busy || !chosen.length}>
            {say('week_fill_go', { count: chosen.length })}
          </Button>
          <Button onClick={onClose}>{say('cancel')}</Button>
        </div>
      </form>
    </Window>
  )
}

type TimesProps = {
  readonly times: readonly {
    readonly groupId: string
    readonly name: string
    readonly dueAt: number | null
    readonly problems: readonly Parameters<typeof troubleWords>[0][]
  }[]
}

function FillTimes({ times }: TimesProps) {
  const time = useNow()
  return (
    <span className="block text-sm text-soft tabular-nums">
      {times.map((one, index) => (
        <span key={one.groupId}>
          {index > 0 && ' · '}
          {one.name}{' '}
          {one.problems[0] ? (
            <span className="text-rust">{troubleWords(one.problems[0])}</span>
          ) : one.dueAt === null ? (
            say('week_due_none')
          ) : (
            when(one.dueAt, time)
          )}
        </span>
      ))}
    </span>
  )
}

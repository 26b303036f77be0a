import type { WorkTrial } from '@oppen/contract'
import { useNow } from '../../app/session.js'
import { dayNumber, longDay, shortDay } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { minutesWords } from '../../words/states.js'
import { when } from '../../words/times.js'
import { troubleWords, whyWords } from '../../words/why.js'

type Props = { readonly trial: WorkTrial; readonly onDay: (date: string) => void }

/** What the form comes to: each group's own times with the reason, and what its days would hold. */
export function Trial({ trial, onDay }: Props) {
  const time = useNow()
  return (
    <div aria-live="polite" className="border-s-4 border-ochre bg-ochre-pale px-4 py-2.5">
      <h2 className="text-base font-semibold">{say('trial_title')}</h2>
      <ul className="text-[0.9375rem]">
        {trial.times.map(one => (
          <li key={one.groupId} className="py-0.5">
            <span className="font-semibold">{one.name}</span>{' '}
            <span className="tabular-nums">
              {one.dueAt === null ? say('week_due_none') : say('week_due_at', { at: when(one.dueAt, time) })}
            </span>
            {one.why && one.dueAt !== null && <span className="text-soft"> · {whyWords(one.why, time)}</span>}
            {one.opensAt !== null && (
              <span className="block text-sm text-soft tabular-nums">
                {say('week_opens_at', { at: when(one.opensAt, time) })}
              </span>
            )}
            {one.problems.map(problem => (
              <span key={problem.time} className="block font-medium text-rust">
                {say(`time_${problem.time}`)}: {troubleWords(problem)}
              </span>
            ))}
          </li>
        ))}
      </ul>
      {trial.twice.map(name => (
        <p key={name} className="text-sm">
          {say('trial_twice')}
        </p>
      ))}
      {trial.load.map(load => (
        <Load
          key={load.groupId}
          load={load}
          name={trial.times.find(one => one.groupId === load.groupId)?.name ?? ''}
          onDay={onDay}
        />
      ))}
    </div>
  )
}

type LoadProps = {
  readonly load: WorkTrial['load'][number]
  readonly name: string
  readonly onDay: (date: string) => void
}

const HIGHEST = 44

/** What a pupil of the group has on the days around the deadline, in all classes, and what this work adds. */
function Load({ load, name, onDay }: LoadProps) {
  const most = Math.max(60, ...load.days.map(day => day.others + day.own))
  const height = (minutes: number) => Math.round((HIGHEST * minutes) / most)
  return (
    <figure className="mt-2">
      <figcaption className="text-sm text-soft">{say('trial_load', { group: name })}</figcaption>
      <ol className="mt-1 flex items-end gap-1">
        {load.days.map(day => (
          <li
            key={day.date}
            className="flex w-9 flex-col items-center text-[0.6875rem] leading-tight tabular-nums"
          >
            <span className="text-soft" aria-hidden="true">
              {day.others + day.own || ''}
            </span>
            <span aria-hidden="true" className="flex w-6 flex-col justify-end">
              <span className="w-full rounded-t-[2px] bg-ochre" style={{ height: height(day.own) }} />
              <span className="w-full bg-blue/70" style={{ height: height(day.others) + 1 }} />
            </span>
            <span aria-hidden="true">{shortDay(day.date)}</span>
            <span aria-hidden="true">{dayNumber(day.date)}</span>
            <span className="sr-only">
              {say('trial_day', {
                day: `${longDay(day.date)} ${dayNumber(day.date)}`,
                others: minutesWords(day.others),
                own: minutesWords(day.own),
                most: minutesWords(day.most),
              })}
            </span>
          </li>
        ))}
      </ol>
      {load.lighter && (
        <p className="mt-1 text-sm">
          {say('trial_lighter', {
            day: `${longDay(load.lighter.date)} ${dayNumber(load.lighter.date)}`,
            peak: minutesWords(load.lighter.peak),
            now: minutesWords(load.lighter.now),
          })}{' '}
          <button
            type="button"
            onClick={() => load.lighter && onDay(load.lighter.date)}
            className="font-semibold text-blue underline underline-offset-2"
          >
            {say('trial_take')}
          </button>
        </p>
      )}
    </figure>
  )
}

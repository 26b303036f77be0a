import type { ProgressPage } from '@oppen/contract'
import { stateOfWork } from '@oppen/core/work'
import { Link } from 'react-router'
import { useNow, useTie } from '../../app/session.js'
import { StateGlyph } from '../../parts/StateLabel.js'
import { shortDate } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { stateWords } from '../../words/states.js'

type Props = { readonly page: ProgressPage; readonly toWork: (workId: string) => string }

/** The weeks of the term beside one another, in each a glyph for every piece of work: how it stands, and a way to it. */
export function TermPicture({ page, toWork }: Props) {
  const time = useNow()
  const scale = useTie()?.markWords
  const weeks = new Map<string, ProgressPage['submissions']>()
  for (const one of page.submissions) {
    if (!one.week) continue
    weeks.set(one.week, [...(weeks.get(one.week) ?? []), one])
  }
  const inOrder = [...weeks].sort(([one], [other]) => (one < other ? -1 : 1)).slice(-14)
  if (inOrder.length < 2) return null
  return (
    <section>
      <h2 className="mb-1 text-[0.9375rem]">{say('progress_term')}</h2>
      <ol className="flex max-w-3xl items-end gap-1 overflow-x-auto pb-1">
        {inOrder.map(([week, submissions]) => (
          <li key={week} className="flex min-w-12 flex-1 flex-col items-center gap-1">
            <ul
              className="flex flex-col-reverse gap-1"
              aria-label={say('progress_week_of', { day: shortDate(week) })}
            >
              {submissions.map(({ work, status }) => {
                const state = stateOfWork({ ...work }, status, time.now)
                const said = stateWords(state, { ...time, points: work.points, scale })
                const name = `${work.title}: ${said.words}`
                return (
                  <li key={work.id}>
                    <Link
                      to={toWork(work.id)}
                      title={name}
                      aria-label={name}
                      className="flex size-7 items-center justify-center rounded border border-rule hover:bg-pale"
                    >
                      <StateGlyph state={state} said={said} />
                    </Link>
                  </li>
                )
              })}
            </ul>
            <span className="w-full border-t border-edge pt-0.5 text-center text-xs text-soft tabular-nums">
              {shortDate(week)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  )
}

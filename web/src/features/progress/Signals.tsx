import type { ProgressOverview } from '@oppen/contract'
import type { ClassId } from '@oppen/core/ids'
import { Suspense } from 'react'
import { Link } from 'react-router'
import { part } from '../../app/part.js'
import { useNow } from '../../app/session.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Row } from '../../parts/Sheet.js'
import { dateWords } from '../../words/dates.js'
import { oneDecimal } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { whenDay } from '../../words/times.js'

const RatesChart = part(() => import('../../parts/charts/RatesChart.js'))

type Props = { readonly classId: ClassId; readonly page: ProgressOverview }
type Signal = ProgressOverview['signals'][number]['found'][number]

/** Whom a teacher wants to look at, each with what was found; the rules stand beside it. How work came in, and whose marks moved. */
export function Signals({ classId, page: { signals, rules, rates, moved } }: Props) {
  const time = useNow()
  const words = (one: Signal): string => {
    if (one.is === 'missing') return say('signal_missing', { count: one.count, week: dateWords(one.week) })
    if (one.is === 'falling')
      return say('signal_falling', { count: one.count, since: whenDay(one.since, time) })
    return say('signal_unseen', { count: one.days ?? 0 })
  }
  const said = [
    rules.missingInWeek === null ? null : say('signal_rule_missing', { count: rules.missingInWeek }),
    rules.fallingRun === null ? null : say('signal_rule_falling', { count: rules.fallingRun }),
    rules.unseenDays === null ? null : say('signal_rule_unseen', { count: rules.unseenDays }),
  ].filter(one => one !== null)
  const toPupil = (placeId: string) => `/c/${classId}/progress/${placeId}`
  return (
    <>
      <Row className="pb-4">
        <section className="max-w-3xl">
          <h2 className="text-lg">{say('signal_title')}</h2>
          {signals.length ? (
            <ul className="mt-1 text-[0.9375rem]">
              {signals.map(({ placeId, name, found }) => (
                <li key={placeId} className="border-b border-rule py-1 last:border-0">
                  <Link to={toPupil(placeId)} className="font-semibold hover:underline">
                    {name}
                  </Link>
                  : {found.map(words).join('; ')}
                </li>
              ))}
            </ul>
          ) : (
            <p className="text-[0.9375rem] text-soft">{say(said.length ? 'signal_none' : 'signal_off')}</p>
          )}
          <p className="mt-1 text-sm text-soft">
            {said.length > 0 && `${say('signal_rules', { list: said.join('; ') })} `}
            <Link to={`/c/${classId}/mark-book`} className="underline underline-offset-2">
              {say('signal_change')}
            </Link>
          </p>
        </section>
      </Row>
      {(rates.length > 1 || moved.length > 0) && (
        <Row className="pb-4">
          <Disclosure title={say('signal_figures')}>
            <div className="mt-2 grid max-w-4xl gap-6 lg:grid-cols-2">
              {rates.length > 1 && (
                <figure>
                  <figcaption className="text-[0.9375rem] font-semibold">{say('signal_rates')}</figcaption>
                  <div className="h-40">
                    <Suspense fallback={null}>
                      <RatesChart rates={rates} />
                    </Suspense>
                  </div>
                </figure>
              )}
              {moved.length > 0 && (
                <section>
                  <h3 className="text-[0.9375rem]">{say('signal_moved')}</h3>
                  <ul className="text-[0.9375rem] tabular-nums">
                    {moved.map(one => (
                      <li key={one.placeId} className="flex gap-3 py-0.5">
                        <Link to={toPupil(one.placeId)} className="min-w-32 font-semibold hover:underline">
                          {one.name}
                        </Link>
                        <span>
                          {say(one.by > 0 ? 'signal_up' : 'signal_down', {
                            by: oneDecimal(Math.abs(one.by) / 10),
                            before: oneDecimal(one.before / 10),
                            since: oneDecimal(one.since / 10),
                          })}
                        </span>
                      </li>
                    ))}
                  </ul>
                </section>
              )}
            </div>
          </Disclosure>
        </Row>
      )}
    </>
  )
}

import { addressOf, routes } from '@oppen/contract'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { call } from '../../app/api.js'
import { outsideTime } from '../../app/outside.js'
import { TimeContext } from '../../app/session.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { problemWords } from '../../words/problem.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { Doorstep } from '../welcome/Doorstep.js'
import { Made } from './Made.js'

/** One piece of work, for somebody outside who has the link to it. */
export function Screen() {
  const { linkKey = '' } = useParams()
  const { data, error } = useQuery({
    queryKey: ['shared', linkKey],
    queryFn: () => call(routes.seeShared, { linkKey }),
    retry: false,
    gcTime: 0,
  })
  if (error)
    return (
      <Doorstep title={say('shared_over')}>
        <Problem words={problemWords(error, outsideTime())} />
      </Doorstep>
    )
  if (!data) return <Waiting />
  const { title, firstName: name, why, handedInAt, endsAt, zone } = data
  const time = { now: Date.now(), zone }
  return (
    <TimeContext value={time}>
      <div className="min-h-dvh bg-linen py-8 max-md:py-0">
        <title>{`${say('shared_title', { title, name })} · Oppen`}</title>
        <main className="relative mx-auto max-w-3xl bg-sheet py-8 pe-8 ps-16 shadow-sm max-md:pe-4 max-md:ps-9">
          <div
            aria-hidden="true"
            className="absolute inset-y-0 start-10 w-px bg-margin-line max-md:start-5"
          />
          <h1 className="text-[1.6875rem] max-md:text-[1.375rem]">{title}</h1>
          <p className="text-[0.9375rem] text-soft">
            {say('shared_by', { name, at: when(handedInAt, time) })}
          </p>
          {why !== null && (
            <blockquote className="mt-4 border-s-4 border-blue px-3 py-1">
              <p className="text-sm text-soft">{say('shared_why')}</p>
              <p className="whitespace-pre-line">{why}</p>
            </blockquote>
          )}
          <article aria-label={title} className="mt-6">
            <Made
              page={data}
              addressOfFile={fileId => addressOf(routes.seeSharedFile, { linkKey, fileId })}
              worksheetAddress={addressOf(routes.seeSharedWorksheet, { linkKey })}
            />
          </article>
          <p className="mt-8 border-t border-rule pt-3 text-sm text-soft">
            {say('shared_until', { at: when(endsAt, time) })}
          </p>
        </main>
      </div>
    </TimeContext>
  )
}

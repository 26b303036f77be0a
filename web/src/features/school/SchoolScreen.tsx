import type { SchoolPage } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { buttonClasses } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { gibibytes, mebibytes } from '../../words/sizes.js'
import { BackupsNow } from './BackupsNow.js'
import { dayOf } from './days.js'
import { SchoolSheet } from './SchoolSheet.js'

/** Less free room than this is said aloud, in bytes. */
const LOW = 2 * 1024 ** 3

export const prepare = ({ client }: Prepared) => client.prefetchQuery(reads.school())

/** The school at a glance: what runs, and what somebody has to see to. */
export function Screen() {
  const { data } = useSuspenseQuery({ ...reads.school(), refetchOnMount: 'always' })
  return (
    <SchoolSheet title={say('school_overview')} sub={data.name}>
      <Next page={data} />
      <Section title={say('school_now')}>
        <Line margin={say('school_margin_people')} to="/school/teachers" go={say('school_teachers')}>
          <p>
            {say('school_people_now', data.people)}{' '}
            {data.people.archived > 0 && say('school_archived', { count: data.people.archived })}
          </p>
        </Line>
        <Line margin={say('school_margin_year')} to="/school-year" go={say('school_year_go')}>
          <Terms terms={data.terms} />
        </Line>
        <Line margin={say('school_margin_backups')} to="/school/storage" go={say('school_storage')}>
          <BackupsNow backups={data.backups} />
        </Line>
        <Line margin={say('school_margin_mail')} to="/school/settings" go={say('school_settings')}>
          <p>{mailWords(data.mail)}</p>
        </Line>
        <Line margin={say('school_margin_sign_in')} to="/school/settings" go={say('school_settings')}>
          <p>{data.signIn ? say('sign_in_by', { name: data.signIn.name }) : say('sign_in_none')}</p>
        </Line>
        <Line margin={say('school_margin_disk')} to="/school/storage" go={say('school_storage')}>
          <Disk disk={data.disk} />
        </Line>
        <Row margin={say('school_margin_address')} className="border-b border-rule py-2">
          <p>
            {data.address} · {data.zone}
          </p>
          {!window.isSecureContext && (
            <div className="mt-2">
              <Problem words={say('school_insecure')} />
            </div>
          )}
        </Row>
      </Section>
    </SchoolSheet>
  )
}

type LineProps = {
  readonly margin: string
  readonly to: string
  readonly go: string
  readonly children: ReactNode
}

function Line({ margin, to, go, children }: LineProps) {
  return (
    <Row margin={margin} className="border-b border-rule py-2">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <div className="min-w-0 max-w-prose">{children}</div>
        <Link to={to} className="min-h-6 text-[0.9375rem] text-blue underline underline-offset-2">
          {go}
        </Link>
      </div>
    </Row>
  )
}

function Terms({ terms }: { readonly terms: SchoolPage['terms'] }) {
  if (!terms.length) return <Problem words={say('school_no_terms')} />
  return (
    <ul>
      {terms.map(({ name, from, to }) => (
        <li key={`${from} ${to}`}>{say('school_terms', { name, from: dayOf(from), to: dayOf(to) })}</li>
      ))}
    </ul>
  )
}

function Disk({ disk: { used, free } }: { readonly disk: SchoolPage['disk'] }) {
  if (free < LOW) return <Problem words={say('school_disk_low', { free: gibibytes(free) })} />
  return <p>{say('school_disk', { used: mebibytes(used), free: gibibytes(free) })}</p>
}

const mailWords = ({ by, server }: SchoolPage['mail']): string =>
  by === 'outbox'
    ? say('mail_outbox')
    : server
      ? say('mail_server_is', { server })
      : say('mail_server_machine')

/** What a new school still has to do, each a press away; nothing once it is done. */
function Next({ page }: { readonly page: SchoolPage }) {
  const steps = [
    page.terms.length === 0 && { to: '/school-year', words: say('school_next_year') },
    page.people.teachers < 2 && { to: '/school/teachers', words: say('school_next_teachers') },
    page.mail.by === 'outbox' &&
      page.people.classes === 0 && { to: '/school/settings', words: say('school_next_mail') },
    page.backups.state === 'off' &&
      page.people.classes === 0 && { to: '/school/storage', words: say('school_next_backups') },
  ].filter(step => step !== false)
  if (!steps.length) return null
  return (
    <Section title={say('school_next')}>
      {steps.map(({ to, words }) => (
        <Row key={words} className="py-1">
          <Link to={to} className={`${buttonClasses('quiet')} text-start !justify-start !px-0`}>
            {words}
          </Link>
        </Row>
      ))}
    </Section>
  )
}

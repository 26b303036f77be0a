import { addressOf, type PersonPage, routes } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useParams } from 'react-router'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button, buttonClasses } from '../../parts/Button.js'
import { Row, Section } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { mebibytes } from '../../words/sizes.js'
import { when } from '../../words/times.js'
import { ErasePerson } from './ErasePerson.js'
import { SchoolSheet } from './SchoolSheet.js'
import { inGroups } from './stored.js'

/** What is stored of one person, all of it to download, and the way to erase it. */
export function Screen() {
  const { personId = '' } = useParams()
  const { data } = useSuspenseQuery({ ...reads.person(personId), refetchOnMount: 'always', gcTime: 0 })
  const [erasing, setErasing] = useState(false)
  const time = useNow()
  const sub = [say(`people_kind_${data.kind}`), data.userName, ...data.classes].filter(Boolean).join(' · ')
  return (
    <SchoolSheet title={data.name} sub={sub}>
      <Row className="pb-3">
        <p>
          {say('person_since', { when: when(data.madeAt, time) })}
          {data.seenAt !== null && ` · ${say('person_seen', { when: when(data.seenAt, time) })}`}
        </p>
        <Tied person={data} />
      </Row>
      <Stored person={data} />
      <Section title={say('person_download')}>
        <Row>
          <p className="mb-2 max-w-prose text-soft">{say('person_download_says')}</p>
          <a href={addressOf(routes.takePerson, { personId })} download className={buttonClasses()}>
            {say('person_download')}
          </a>
        </Row>
      </Section>
      <Section title={say('person_erase')}>
        <Row>
          <p className="mb-2 max-w-prose text-soft">
            {data.staysFor
              ? say(`person_stays_${data.staysFor}`)
              : say(data.kind === 'teacher' ? 'person_erase_says_teacher' : 'person_erase_says')}
          </p>
          {!data.staysFor && <Button onClick={() => setErasing(true)}>{say('person_erase')}…</Button>}
        </Row>
      </Section>
      {erasing && <ErasePerson person={data} onClose={() => setErasing(false)} />}
    </SchoolSheet>
  )
}

function Tied({ person: { kind, tiedTo } }: { readonly person: PersonPage }) {
  if (!tiedTo.length) return null
  return (
    <p>
      {say(kind === 'family' ? 'person_tied_family' : 'person_tied_pupil')}:{' '}
      {tiedTo.map((one, at) => (
        <span key={one.personId}>
          {at > 0 && ', '}
          <Link to={`/school/people/${one.personId}`} className="text-blue underline underline-offset-2">
            {one.name}
          </Link>
        </span>
      ))}
    </p>
  )
}

function Stored({ person: { stored, files } }: { readonly person: PersonPage }) {
  return (
    <Section title={say('person_stored')}>
      <Row>
        {files.count > 0 && (
          <p className="pb-2">{say('person_files', { count: files.count, size: mebibytes(files.bytes) })}</p>
        )}
        <ul className="max-w-3xl gap-x-10 text-[0.9375rem] sm:columns-2 lg:columns-3">
          {inGroups(stored).map(({ group, count }) => (
            <li key={group} className="flex justify-between gap-4 border-b border-rule py-0.5">
              <span>{say(`stored_${group}`)}</span>
              <span className="tabular-nums">{count}</span>
            </li>
          ))}
        </ul>
      </Row>
    </Section>
  )
}

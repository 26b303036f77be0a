import type { PersonLine } from '@oppen/contract'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useDeferredValue } from 'react'
import { Link, useSearchParams } from 'react-router'
import { reads } from '../../app/queries.js'
import { Empty } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { SchoolSheet } from './SchoolSheet.js'

/** So many people are told at once. */
const MOST = 50

/** Finds anybody of the school by name. */
export function Screen() {
  const [search, setSearch] = useSearchParams()
  const words = search.get('name') ?? ''
  const asked = useDeferredValue(words.trim())
  const { data } = useQuery({
    ...reads.people(asked),
    enabled: asked !== '',
    placeholderData: keepPreviousData,
  })
  return (
    <SchoolSheet title={say('people_title')} sub={say('people_lead')}>
      <Row className="pb-3">
        <div className="max-w-md">
          <Field
            label={say('people_search')}
            type="search"
            value={words}
            onChange={event =>
              setSearch(event.target.value ? { name: event.target.value } : {}, { replace: true })
            }
            autoFocus
            autoComplete="off"
            maxLength={200}
          />
        </div>
      </Row>
      {asked !== '' && data && (
        <>
          {!data.people.length && (
            <Row>
              <Empty>{say('people_none')}</Empty>
            </Row>
          )}
          <ul>
            {data.people.map(person => (
              <Line key={person.personId} person={person} />
            ))}
          </ul>
          {data.people.length === MOST && (
            <Row className="pt-2">
              <p className="text-soft">{say('people_some', { count: MOST })}</p>
            </Row>
          )}
        </>
      )}
    </SchoolSheet>
  )
}

function Line({ person }: { readonly person: PersonLine }) {
  return (
    <Row as="li" margin={say(`people_kind_${person.kind}`)} className="border-b border-rule py-1.5">
      <Link
        to={`/school/people/${person.personId}`}
        className="flex flex-wrap gap-x-3 rounded hover:underline hover:underline-offset-2"
      >
        <span className="font-semibold">{person.name}</span>
        <span className="text-soft">{[person.userName, ...person.classes].filter(Boolean).join(' · ')}</span>
      </Link>
    </Row>
  )
}

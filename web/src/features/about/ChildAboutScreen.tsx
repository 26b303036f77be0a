import type { ClassId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, useParams, useSearchParams } from 'react-router'
import { childrenOf, firstName, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { ClassAbout } from './ClassAbout.js'

export const prepare = ({ client, me, params }: Prepared) =>
  Promise.all(tiesOfChild(me, params.child).map(({ classId }) => client.prefetchQuery(reads.about(classId))))

/** What the classes of one child say of themselves, for the family: one at a time. */
export function Screen() {
  const { child } = useParams()
  const [search] = useSearchParams()
  const found = childrenOf(useMe()).find(one => one.child === child)
  if (!found) throw new Error('no such child')
  // classes that are over come last
  const ties = [...found.ties].sort((a, b) => Number(a.archived) - Number(b.archived))
  const tie = ties.find(one => one.classId === search.get('class')) ?? ties[0]
  return (
    <Sheet title={say('about_title')}>
      <Head title={say('about_title')} sub={firstName(found.name)} />
      {ties.length > 1 && (
        <Row className="pb-2">
          <nav aria-label={say('about_title')} className="flex flex-wrap gap-1">
            {ties.map(one => (
              <Link
                key={one.classId}
                to={`?class=${one.classId}`}
                replace
                aria-current={one === tie ? 'true' : undefined}
                className="rounded-[var(--radius-card)] px-2.5 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-[current=true]:bg-pale aria-[current=true]:font-semibold aria-[current=true]:text-ink"
              >
                {one.className}
              </Link>
            ))}
          </nav>
        </Row>
      )}
      {tie && <OfClass key={tie.classId} classId={tie.classId} />}
    </Sheet>
  )
}

function OfClass({ classId }: { readonly classId: ClassId }) {
  const { data } = useSuspenseQuery(reads.about(classId))
  return (
    <>
      <ClassAbout classId={classId} about={data} writes={false} />
      <Section title={say('members_teachers')}>
        <Row>
          <p>{listWords(data.teachers)}</p>
        </Row>
      </Section>
    </>
  )
}

import type { DigestPage, Tie } from '@oppen/contract'
import { isEmptyDigest } from '@oppen/core/digest'
import type { PlaceId, WorkId } from '@oppen/core/ids'
import { useSuspenseQueries } from '@tanstack/react-query'
import { Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link, useParams } from 'react-router'
import { childrenOf, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { asText } from '../../parts/asHtml.js'
import { Button } from '../../parts/Button.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { markWords } from '../../words/states.js'
import { when } from '../../words/times.js'

export const prepare = ({ client, me, params }: Prepared) =>
  Promise.all(
    tiesOfChild(me, params.child).map(({ classId, placeId }) =>
      client.prefetchQuery(reads.digest(classId, placeId as PlaceId)),
    ),
  )

/** The last days of one child in all classes and what comes, on one page that can be printed. */
export function Screen() {
  const { child } = useParams()
  const time = useNow()
  const found = childrenOf(useMe()).find(one => one.child === child)
  if (!found) throw new Error('no such child')
  const ties = found.ties.filter(tie => !tie.archived)
  const pages = useSuspenseQueries({
    queries: ties.map(tie => reads.digest(tie.classId, tie.placeId as PlaceId)),
  }).map(one => one.data)
  const [first] = pages
  const span = first && {
    name: found.name,
    from: when(first.from, time),
    until: when(first.until, time),
  }
  return (
    <Sheet title={say('digest_title')}>
      <Head
        title={say('digest_title')}
        sub={span ? say('digest_of', span) : found.name}
        aside={
          <Button className="max-md:hidden print:hidden" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" />
            {say('digest_print')}
          </Button>
        }
      />
      {pages.map((page, index) => (
        <OfClass key={ties[index]?.classId} page={page} tie={ties[index] as Tie} />
      ))}
    </Sheet>
  )
}

function OfClass({ page, tie }: { readonly page: DigestPage; readonly tie: Tie }) {
  const time = useNow()
  const { digest, notices, markedAt } = page
  const to = (workId: WorkId) => `/c/${tie.classId}/work/${workId}/outcome/${tie.placeId}`
  const at = (moment: number) => when(moment, time)
  return (
    <Section title={tie.className}>
      {isEmptyDigest(digest) && !notices.length && (
        <Row>
          <p className="text-soft">{say('digest_nothing')}</p>
        </Row>
      )}
      <Part
        title={say('digest_overdue')}
        lines={digest.overdue.map(one => ({
          ...one,
          what: say('digest_overdue_line', { title: one.title, at: at(one.since) }),
        }))}
        to={to}
      />
      <Part
        title={say('digest_coming')}
        lines={digest.coming.map(one => ({
          ...one,
          what: say(one.begun ? 'digest_coming_begun' : 'digest_coming_line', {
            title: one.title,
            at: at(one.by),
          }),
        }))}
        to={to}
      />
      <Part
        title={say('digest_handed_back')}
        lines={digest.handedBack.map(one => ({ ...one, what: backWords(one, page.markWords) }))}
        to={to}
      />
      <Part
        title={say('digest_handed_in')}
        lines={digest.handedIn.map(one => ({
          ...one,
          what: say(one.onPaper ? 'digest_on_paper' : one.lateBy > 0 ? 'digest_late' : 'digest_in_time', {
            title: one.title,
            at: at(one.at),
          }),
        }))}
        to={to}
      />
      <Part
        title={say('digest_missing')}
        lines={digest.missing.map(one => ({
          ...one,
          what: say('digest_missing_line', { title: one.title, at: at(one.since) }),
        }))}
        to={to}
      />
      {notices.length > 0 && (
        <Lines title={say('digest_notices')}>
          {notices.map(one => (
            <li key={one.id}>
              <span className="text-soft">
                {one.by}, {at(one.at)}:
              </span>{' '}
              {asText(one.html)}
            </li>
          ))}
        </Lines>
      )}
      <Row className="pt-1">
        <p className="text-sm text-soft">
          {markedAt === null ? say('digest_fresh_none') : say('digest_fresh', { at: at(markedAt) })}{' '}
          {digest.waiting > 0 && say('digest_waiting', { count: digest.waiting })}
        </p>
      </Row>
    </Section>
  )
}

function backWords(
  { title, mark, points, again }: DigestPage['digest']['handedBack'][number],
  scale: DigestPage['markWords'],
): string {
  if (again) return say('digest_again', { title })
  return mark === null ? title : `${title}: ${markWords(mark, points, scale)}`
}

type PartProps = {
  readonly title: string
  readonly lines: readonly { readonly id: WorkId; readonly what: string }[]
  readonly to: (workId: WorkId) => string
}

/** Lines of one kind, each a press away from its piece of work; nothing where there are none. */
function Part({ title, lines, to }: PartProps) {
  if (!lines.length) return null
  return (
    <Lines title={title}>
      {lines.map(({ id, what }) => (
        <li key={id}>
          <Link to={to(id)} className="hover:underline hover:underline-offset-2">
            {what}
          </Link>
        </li>
      ))}
    </Lines>
  )
}

const Lines = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <Row margin={title} className="break-inside-avoid py-1.5">
    <ul className="flex max-w-prose flex-col gap-1">{children}</ul>
  </Row>
)

import type { Tie } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { childrenOf, firstName, tiesOfChild } from '../../app/places.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useMe } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Empty } from '../../parts/Feedback.js'
import { Head, Row, Section, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { Letters } from './Letters.js'
import { NoticeList } from './NoticeList.js'
import { Rooms } from './TalkScreen.js'

export const prepare = ({ client, me, params }: Prepared) =>
  Promise.all(tiesOfChild(me, params.child).map(({ classId }) => client.prefetchQuery(reads.talk(classId))))

/** The notices and rooms of all classes of one child, for the family. */
export function Screen() {
  const { child } = useParams()
  const found = childrenOf(useMe()).find(one => one.child === child)
  if (!found) throw new Error('no such child')
  return (
    <Sheet title={say('talk_title')}>
      <Head title={say('talk_title')} sub={firstName(found.name)} />
      {found.ties.map(tie => (
        <OfClass key={tie.classId} tie={tie} />
      ))}
    </Sheet>
  )
}

function OfClass({ tie }: { readonly tie: Tie }) {
  const { data } = useSuspenseQuery(reads.talk(tie.classId))
  const write = (
    <Link
      to={`/c/${tie.classId}/talk/letters/new?to=teacher&place=${tie.placeId}`}
      className={buttonClasses()}
    >
      {say('letter_new')}
    </Link>
  )
  return (
    <>
      <Section title={tie.className} aside={!tie.archived && write}>
        {data.notices.length ? (
          <NoticeList
            spaceId={tie.classId}
            page={data}
            moderates={false}
            mayReply={!tie.archived && data.rules.familiesWrite}
          />
        ) : (
          <Row>
            <Empty>{say('talk_none')}</Empty>
          </Row>
        )}
      </Section>
      {data.rooms.length > 0 && <Rooms spaceId={tie.classId} page={data} />}
      {data.letters.length > 0 && <Letters spaceId={tie.classId} letters={data.letters} />}
    </>
  )
}

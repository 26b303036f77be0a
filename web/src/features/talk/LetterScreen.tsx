import { type LetterPage, routes } from '@oppen/contract'
import type { ConversationId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { call } from '../../app/api.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useTie } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { Away } from './Away.js'
import { Conversation } from './Conversation.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.letter(params.classId, params.conversationId))

/** A letter with what was answered. */
export function Screen() {
  const { classId } = useIds()
  const conversationId = useParams().conversationId as ConversationId
  const tie = useTie()
  const { data } = useSuspenseQuery(reads.letter(classId, conversationId))
  const params = { classId, conversationId }
  const talk = tie?.role === 'family' ? `/child/${tie.child}/talk` : `/c/${classId}/talk`
  return (
    <Sheet title={`${data.title}, ${data.className}`}>
      <Head
        title={data.title}
        sub={[data.className, listWords(data.people.map(one => one.name))].join(' · ')}
        aside={
          <Link to={talk} className="text-[15px] font-semibold text-blue underline underline-offset-2">
            {say('room_back')}
          </Link>
        }
      />
      <About page={data} />
      <Conversation
        page={data}
        classId={classId}
        label={say('letter_answer', { name: data.title })}
        moderates={isTeacher(tie) && !tie?.archived}
        archived={tie?.archived ?? true}
        write={body => call(routes.writeMessage, params, body)}
      >
        <Beside page={data} />
      </Conversation>
    </Sheet>
  )
}

/** What a letter is about, with the way there. */
function About({ page: { about } }: { readonly page: LetterPage }) {
  const { classId } = useIds()
  const tie = useTie()
  if (!about) return null
  const { workId, title, placeId, name } = about
  const ofChild = tie?.role === 'family' ? tie.placeId : placeId
  const work =
    tie?.role === 'pupil'
      ? `/c/${classId}/work/${workId}`
      : tie?.role === 'family'
        ? `/c/${classId}/work/${workId}/outcome/${ofChild}`
        : `/c/${classId}/work/${workId}/marking${placeId ? `/${placeId}` : ''}`
  return (
    <Row className="pb-2">
      <p className="text-[15px] text-soft">
        {say('letter_about')}{' '}
        {workId && (
          <Link to={work} className="font-semibold text-blue underline underline-offset-2">
            {title}
          </Link>
        )}
        {workId && name && ' · '}
        {name}
      </p>
    </Row>
  )
}

/** Who else can read it, who has left, and who does not read letters now. */
function Beside({ page: { away, overseen, people } }: { readonly page: LetterPage }) {
  const left = people.filter(one => !one.here).map(one => one.name)
  return (
    <div className="mb-3 flex max-w-prose flex-col gap-1 text-sm text-soft">
      <Away away={away} />
      {left.length > 0 && <p>{say('letter_left', { names: listWords(left) })}</p>}
      <p>{say(overseen ? 'letter_overseen' : 'letter_only_these')}</p>
    </div>
  )
}

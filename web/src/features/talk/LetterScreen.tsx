import { type LetterPage, routes } from '@oppen/contract'
import type { ConversationId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Link, useParams } from 'react-router'
import { call } from '../../app/api.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useTie } from '../../app/session.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { listWords } from '../../words/numbers.js'
import { say } from '../../words/say.js'
import { Away } from './Away.js'
import { Conversation } from './Conversation.js'
import { spaceIn, useSpace, useSpaceId } from './space.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.letter(spaceIn(params), params.conversationId))

/** A letter with what was answered. */
export function Screen() {
  const spaceId = useSpaceId()
  const conversationId = useParams().conversationId as ConversationId
  const { home, moderates, archived } = useSpace(spaceId)
  const { data } = useSuspenseQuery(reads.letter(spaceId, conversationId))
  const params = { spaceId, conversationId }
  return (
    <Sheet title={`${data.title}, ${data.spaceName}`}>
      <Head
        title={data.title}
        sub={[data.spaceName, listWords(data.people.map(one => one.name))].join(' · ')}
        aside={
          <Link to={home} className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2">
            {say('room_back')}
          </Link>
        }
      />
      <About page={data} />
      <Conversation
        page={data}
        spaceId={spaceId}
        label={say('letter_answer', { name: data.title })}
        moderates={moderates}
        archived={archived}
        write={body => call(routes.writeMessage, params, body)}
      >
        <Beside page={data} />
      </Conversation>
    </Sheet>
  )
}

/** What a letter is about, with the way there. */
function About({ page: { about } }: { readonly page: LetterPage }) {
  const spaceId = useSpaceId()
  const tie = useTie()
  if (!about) return null
  const { workId, title, placeId, name } = about
  const ofChild = tie?.role === 'family' ? tie.placeId : placeId
  const work =
    tie?.role === 'pupil'
      ? `/c/${spaceId}/work/${workId}`
      : tie?.role === 'family'
        ? `/c/${spaceId}/work/${workId}/outcome/${ofChild}`
        : `/c/${spaceId}/work/${workId}/marking${placeId ? `/${placeId}` : ''}`
  return (
    <Row className="pb-2">
      <p className="text-[0.9375rem] text-soft">
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
  const here = useSpace(useSpaceId())
  const left = people.filter(one => !one.here).map(one => one.name)
  return (
    <div className="mb-3 flex max-w-prose flex-col gap-1 text-sm text-soft">
      <Away away={away} />
      {left.length > 0 && <p>{here.say('letter_left', { names: listWords(left) })}</p>}
      <p>{here.say(overseen ? 'letter_overseen' : 'letter_only_these')}</p>
    </div>
  )
}

import { routes } from '@oppen/contract'
import type { ConversationId } from '@oppen/core/ids'
import { useSuspenseQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { call } from '../../app/api.js'
import { useChangesAt } from '../../app/changesAt.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { audienceWords } from './audience.js'
import { Conversation } from './Conversation.js'
import type { InTalk } from './MessageView.js'
import { RoomForm } from './RoomForm.js'
import { spaceIn, useSpace, useSpaceId } from './space.js'
import { stateWords } from './stateWords.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.room(spaceIn(params), params.conversationId))

/** A room: what was said, from where one was last, and a place to write. */
export function Screen() {
  const spaceId = useSpaceId()
  const conversationId = useParams().conversationId as ConversationId
  const { data } = useSuspenseQuery(reads.room(spaceId, conversationId))
  const time = useNow()
  const { moderates, archived, home, isCircle } = useSpace(spaceId)
  const [editing, setEditing] = useState(false)
  const params = { spaceId, conversationId }
  const state = stateWords(data.state, time)
  useChangesAt(data.state.is === 'open' ? data.state.until : data.state.opensAt, reads.talk(spaceId).queryKey)
  return (
    <Sheet title={`${data.title}, ${data.spaceName}`}>
      <Head
        title={data.title}
        sub={[data.spaceName, !isCircle && audienceWords(data.audience, data.groups), state]
          .filter(Boolean)
          .join(' · ')}
        aside={
          <>
            <Link to={home} className="text-[0.9375rem] font-semibold text-blue underline underline-offset-2">
              {say('room_back')}
            </Link>
            {moderates && <ForTeachers onEdit={() => setEditing(true)} {...params} />}
          </>
        }
      />
      <Conversation
        page={data}
        spaceId={spaceId}
        label={say('room_write', { name: data.title })}
        none={say('room_none')}
        moderates={moderates}
        archived={archived}
        write={body => call(routes.writeMessage, params, body)}
      />
      {editing && (
        <RoomForm spaceId={spaceId} groups={data.groups} room={data} onClose={() => setEditing(false)} />
      )}
    </Sheet>
  )
}

function ForTeachers({ onEdit, ...params }: InTalk & { readonly onEdit: () => void }) {
  const navigate = useNavigate()
  const { home } = useSpace(params.spaceId)
  const again = [reads.talk(params.spaceId).queryKey]
  const restore = useCommand({ do: () => call(routes.restoreConversation, params), again })
  const remove = useCommand({
    do: () => call(routes.removeConversation, params),
    done: () => {
      showToast(say('talk_room_removed'), () => restore.go())
      navigate(home)
    },
    again,
  })
  return (
    <>
      <Button onClick={onEdit}>{say('talk_change')}</Button>
      <Button variant="quiet" onClick={() => remove.go()} disabled={remove.busy}>
        {say('talk_remove')}
      </Button>
    </>
  )
}

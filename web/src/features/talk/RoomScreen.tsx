import { type Message, type RoomPage, routes } from '@oppen/contract'
import type { ConversationId } from '@oppen/core/ids'
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { call } from '../../app/api.js'
import { useChangesAt } from '../../app/changesAt.js'
import { useCommand } from '../../app/command.js'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, useIds, useNow, useTie } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { showToast } from '../../parts/toast.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { audienceWords } from './audience.js'
import { type InTalk, MessageView } from './MessageView.js'
import { RoomForm } from './RoomForm.js'
import { stateWords } from './stateWords.js'
import { useSeen } from './useSeen.js'
import { WriteMessage } from './WriteMessage.js'

export const prepare = ({ client, params }: Prepared) =>
  client.prefetchQuery(reads.room(params.classId, params.conversationId))

/** A room: what was said, from where one was last, and a place to write. */
export function Screen() {
  const { classId } = useIds()
  const conversationId = useParams().conversationId as ConversationId
  const tie = useTie()
  const { data } = useSuspenseQuery(reads.room(classId, conversationId))
  const time = useNow()
  const moderates = isTeacher(tie) && !tie?.archived
  const [editing, setEditing] = useState(false)
  const params = { classId, conversationId }
  const state = stateWords(data.state, time)
  useChangesAt(data.state.is === 'open' ? data.state.until : data.state.opensAt, reads.talk(classId).queryKey)
  const family = tie?.role === 'family' ? `/child/${tie.child}/talk` : `/c/${classId}/talk`
  return (
    <Sheet title={`${data.title}, ${data.className}`}>
      <Head
        title={data.title}
        sub={[data.className, audienceWords(data.audience, data.groups), state].filter(Boolean).join(' · ')}
        aside={
          <>
            <Link to={family} className="text-[15px] font-semibold text-blue underline underline-offset-2">
              {say('room_back')}
            </Link>
            {moderates && <ForTeachers onEdit={() => setEditing(true)} {...params} />}
          </>
        }
      />
      <Messages page={data} moderates={moderates} archived={tie?.archived ?? true} {...params} />
      {editing && (
        <RoomForm classId={classId} groups={data.groups} room={data} onClose={() => setEditing(false)} />
      )}
    </Sheet>
  )
}

function ForTeachers({ onEdit, ...params }: InTalk & { readonly onEdit: () => void }) {
  const navigate = useNavigate()
  const again = [reads.talk(params.classId).queryKey]
  const restore = useCommand({ do: () => call(routes.restoreConversation, params), again })
  const remove = useCommand({
    do: () => call(routes.removeConversation, params),
    done: () => {
      showToast(say('talk_room_removed'), () => restore.go())
      navigate(`/c/${params.classId}/talk`)
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

type MessagesProps = InTalk & {
  readonly page: RoomPage
  readonly moderates: boolean
  readonly archived: boolean
}

/** What has been read of the room besides the stretch that it opens with. */
type More = {
  readonly before: readonly Message[]
  readonly after: readonly Message[]
  readonly first: boolean
  readonly last: boolean
}

function Messages({ page, moderates, archived, ...params }: MessagesProps) {
  const { classId, conversationId } = params
  const time = useNow()
  const [answers, setAnswers] = useState<Message | null>(null)
  const [position] = useState(page.position)
  const { list, earlier, later, problem } = useStretches(page, params)
  const end = useRef<HTMLDivElement>(null)
  const last = list.at(-1)?.at ?? 0
  useSeen(end, params, last)
  const firstNew = list.find(one => one.at > position && !one.mine)
  const place = useRef<HTMLLIElement>(null)
  const write = useRef<HTMLDivElement>(null)
  // to what is new, or to the end
  useEffect(() => {
    // after the page was brought to its top, as every new page is
    const frame = requestAnimationFrame(() => {
      if (place.current) place.current.scrollIntoView({ block: 'center' })
      else write.current?.scrollIntoView({ block: 'end' })
    })
    return () => cancelAnimationFrame(frame)
  }, [])
  const closed = archived ? null : page.closed
  const mayAnswer = !archived && (!closed || closed.code === 'room_answers_only')
  const mayWrite = !archived && (!closed || (closed.code === 'room_answers_only' && answers !== null))
  return (
    <>
      {problem && (
        <Row>
          <Problem words={problem} />
        </Row>
      )}
      {earlier && (
        <Row className="py-2">
          <Button onClick={earlier.go} disabled={earlier.busy}>
            {say('room_earlier')}
          </Button>
        </Row>
      )}
      {!list.length && !page.unshown.length && (
        <Row>
          <Empty>{say('room_none')}</Empty>
        </Row>
      )}
      <ol>
        {list.map(message => (
          <li key={message.id} ref={message === firstNew ? place : undefined}>
            {message === firstNew && (
              <Row className="pt-3">
                <p className="border-t-2 border-ochre pt-1 text-sm font-semibold text-soft">
                  {say('room_new_from')}
                </p>
              </Row>
            )}
            <Row margin={when(message.at, time)} className="py-2.5">
              <MessageView
                message={message}
                isNew={message.at > position && !message.mine}
                moderates={moderates}
                reactions={archived ? [] : page.reactions}
                onAnswer={mayAnswer ? () => setAnswers(message) : undefined}
                {...params}
              />
            </Row>
          </li>
        ))}
      </ol>
      {later && (
        <Row className="py-2">
          <Button onClick={later.go} disabled={later.busy}>
            {say('room_later')}
          </Button>
        </Row>
      )}
      <div ref={end} />
      {page.unshown.map(message => (
        <Row key={message.id} margin={when(message.at, time)} className="py-2.5">
          <MessageView message={message} isNew={false} moderates={moderates} reactions={[]} {...params} />
        </Row>
      ))}
      <Row className="pt-4">
        {closed && <Closed closed={closed} />}
        {mayWrite && (
          <WriteMessage
            label={say('room_write', { name: page.title })}
            waits={page.waits}
            answers={answers}
            onNoAnswer={() => setAnswers(null)}
            classId={classId}
            conversationId={conversationId}
          />
        )}
      </Row>
      <div ref={write} />
    </>
  )
}

/** Why nothing can be written here now. */
function Closed({ closed }: { readonly closed: NonNullable<RoomPage['closed']> }) {
  const time = useNow()
  const { code, params = {} } = closed
  const words =
    code === 'room_quiet'
      ? params.word
        ? say('room_closed_quiet_why', { word: String(params.word) })
        : say('room_closed_quiet')
      : code === 'room_quiet_until'
        ? say('room_closed_hours', { at: when(Number(params.opensAt), time) })
        : code === 'room_answers_only'
          ? say('room_closed_answers')
          : code === 'talk_off'
            ? say('room_closed_off')
            : say('room_closed_reads')
  return <p className="max-w-prose border-s-4 border-rule ps-3 pb-1 text-soft">{words}</p>
}

/** The stretches of a room that were read, in one list without a gap, and the ways to more. */
function useStretches(page: RoomPage, params: InTalk) {
  const client = useQueryClient()
  const [more, setMore] = useState<More>({
    before: [],
    after: [],
    first: !page.stretch.before,
    last: !page.stretch.after,
  })
  const { messages } = page.stretch
  const known = new Set(messages.map(one => one.id))
  const list = [
    ...more.before.filter(one => !known.has(one.id)),
    ...messages,
    ...more.after.filter(one => !known.has(one.id)),
  ]
  const before = useCommand({
    do: () => call(routes.seeBefore, { ...params, number: String(list[0]?.at ?? 0) }),
    done: stretch =>
      setMore({ ...more, before: [...stretch.messages, ...more.before], first: !stretch.before }),
  })
  const after = useCommand({
    do: () => call(routes.seeAfter, { ...params, number: String(list.at(-1)?.at ?? 0) }),
    done: stretch => {
      setMore({ ...more, after: [...more.after, ...stretch.messages], last: !stretch.after })
      void client.invalidateQueries({ queryKey: reads.today().queryKey })
    },
  })
  return {
    list,
    earlier: more.first ? null : { go: () => before.go(), busy: before.busy },
    later: more.last ? null : { go: () => after.go(), busy: after.busy },
    problem: before.words ?? after.words,
  }
}

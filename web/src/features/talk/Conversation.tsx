import { type BodyOf, type ConversationPage, type Message, routes } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import { type QueryKey, useQueryClient } from '@tanstack/react-query'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Empty, Problem } from '../../parts/Feedback.js'
import { Row } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { type InTalk, MessageView } from './MessageView.js'
import { useSpace } from './space.js'
import { useSeen } from './useSeen.js'
import { WriteMessage } from './WriteMessage.js'

type Props = {
  readonly spaceId: SpaceId
  readonly page: ConversationPage
  readonly label: string
  /** What stands where nothing was said yet; nothing for none. */
  readonly none?: string
  readonly moderates: boolean
  /** In an archived class nothing more is said. */
  readonly archived: boolean
  readonly write: (body: BodyOf<typeof routes.writeMessage>) => Promise<unknown>
  /** By what a draft is kept where there is no conversation yet. */
  readonly draft?: string
  /** Beside something else rather than on a page of its own. */
  readonly beside?: boolean
  /** Whether readers can report what others write. */
  readonly reports?: boolean
  /** What is counted anew once it was read, besides Today. */
  readonly counted?: readonly QueryKey[]
  /** Said above the field. */
  readonly children?: ReactNode
}

/** What has been read of a conversation besides the stretch that it opens with. */
type More = {
  readonly before: readonly Message[]
  readonly after: readonly Message[]
  readonly first: boolean
  readonly last: boolean
}

/** A conversation: what was said, from where one was last, and a place to write. */
export function Conversation({
  spaceId,
  page,
  label,
  none,
  moderates,
  archived,
  write,
  draft = page.id ?? '',
  beside = false,
  reports = true,
  counted = [],
  children,
}: Props) {
  const time = useNow()
  const conversationId = page.id ?? ('' as ConversationId)
  const params = { spaceId, conversationId }
  const [answers, setAnswers] = useState<Message | null>(null)
  const [position] = useState(page.position)
  const { list, earlier, later, problem } = useStretches(page, params)
  const end = useRef<HTMLDivElement>(null)
  const last = list.at(-1)?.at ?? 0
  const news = (after: number, until: number) =>
    list.filter(
      one => !one.mine && one.removedBy === null && one.at > Math.max(after, position) && one.at <= until,
    ).length
  useSeen(end, params, last, beside ? { counted } : { news })
  const firstNew = list.find(one => one.at > position && !one.mine)
  const place = useRef<HTMLLIElement>(null)
  const field = useRef<HTMLDivElement>(null)
  // to what is new, or to the end
  useEffect(() => {
    if (beside) return
    // after the page was brought to its top, as every new page is
    const frame = requestAnimationFrame(() => {
      if (place.current) place.current.scrollIntoView({ block: 'center' })
      else field.current?.scrollIntoView({ block: 'end' })
    })
    return () => cancelAnimationFrame(frame)
  }, [beside])
  const closed = archived ? null : page.closed
  const mayAnswer = !archived && (!closed || closed.code === 'room_answers_only')
  const mayWrite = !archived && (!closed || (closed.code === 'room_answers_only' && answers !== null))
  const Line = beside ? Plain : Row
  const shown = { moderates, beside, reports, ...params }
  return (
    <>
      {problem && (
        <Line>
          <Problem words={problem} />
        </Line>
      )}
      {earlier && (
        <Line className="py-2">
          <Button onClick={earlier.go} disabled={earlier.busy}>
            {say('room_earlier')}
          </Button>
        </Line>
      )}
      {none && !list.length && !page.unshown.length && (
        <Line>
          <Empty>{none}</Empty>
        </Line>
      )}
      <ol aria-live="polite">
        {list.map(message => (
          <li key={message.id} ref={message === firstNew ? place : undefined}>
            {message === firstNew && !beside && (
              <Row className="pt-3">
                <p className="border-t-2 border-ochre pt-1 text-sm font-semibold text-soft">
                  {say('room_new_from')}
                </p>
              </Row>
            )}
            <Line margin={when(message.at, time)} className="py-2.5">
              <MessageView
                message={message}
                isNew={message.at > position && !message.mine}
                reactions={archived ? [] : page.reactions}
                onAnswer={mayAnswer ? () => setAnswers(message) : undefined}
                {...shown}
              />
            </Line>
          </li>
        ))}
      </ol>
      {later && (
        <Line className="py-2">
          <Button onClick={later.go} disabled={later.busy}>
            {say('room_later')}
          </Button>
        </Line>
      )}
      <div ref={end} />
      {page.unshown.map(message => (
        <Line key={message.id} margin={when(message.at, time)} className="py-2.5">
          <MessageView message={message} isNew={false} reactions={[]} {...shown} />
        </Line>
      ))}
      <Line className={beside ? 'pt-2' : 'pt-4'}>
        {children}
        {closed && <Closed spaceId={spaceId} closed={closed} />}
        {mayWrite && (
          <WriteMessage
            label={label}
            waits={page.waits}
            attach={page.attach}
            answers={answers}
            onNoAnswer={() => setAnswers(null)}
            write={write}
            draft={draft}
            spaceId={spaceId}
            conversationId={page.id}
          />
        )}
      </Line>
      <div ref={field} />
    </>
  )
}

/** A line without a margin, where a conversation stands beside something else. */
const Plain = ({
  className,
  children,
}: {
  readonly className?: string
  readonly children?: ReactNode
  readonly margin?: ReactNode
}) => <div className={className}>{children}</div>

/** Why nothing can be written here now. */
function Closed({
  spaceId,
  closed,
}: {
  readonly spaceId: SpaceId
  readonly closed: NonNullable<ConversationPage['closed']>
}) {
  const time = useNow()
  const here = useSpace(spaceId)
  const { code, params = {} } = closed
  const words =
    code === 'room_quiet'
      ? params.word
        ? say('room_closed_quiet_why', { word: String(params.word) })
        : say('room_closed_quiet')
      : code === 'room_quiet_until'
        ? say('room_closed_hours', { at: when(Number(params.opensAt), time) })
        : code === 'room_answers_only'
          ? here.say('room_closed_answers')
          : code === 'talk_off'
            ? here.say('room_closed_off')
            : code === 'letters_off'
              ? here.say('letter_closed_off')
              : code === 'letter_unattended'
                ? say('letter_closed_unattended')
                : say('room_closed_reads')
  return <p className="max-w-prose border-s-4 border-rule ps-3 pb-1 text-soft">{words}</p>
}

/** The stretches of a conversation that were read, in one list without a gap, and the ways to more. */
function useStretches(page: ConversationPage, { spaceId }: Pick<InTalk, 'spaceId'>) {
  const client = useQueryClient()
  // where nothing was said there is nothing more to read
  const params = { spaceId, conversationId: page.id ?? ('' as ConversationId) }
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

import { type Message, routes, type TalkFile } from '@oppen/contract'
import type { ConversationId, SpaceId } from '@oppen/core/ids'
import type { Reaction } from '@oppen/core/talk'
import { Check, Hand, HelpCircle, Laugh, type LucideIcon, Sprout } from 'lucide-react'
import { useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { tieTo, useMe, useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { NewMark, Problem } from '../../parts/Feedback.js'
import { Field } from '../../parts/Field.js'
import { LazyEditor } from '../../parts/LazyEditor.js'
import { Window } from '../../parts/Window.js'
import { Written } from '../../parts/Written.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'
import { AddFiles } from './AddFiles.js'
import { MessageFiles } from './MessageFiles.js'
import { mentionable } from './mentionable.js'
import { useSpace } from './space.js'

const ICONS: Readonly<Record<Reaction, LucideIcon>> = {
  thanks: Hand,
  agree: Check,
  wellDone: Sprout,
  laugh: Laugh,
  ask: HelpCircle,
}

export type InTalk = { readonly spaceId: SpaceId; readonly conversationId: ConversationId }

type Props = InTalk & {
  readonly message: Message
  readonly isNew: boolean
  readonly moderates: boolean
  /** Where there is no margin, the time stands with the name. */
  readonly beside?: boolean
  /** Whether readers can report it. */
  readonly reports?: boolean
  /** What readers can say with one press; none where nobody can. */
  readonly reactions: readonly Reaction[]
  /** Begins an answer; undefined where none can be written. */
  readonly onAnswer?: (() => void) | undefined
}

const SMALL = '!min-h-7 !px-0 !py-0 text-sm'

/** A message with whose it is, what became of it and what can be done with it. */
export function MessageView({
  message,
  isNew,
  moderates,
  beside = false,
  reports = true,
  reactions,
  onAnswer,
  ...params
}: Props) {
  const time = useNow()
  // in an archived class nothing can be done with it
  const { archived } = useSpace(params.spaceId)
  const [open, setOpen] = useState<'edit' | 'report' | null>(null)
  const address = { ...params, messageId: message.id }
  const again = [reads.talk(params.spaceId).queryKey]
  const remove = useCommand({ do: () => call(routes.removeMessage, address), again })
  const removed = message.removedBy !== null
  const gone = removed && !message.html && !message.files.length
  const tie = tieTo(useMe(), params.spaceId)
  const edits = tie?.role !== 'pupil' || tie.lets.edit || message.state !== 'shown'
  const mayEdit = edits && !archived && message.editUntil !== null && message.editUntil > time.now && !removed
  const named = (what: string) => say('room_message_about', { what, name: message.by })
  return (
    <article
      className={`max-w-3xl ${message.state === 'shown' ? '' : 'border-s-4 border-ochre ps-3'}`}
      aria-label={say('room_message_by', { name: message.by, at: when(message.at, time) })}
    >
      <p className="text-sm text-soft">
        <strong className={message.side === 'teacher' ? 'text-blue' : 'text-ink'}>{message.by}</strong>{' '}
        {beside && `${when(message.at, time)} `}
        {message.edited && !removed && `· ${say('talk_edited')} `}
        {isNew && <NewMark>{say('new')}</NewMark>}
      </p>
      {message.answers && !gone && (
        <p className="my-1 max-w-prose border-s-2 border-edge ps-3 text-sm text-soft">
          <span className="font-semibold">{message.answers.by}</span> {message.answers.begins}
        </p>
      )}
      {open === 'edit' ? (
        <EditMessage message={message} onClose={() => setOpen(null)} {...params} />
      ) : (
        message.html && (
          <Written
            html={message.html}
            className={`max-w-prose ${beside ? 'text-[0.9375rem]' : 'text-[1.0625rem]'} ${removed ? 'text-soft line-through decoration-1' : ''}`}
          />
        )
      )}
      {open !== 'edit' && <MessageFiles spaceId={params.spaceId} files={message.files} by={message.by} />}
      <Became message={message} moderates={moderates} spaceId={params.spaceId} />
      {!gone && open !== 'edit' && (
        <div className="mt-0.5 flex flex-wrap items-center gap-x-4 gap-y-1 max-md:gap-x-2.5">
          {!removed && message.state === 'shown' && (
            <Reactions message={message} reactions={reactions} {...params} />
          )}
          {onAnswer && !removed && message.state === 'shown' && (
            <Button
              variant="quiet"
              className={SMALL}
              aria-label={named(say('room_message_answer'))}
              onClick={onAnswer}
            >
              {say('room_message_answer')}
            </Button>
          )}
          {mayEdit && (
            <Button
              variant="quiet"
              className={SMALL}
              aria-label={named(say('room_message_edit'))}
              onClick={() => setOpen('edit')}
            >
              {say('room_message_edit')}
            </Button>
          )}
          {message.mayRemove && !archived && (
            <Button
              variant="quiet"
              className={SMALL}
              aria-label={named(say('room_message_remove'))}
              onClick={() => remove.go()}
              disabled={remove.busy}
            >
              {say('room_message_remove')}
            </Button>
          )}
          {reports && !archived && !removed && !message.mine && !moderates && (
            <Button
              variant="quiet"
              className={`${SMALL} !text-soft`}
              aria-label={named(say('room_message_report'))}
              onClick={() => setOpen('report')}
            >
              {say('room_message_report')}
            </Button>
          )}
        </div>
      )}
      {remove.words && <Problem words={remove.words} />}
      {open === 'report' && <Report message={message} onClose={() => setOpen(null)} {...params} />}
    </article>
  )
}

/** That a message waits, was sent back, removed or reported. */
function Became({ message, moderates, spaceId }: Pick<Props, 'message' | 'moderates' | 'spaceId'>) {
  const here = useSpace(spaceId)
  const { state, word, removedBy, by, mine } = message
  const lines: string[] = []
  if (state === 'waits') lines.push(here.say(moderates ? 'room_message_waits_teacher' : 'room_message_waits'))
  if (state === 'sentBack')
    lines.push(
      moderates && !mine
        ? say('room_message_sent_back_teacher', { name: by })
        : word
          ? here.say('room_message_sent_back_word', { word })
          : here.say('room_message_sent_back'),
    )
  if (removedBy !== null)
    lines.push(removedBy ? say('room_message_removed', { name: removedBy }) : say('room_message_removed_own'))
  for (const report of message.reports)
    lines.push(
      report.word
        ? say('room_message_reported_word', { name: report.by, word: report.word })
        : say('room_message_reported', { name: report.by }),
    )
  return lines.map(line => (
    <p key={line} className="text-sm font-medium text-soft">
      {line}
    </p>
  ))
}

function Reactions({
  message,
  reactions,
  spaceId,
  conversationId,
}: Pick<Props, 'message' | 'reactions'> & InTalk) {
  const react = useCommand({
    do: ({ reaction, on }: { reaction: Reaction; on: boolean }) =>
      call(routes.react, { spaceId, conversationId, messageId: message.id }, { reaction, on }),
    again: [reads.talk(spaceId).queryKey],
  })
  const said = new Map(message.reactions.map(one => [one.reaction, one]))
  // what was said and has been switched off since is still seen
  const all = [...new Set([...reactions, ...said.keys()])].filter(one => !message.mine || said.has(one))
  if (!all.length) return null
  return (
    <span className="-ms-1.5 flex flex-wrap items-center gap-1 max-md:gap-0">
      {all.map(reaction => {
        const one = said.get(reaction)
        const Icon = ICONS[reaction]
        const words = say(`reaction_${reaction}`)
        return (
          <button
            key={reaction}
            type="button"
            title={words}
            aria-label={one ? say('reaction_count', { what: words, count: one.count }) : words}
            aria-pressed={one?.mine ?? false}
            disabled={react.busy || message.mine || !reactions.includes(reaction)}
            onClick={() => react.go({ reaction, on: !one?.mine })}
            className="inline-flex min-h-7 min-w-7 items-center justify-center gap-1 rounded-[var(--radius-card)] px-1.5 text-sm text-soft enabled:hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue"
          >
            <Icon size={16} aria-hidden="true" />
            {one && <span className="tabular-nums">{one.count}</span>}
          </button>
        )
      })}
    </span>
  )
}

type Opened = InTalk & { readonly message: Message; readonly onClose: () => void }

function EditMessage({ message, onClose, spaceId, conversationId }: Opened) {
  const [html, setHtml] = useState(message.html)
  const [files, setFiles] = useState<readonly TalkFile[]>(message.files)
  const save = useCommand({
    do: () =>
      call(
        routes.changeMessage,
        { spaceId, conversationId, messageId: message.id },
        { html, files: files.map(file => file.id) },
      ),
    again: [reads.talk(spaceId).queryKey],
    done: onClose,
  })
  return (
    <div className="my-1 flex flex-col gap-2">
      <LazyEditor
        small
        html={message.html}
        onChange={setHtml}
        onSend={() => save.go()}
        onMention={mentionable(spaceId, conversationId)}
        label={say('room_message_about', { what: say('room_message_edit'), name: message.by })}
      />
      {/* what stands with it can be taken away */}
      <AddFiles spaceId={spaceId} attach="none" files={files} onChange={setFiles} />
      {save.words && <Problem words={save.words} />}
      <div className="flex gap-2">
        <Button variant="primary" onClick={() => save.go()} disabled={save.busy}>
          {say('room_save')}
        </Button>
        <Button onClick={onClose}>{say('cancel')}</Button>
      </div>
    </div>
  )
}

function Report({ message, onClose, spaceId, conversationId }: Opened) {
  const here = useSpace(spaceId)
  const [word, setWord] = useState('')
  const [sent, setSent] = useState(false)
  const report = useCommand({
    do: () => call(routes.reportMessage, { spaceId, conversationId, messageId: message.id }, { word }),
    done: () => setSent(true),
  })
  return (
    <Window open onClose={onClose} title={here.say('room_report_title')}>
      {sent ? (
        <p role="status">{here.say('room_reported')}</p>
      ) : (
        <form
          className="flex flex-col gap-4"
          onSubmit={event => {
            event.preventDefault()
            report.go()
          }}
        >
          <p>{here.say('room_report_lead', { name: message.by })}</p>
          <Field
            label={say('room_report_word')}
            value={word}
            maxLength={160}
            onChange={event => setWord(event.target.value)}
            problem={report.words}
          />
          <div className="flex gap-2">
            <Button type="submit" variant="primary" disabled={report.busy}>
              {say('room_report_go')}
            </Button>
            <Button onClick={onClose}>{say('cancel')}</Button>
          </div>
        </form>
      )}
    </Window>
  )
}

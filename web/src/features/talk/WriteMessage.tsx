import type { BodyOf, Message, routes, TalkFile } from '@oppen/contract'
import type { ConversationId } from '@oppen/core/ids'
import { useState } from 'react'
import { useCommand } from '../../app/command.js'
import { reads } from '../../app/queries.js'
import { randomName } from '../../app/randomName.js'
import { useMe } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { LateEditor } from '../../parts/LazyEditor.js'
import { say } from '../../words/say.js'
import { useKeptForm } from '../about/useKeptForm.js'
import { AddFiles, type Attach } from './AddFiles.js'
import type { InTalk } from './MessageView.js'
import { mentionable } from './mentionable.js'
import { useSpace } from './space.js'

type Props = Pick<InTalk, 'spaceId'> & {
  /** Where it is written, so that its readers can be mentioned; null where nothing was said yet. */
  readonly conversationId: ConversationId | null
  readonly label: string
  readonly write: (body: BodyOf<typeof routes.writeMessage>) => Promise<unknown>
  /** By what it is kept while it is written. */
  readonly draft: string
  readonly waits: boolean
  readonly attach: Attach
  /** The message that is answered; null for none. */
  readonly answers: Message | null
  readonly onNoAnswer: () => void
  readonly onSent?: () => void
}

/** Other words are another message; the same words, sent again because no answer came, are the same one. */
type Kept = { readonly html: string; readonly files: TalkFile[]; readonly once: string }
const fresh = (): Kept => ({ html: '', files: [], once: randomName(20) })

/** Where a message is written. What was typed outlives the page, and stays where it could not be sent. */
export function WriteMessage(props: Props) {
  const { label, waits, attach, answers, onNoAnswer, onSent, write, draft, spaceId, conversationId } = props
  const { account } = useMe()
  const here = useSpace(spaceId)
  const kept = useKeptForm<Kept>(`message ${account.id} ${draft}`, fresh)
  // what was kept by an Oppen of before has no files
  const { html, files = [] } = kept.form
  const [edition, setEdition] = useState(0)
  const send = useCommand({
    do: () =>
      write({ html, once: kept.form.once, files: files.map(file => file.id), answers: answers?.id ?? null }),
    again: [reads.talk(spaceId).queryKey],
    done: () => {
      kept.put(fresh())
      kept.forget()
      setEdition(edition + 1)
      onNoAnswer()
      onSent?.()
    },
  })
  const empty = !html && !files.length
  const go = () => {
    if (!empty && !send.busy) send.go()
  }
  return (
    <div className="flex max-w-3xl flex-col gap-2">
      {answers && (
        <p className="flex flex-wrap items-baseline gap-x-3 text-sm text-soft">
          <span className="border-s-2 border-edge ps-3">{say('room_answer_to', { name: answers.by })}</span>
          <Button variant="quiet" className="!min-h-7 !px-0 !py-0 text-sm" onClick={onNoAnswer}>
            {say('room_answer_stop')}
          </Button>
        </p>
      )}
      <LateEditor
        edition={edition}
        small
        html={html}
        onChange={next => kept.put({ html: next, once: randomName(20) })}
        onSend={go}
        onMention={mentionable(spaceId, conversationId)}
        label={answers ? say('room_answer_to', { name: answers.by }) : label}
      />
      <AddFiles
        spaceId={spaceId}
        attach={attach}
        files={files}
        onChange={next => kept.put({ files: next, once: randomName(20) })}
      />
      {waits && <p className="text-sm text-soft">{here.say('room_waits')}</p>}
      {send.words && <Problem words={send.words} />}
      <div className="flex flex-wrap items-center gap-3">
        <Button variant="primary" onClick={go} disabled={send.busy || empty}>
          {here.say(waits ? 'room_send_waits' : 'room_send')}
        </Button>
        <span className="text-sm text-soft max-md:hidden">{say('room_send_keys')}</span>
      </div>
    </div>
  )
}

import type { Note } from '@oppen/contract'
import type { NoteId } from '@oppen/core/ids'
import { type FormEvent, useState } from 'react'
import { useCommand } from '../../app/command.js'
import { useNow } from '../../app/session.js'
import { Button } from '../../parts/Button.js'
import { Disclosure } from '../../parts/Disclosure.js'
import { Problem } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { say } from '../../words/say.js'
import { when } from '../../words/times.js'

type Props = {
  readonly notes: readonly Note[]
  /** What is younger than this and by others is new. */
  readonly seenAt: number | null
  readonly field: string
  readonly write: (text: string) => Promise<unknown>
  /** Takes words away; without it nobody can. */
  readonly remove: (noteId: NoteId) => Promise<unknown>
  /** Whose words the reader may take away. */
  readonly mayRemove: (note: Note) => boolean
  /** In an archived class nothing more is said. */
  readonly shut?: boolean
}

/** A thread: what was said, what is new in it, and a field to say more. */
export function Notes({ notes, seenAt, field, write, remove, mayRemove, shut = false }: Props) {
  const [text, setText] = useState('')
  const send = useCommand({ do: () => write(text), done: () => setText('') })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    send.go()
  }
  return (
    <>
      <ol className="flex flex-col gap-2" aria-live="polite">
        {notes.map(note => (
          <li
            key={note.id}
            className={`rounded-[var(--radius-card)] border-s-4 px-3 py-2 text-[15px] ${note.mine ? 'bg-pale' : 'bg-ochre-pale'} ${isFresh(note, seenAt) ? 'border-ochre' : 'border-transparent'}`}
          >
            <SaidNote note={note} remove={!shut && mayRemove(note) ? () => remove(note.id) : undefined} />
          </li>
        ))}
      </ol>
      {!shut && (
        <form onSubmit={submit} className="mt-3 flex flex-col items-start gap-2">
          <div className="w-full">
            <TextBox
              label={field}
              value={text}
              onChange={event => setText(event.target.value)}
              problem={send.words}
              className="!min-h-16"
            />
          </div>
          <Button type="submit" disabled={send.busy}>
            {say('work_note_send')}
          </Button>
        </form>
      )}
    </>
  )
}

/** Whether words came from somebody else after the reader last looked. */
export const isFresh = (note: Note, seenAt: number | null): boolean =>
  !note.mine && note.removedBy === null && note.at > (seenAt ?? 0)

type SaidProps = { readonly note: Note; readonly remove: (() => Promise<unknown>) | undefined }

/** Something that was said, by whom and when, with the way to remove it; what was removed says so. */
export function SaidNote({ note, remove }: SaidProps) {
  const time = useNow()
  const [asking, setAsking] = useState(false)
  const taking = useCommand({ do: async () => remove?.() })
  const meta = `${note.by}, ${when(note.at, time)}`
  if (note.removedBy !== null) {
    return (
      <>
        <p className="text-soft italic">{say('note_removed', { name: note.removedBy })}</p>
        {note.text && (
          <Disclosure look="small" title={say('note_removed_text')}>
            <p className="whitespace-pre-line text-sm [overflow-wrap:anywhere]">{note.text}</p>
          </Disclosure>
        )}
        <p className="mt-0.5 text-sm text-soft">{meta}</p>
      </>
    )
  }
  return (
    <>
      <p className="whitespace-pre-line [overflow-wrap:anywhere]">{note.text}</p>
      <p className="mt-0.5 flex flex-wrap items-baseline justify-between gap-x-3 text-sm text-soft">
        <span>{meta}</span>
        {remove && !asking && (
          <button type="button" className="underline underline-offset-2" onClick={() => setAsking(true)}>
            {say('note_remove')}
          </button>
        )}
      </p>
      {asking && (
        <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
          <span className="basis-full">{say('note_remove_sure')}</span>
          <Button className="!min-h-8 !py-0.5 text-sm" disabled={taking.busy} onClick={() => taking.go()}>
            {say('note_remove_yes')}
          </Button>
          <Button variant="quiet" className="!min-h-8 !py-0.5 text-sm" onClick={() => setAsking(false)}>
            {say('note_remove_no')}
          </Button>
        </div>
      )}
      {taking.words && <Problem words={taking.words} />}
    </>
  )
}

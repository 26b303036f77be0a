import type { Note } from '@oppen/contract'
import { useState } from 'react'
import { useCommand } from '../../../app/command.js'
import { useNow } from '../../../app/session.js'
import { Button } from '../../../parts/Button.js'
import { Disclosure } from '../../../parts/Disclosure.js'
import { Problem } from '../../../parts/Feedback.js'
import { say } from '../../../words/say.js'
import { when } from '../../../words/times.js'

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

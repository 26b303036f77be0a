import { addressOf, routes } from '@oppen/contract'
import type { AnnotationFileId } from '@oppen/core/ids'
import { Pencil } from 'lucide-react'
import type { SubmissionParams } from '../../app/queries.js'
import { Off } from '../../parts/inputs.js'
import { Sound } from '../../parts/Sound.js'
import { say } from '../../words/say.js'
import type { TeacherNote } from './notes.js'

type Props = {
  readonly params: SubmissionParams
  readonly notes: readonly TeacherNote[]
  readonly numbers: ReadonlyMap<string, number>
  /** For whoever may change them. */
  readonly onChange?: (note: TeacherNote) => void
  readonly onRemove?: (note: TeacherNote) => void
}

/** The notes over a work, in the order of their numbers. */
export function MarginNotes({ params, notes, numbers, onChange, onRemove }: Props) {
  if (!notes.length) return null
  return (
    <section className="mt-4">
      <h3 className="mb-1 text-base">{say('verdict_notes')}</h3>
      <ol className="flex flex-col gap-2">
        {notes.map(note => {
          const number = numbers.get(note.id) ?? 0
          return (
            <li
              key={note.id}
              id={`note-${note.id}`}
              tabIndex={-1}
              className="flex gap-2 rounded text-[0.9375rem]"
            >
              <span className="mt-0.5 flex size-6 shrink-0 items-center justify-center rounded-full border border-[#8d2c1c] bg-[#fbe3dd] text-xs font-bold text-[#8d2c1c]">
                {number}
              </span>
              <div className="min-w-0 flex-1">
                {note.kind === 'passage' && (
                  <q className="line-clamp-2 text-sm text-soft italic">{note.quote.exact}</q>
                )}
                {note.text && <p className="whitespace-pre-line text-rust">{note.text}</p>}
                {note.fileId && (
                  <Sound
                    address={addressOf(routes.seeAnnotationFile, {
                      ...params,
                      annotationFileId: note.fileId as AnnotationFileId,
                    })}
                    label={say('verdict_note_spoken', { number })}
                    className="mt-1 h-9 w-full max-w-80"
                  />
                )}
              </div>
              {onChange && (
                <button
                  type="button"
                  aria-label={say('verdict_note_change', { number })}
                  onClick={() => onChange(note)}
                  className="size-7 shrink-0 rounded p-1.5 text-soft hover:bg-pale"
                >
                  <Pencil size={15} aria-hidden="true" />
                </button>
              )}
              {onRemove && (
                <Off label={say('verdict_note_remove', { number })} onClick={() => onRemove(note)} />
              )}
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** Brings a note of the list into sight. */
export function goToNote(id: string): void {
  const note = document.getElementById(`note-${id}`)
  note?.scrollIntoView({ block: 'nearest' })
  note?.focus()
}

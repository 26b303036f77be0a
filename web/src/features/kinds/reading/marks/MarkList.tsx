import type { MarkColour, Passage } from '@oppen/core/work/kinds/reading'
import { Trash2 } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { Empty } from '../../../../parts/Feedback.js'
import { say } from '../../../../words/say.js'
import { meaningOf, Swatch } from './colours.js'
import type { PlacedMark } from './useMarks.js'

type Props = {
  readonly marks: readonly PlacedMark[]
  readonly meanings: Passage['meanings']
  /** Each undefined where they are only looked at. */
  readonly onShow?: (mark: PlacedMark) => void
  readonly onNote?: (mark: PlacedMark, note: string) => void
  readonly onRemove?: (mark: PlacedMark) => void
  /** The one that was just made: its note is begun. */
  readonly fresh?: string | undefined
}

/** The marks of a passage in its order, each with the note beside it. */
export function MarkList({ marks, meanings, onShow, onNote, onRemove, fresh }: Props) {
  if (!marks.length) return <Empty>{say(onNote ? 'reading_marks_none' : 'reading_marks_none_of')}</Empty>
  return (
    <ul className="flex flex-col gap-3">
      {marks.map(mark => {
        const meaning = meaningOf(meanings, mark.colour)
        return (
          <li key={mark.id} className="flex flex-col gap-1">
            <div className="flex items-start gap-2">
              {onShow ? (
                <button
                  type="button"
                  onClick={() => onShow(mark)}
                  disabled={!mark.span}
                  className="min-w-0 flex-1 rounded text-start hover:bg-pale"
                >
                  <Marked colour={mark.colour} meaning={meaning} words={mark.anchor.exact} />
                </button>
              ) : (
                <p className="min-w-0 flex-1">
                  <Marked colour={mark.colour} meaning={meaning} words={mark.anchor.exact} />
                </p>
              )}
              {onRemove && (
                <button
                  type="button"
                  aria-label={say('reading_mark_remove', { what: mark.anchor.exact.slice(0, 40) })}
                  onClick={() => onRemove(mark)}
                  className="rounded p-1.5 hover:bg-pale"
                >
                  <Trash2 size={16} aria-hidden="true" />
                </button>
              )}
            </div>
            {!mark.span && <p className="text-sm text-soft">{say('reading_mark_gone')}</p>}
            {onNote ? (
              <Note
                label={say('reading_note_on', { what: mark.anchor.exact.slice(0, 40) })}
                note={mark.note}
                begin={mark.id === fresh}
                onChange={note => onNote(mark, note)}
              />
            ) : (
              mark.note && <p className="border-s-2 border-edge ps-2 whitespace-pre-wrap">{mark.note}</p>
            )}
          </li>
        )
      })}
    </ul>
  )
}

type MarkedProps = { readonly colour: MarkColour; readonly meaning: string; readonly words: string }

const Marked = ({ colour, meaning, words }: MarkedProps) => (
  <>
    <Swatch colour={colour} /> <span className="text-sm font-semibold">{meaning}</span>
    <q className="block truncate text-[0.9375rem] text-soft">{words}</q>
  </>
)

type NoteProps = {
  readonly label: string
  readonly note: string
  readonly begin: boolean
  readonly onChange: (note: string) => void
}

function Note({ label, note, begin, onChange }: NoteProps) {
  const field = useRef<HTMLTextAreaElement>(null)
  useEffect(() => {
    if (begin) field.current?.focus()
  }, [begin])
  return (
    <textarea
      ref={field}
      aria-label={label}
      placeholder={say('reading_note')}
      rows={note ? Math.min(6, note.split('\n').length + 1) : 1}
      value={note}
      maxLength={2_000}
      onChange={event => onChange(event.target.value)}
      className="w-full rounded border border-rule bg-sheet px-2 py-1 text-[0.9375rem] placeholder:text-soft"
    />
  )
}

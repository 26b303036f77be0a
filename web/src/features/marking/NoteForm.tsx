import { addressOf, routes } from '@oppen/contract'
import type { AnnotationFileId } from '@oppen/core/ids'
import type { Spot } from '@oppen/core/ink'
import { PASSAGE_LOOKS, type PassageLook, type Quote } from '@oppen/core/marking'
import { type KeyboardEvent, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import type { SubmissionParams } from '../../app/queries.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { Sound } from '../../parts/Sound.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { Recorder } from '../files/Recorder.js'
import { newInkId } from '../worksheets/pens.js'
import type { AnnotationEdit } from './annotationAutosave.js'
import type { TeacherNote } from './notes.js'

/** Where a note is to stand: at a spot of a page, at words that were chosen, or where it stood. */
export type Noting =
  | (Spot & { readonly page: string })
  | { readonly page: string; readonly quote: Quote }
  | { readonly before: TeacherNote }

type Props = {
  readonly params: SubmissionParams
  readonly noting: Noting
  readonly onEdit: (edit: AnnotationEdit) => void
  readonly onClose: () => void
}

/** A note over the work: words, a recording, or both; at words that were chosen also how they are marked. */
export function NoteForm({ params, noting, onEdit, onClose }: Props) {
  const before = 'before' in noting ? noting.before : null
  const passage = 'quote' in noting || before?.kind === 'passage'
  const [text, setText] = useState(before?.text ?? '')
  const [look, setLook] = useState<PassageLook>(before?.kind === 'passage' ? before.look : 'underline')
  const [fileId, setFileId] = useState(before?.fileId ?? null)
  const [speaking, setSpeaking] = useState(false)
  const send = useCommand({
    do: (file: File) => call(routes.addAnnotationFile, params, formWith(file)),
    done: ({ id }) => {
      setFileId(id)
      setSpeaking(false)
    },
  })
  const save = () => {
    const said = { id: newInkId(), text: text.trim(), fileId }
    const note = noteAt(noting, look, said)
    const put = said.text || fileId || passage ? [note] : []
    onEdit({ put, drop: before ? [before] : [] })
    onClose()
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' || !(event.ctrlKey || event.metaKey)) return
    event.preventDefault()
    // what is behind the window hands back with these keys
    event.stopPropagation()
    save()
  }
  return (
    <Window open onClose={onClose} title={say('desk_note')}>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: hears the keys of what is in it */}
      <div onKeyDown={keys}>
        {passage && (
          <fieldset className="mb-3 flex gap-4">
            <legend className="sr-only">{say('desk_look')}</legend>
            {PASSAGE_LOOKS.map(one => (
              <label key={one} className="flex items-center gap-1.5 text-[0.9375rem]">
                <input type="radio" name="look" checked={look === one} onChange={() => setLook(one)} />
                {say(`desk_look_${one}`)}
              </label>
            ))}
          </fieldset>
        )}
        <TextBox
          label={say('desk_note_words')}
          value={text}
          onChange={event => setText(event.target.value)}
          className="!min-h-24"
        />
        {fileId && (
          <div className="mt-3 flex items-center gap-2">
            <Sound
              address={addressOf(routes.seeAnnotationFile, {
                ...params,
                annotationFileId: fileId as AnnotationFileId,
              })}
              label={say('desk_note_recording')}
            />
            <Button variant="quiet" onClick={() => setFileId(null)}>
              {say('desk_recording_remove')}
            </Button>
          </div>
        )}
        {send.words && <Problem words={send.words} />}
        <div className="mt-4">
          {speaking ? (
            <Recorder
              kind="voice"
              name={say('desk_note_recording')}
              onKeep={file => send.go(file)}
              onClose={() => setSpeaking(false)}
            />
          ) : (
            <div className="flex flex-wrap gap-2">
              <Button variant="primary" onClick={save} disabled={send.busy}>
                {say('desk_note_save')}
              </Button>
              <Button onClick={() => setSpeaking(true)} disabled={send.busy}>
                {say('make_voice')}
              </Button>
            </div>
          )}
        </div>
      </div>
    </Window>
  )
}

type Said = { readonly id: string; readonly text: string; readonly fileId: string | null }

function noteAt(noting: Noting, look: PassageLook, said: Said): TeacherNote {
  if ('quote' in noting) return { kind: 'passage', page: noting.page, quote: noting.quote, look, ...said }
  if (!('before' in noting)) return { kind: 'note', page: noting.page, x: noting.x, y: noting.y, ...said }
  const { before } = noting
  return before.kind === 'passage' ? { ...before, look, ...said } : { ...before, ...said }
}

import { addressOf, routes } from '@oppen/contract'
import type { FileId } from '@oppen/core/ids'
import type { InkEdit, InkItem, MarginNote, Spot } from '@oppen/core/ink'
import { useState } from 'react'
import { useCommand } from '../../app/command.js'
import type { SubmissionParams } from '../../app/queries.js'
import { Button } from '../../parts/Button.js'
import { Problem } from '../../parts/Feedback.js'
import { TextBox } from '../../parts/Field.js'
import { Sound } from '../../parts/Sound.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'
import { Recorder } from '../files/Recorder.js'
import { sendFile } from '../files/sendFile.js'
import { newInkId } from './pens.js'

type Props = {
  readonly params: SubmissionParams
  readonly page: string
  readonly spot: Spot
  readonly before: MarginNote | null
  /** Without it the note is only read. */
  readonly onEdit: ((edit: InkEdit) => void) | undefined
  readonly onClose: () => void
}

/** A margin note: words, a recording, or both, tied to a spot of the page. */
export function NoteWindow({ params, page, spot, before, onEdit, onClose }: Props) {
  const [text, setText] = useState(before?.text ?? '')
  const [fileId, setFileId] = useState(before?.fileId ?? null)
  const [speaking, setSpeaking] = useState(false)
  const send = useCommand<File, { id: FileId }>({
    do: file => sendFile(params, file, () => undefined).arrived,
    done: file => setFileId(file.id),
  })
  const keep = () => {
    const note: InkItem = {
      kind: 'note',
      id: newInkId(),
      page,
      x: spot.x,
      y: spot.y,
      text: text.trim(),
      fileId,
    }
    const said = note.text || fileId
    if (said || before) onEdit?.({ put: said ? [note] : [], drop: before ? [before] : [] })
    onClose()
  }
  return (
    <Window open onClose={onEdit ? keep : onClose} title={say('worksheet_hold_note')}>
      {onEdit ? (
        <TextBox
          label={say('worksheet_note_words')}
          value={text}
          onChange={event => setText(event.target.value)}
        />
      ) : (
        <p className="whitespace-pre-line">{text}</p>
      )}
      {fileId && (
        <div className="mt-3">
          <Sound
            address={addressOf(routes.seeFile, { ...params, fileId: fileId as FileId })}
            label={say('worksheet_note_spoken')}
          />
        </div>
      )}
      {send.words && <Problem words={send.words} />}
      {onEdit && (
        <div className="mt-4 flex flex-col gap-3">
          {speaking ? (
            <Recorder
              kind="voice"
              name={say('worksheet_note_spoken')}
              onKeep={file => {
                setSpeaking(false)
                send.go(file)
              }}
              onClose={() => setSpeaking(false)}
            />
          ) : (
            <div className="flex flex-wrap gap-2">
              <Button variant="primary" onClick={keep} disabled={send.busy}>
                {say('worksheet_note_keep')}
              </Button>
              <Button onClick={() => setSpeaking(true)} disabled={send.busy}>
                {say('make_voice')}
              </Button>
              {before && (
                <Button
                  variant="quiet"
                  onClick={() => {
                    onEdit({ put: [], drop: [before] })
                    onClose()
                  }}
                >
                  {say('worksheet_note_off')}
                </Button>
              )}
            </div>
          )}
        </div>
      )}
    </Window>
  )
}

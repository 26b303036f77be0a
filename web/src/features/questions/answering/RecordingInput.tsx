import { Mic } from 'lucide-react'
import { useState } from 'react'
import { Button } from '../../../parts/Button.js'
import { Progress } from '../../../parts/Progress.js'
import { Sound } from '../../../parts/Sound.js'
import { say } from '../../../words/say.js'
import { Recorder } from '../../files/Recorder.js'
import { newPartId } from '../editing/ids.js'
import type { InputProps } from './inputProps.js'

/** Something spoken: it is on the device at once, goes by itself, and is the answer under the name of its file. */
export function RecordingInput({ question, given, locked, onChange, files }: InputProps<'recording'>) {
  const [open, setOpen] = useState(false)
  const { file } = given
  const address = file === null ? undefined : files?.addressOf(file)
  const uploads = files?.uploads
  const sending = uploads?.list.find(({ name }) => name === file)
  if (open && uploads)
    return (
      <Recorder
        kind="voice"
        name={`${question.id}-${newPartId()}`}
        owner={uploads.owner}
        most={question.ask.most * 1_000}
        onKeep={(made, kept) => {
          setOpen(false)
          void uploads.add([made], kept)
          onChange({ kind: 'recording', file: made.name })
        }}
        onClose={() => setOpen(false)}
      />
    )
  return (
    <div className="flex max-w-prose flex-col items-start gap-2">
      {address && <Sound address={address} label={say('quiz_your_recording')} />}
      {sending && <Progress label={say('quiz_recording_sending')} value={sending.sent} max={sending.size} />}
      {file !== null && !address && !sending && <p className="text-soft">{say('quiz_recording_waits')}</p>}
      {!locked && (
        <Button onClick={() => setOpen(true)} disabled={!uploads}>
          <Mic size={17} aria-hidden="true" />
          {say(file === null ? 'quiz_record' : 'quiz_record_again')}
        </Button>
      )}
    </div>
  )
}

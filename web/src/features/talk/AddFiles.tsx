import { addressOf, FILE_CHOICE, kindOfFile, routes, type TalkFile } from '@oppen/contract'
import type { SpaceId } from '@oppen/core/ids'
import { MOST_ATTACHED } from '@oppen/core/talk'
import { ImagePlus, Mic, Paperclip, X } from 'lucide-react'
import { Suspense, useState } from 'react'
import { call } from '../../app/api.js'
import { useCommand } from '../../app/command.js'
import { part } from '../../app/part.js'
import { formWith } from '../../app/upload.js'
import { Button } from '../../parts/Button.js'
import { ChooseFile, PICTURES } from '../../parts/ChooseFile.js'
import { Problem, Waiting } from '../../parts/Feedback.js'
import { Sound } from '../../parts/Sound.js'
import { Window } from '../../parts/Window.js'
import { say } from '../../words/say.js'

const Recorder = part(
  () => import('../files/Recorder.js').then(({ Recorder: default_ }) => ({ default: default_ })),
  ['doing'],
)

/** What somebody can put with a message: any file, pictures and voices, or nothing. */
export type Attach = 'any' | 'media' | 'none'

type Props = {
  readonly spaceId: SpaceId
  readonly attach: Attach
  readonly files: readonly TalkFile[]
  readonly onChange: (files: TalkFile[]) => void
}

/** A voice message lasts so long at most, in milliseconds. */
const LONGEST_VOICE = 3 * 60_000
const SMALL = '!min-h-8 !px-2.5 !py-0.5 text-sm'

/** Puts pictures, recordings and files with what is being written; what was put there can be taken away again. */
export function AddFiles({ spaceId, attach, files, onChange }: Props) {
  const [recording, setRecording] = useState(false)
  const add = useCommand({
    do: (file: File) => call(routes.addTalkFile, { spaceId }, formWith(file)),
    done: file => onChange([...files, file]),
  })
  if (attach === 'none' && !files.length) return null
  const full = files.length >= MOST_ATTACHED || add.busy
  return (
    <div className="flex flex-col gap-2">
      {files.length > 0 && (
        <ul aria-label={say('attached')} className="flex flex-wrap items-center gap-2">
          {files.map(file => (
            <li
              key={file.id}
              className="flex max-w-full items-center gap-1.5 rounded-[var(--radius-card)] border border-edge px-2 py-1 text-sm"
            >
              <Small spaceId={spaceId} file={file} />
              <button
                type="button"
                aria-label={say('attached_remove', { name: file.name })}
                onClick={() => onChange(files.filter(one => one.id !== file.id))}
                className="rounded p-1 hover:bg-pale"
              >
                <X size={15} aria-hidden="true" />
              </button>
            </li>
          ))}
        </ul>
      )}
      {attach !== 'none' && (
        <div className="flex flex-wrap items-center gap-2">
          <ChooseFile accept={PICTURES} disabled={full} onFile={add.go} small>
            <ImagePlus size={16} aria-hidden="true" />
            {say('attach_picture')}
          </ChooseFile>
          <Button className={SMALL} disabled={full} onClick={() => setRecording(true)}>
            <Mic size={16} aria-hidden="true" />
            {say('attach_voice')}
          </Button>
          {attach === 'any' && (
            <ChooseFile accept={FILE_CHOICE} disabled={full} onFile={add.go} small>
              <Paperclip size={16} aria-hidden="true" />
              {say('attach_file')}
            </ChooseFile>
          )}
          {add.busy && <span className="text-sm text-soft">{say('attach_sending')}</span>}
        </div>
      )}
      {add.words && <Problem words={add.words} />}
      {recording && (
        <Window open onClose={() => setRecording(false)} title={say('attach_voice')}>
          <Suspense fallback={<Waiting />}>
            <Recorder
              kind="voice"
              name={say('attach_voice_name')}
              most={LONGEST_VOICE}
              onKeep={file => {
                setRecording(false)
                add.go(file)
              }}
              onClose={() => setRecording(false)}
            />
          </Suspense>
        </Window>
      )}
    </div>
  )
}

/** A file that lies ready, as small as it goes. */
function Small({ spaceId, file }: { readonly spaceId: SpaceId; readonly file: TalkFile }) {
  const address = addressOf(routes.seeTalkFile, { spaceId, talkFileId: file.id })
  switch (kindOfFile(file.type)) {
    case 'picture':
      return <img src={address} alt={file.name} className="h-12 rounded" />
    case 'audio':
      return <Sound address={address} label={file.name} className="h-8 w-56 max-w-full" />
    default:
      return <span className="min-w-0 truncate">{file.name}</span>
  }
}

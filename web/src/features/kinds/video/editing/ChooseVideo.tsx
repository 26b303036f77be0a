import type { GuidedVideo } from '@oppen/core/work/kinds/video'
import { FileVideo, Video } from 'lucide-react'
import { useRef, useState } from 'react'
import { Button } from '../../../../parts/Button.js'
import { ChooseFile } from '../../../../parts/ChooseFile.js'
import { Problem } from '../../../../parts/Feedback.js'
import { Window } from '../../../../parts/Window.js'
import { say } from '../../../../words/say.js'
import { Recorder } from '../../../files/Recorder.js'
import type { Posting } from '../../../posting/usePosting.js'
import type { VideoNote } from './lookAtVideo.js'
import { VideoProblem } from './videoProblem.js'

type Props = {
  readonly posting: Posting
  readonly chosen: boolean
  readonly onTake: (part: Pick<GuidedVideo, 'address' | 'poster' | 'seconds'>) => void
}

/** So long a video that is recorded here may be, in milliseconds. */
const RECORDED = 10 * 60_000

/** The video from a file, or recorded here: looked at before it is sent, and sent in parts. */
export function ChooseVideo({ posting, chosen, onTake }: Props) {
  const [recording, setRecording] = useState(false)
  const [problem, setProblem] = useState<string>()
  const [notes, setNotes] = useState<readonly VideoNote[]>([])
  const [sent, setSent] = useState<number>()
  // it may be minutes until all of it has come: what was written meanwhile is what it comes into
  const taken = useRef(onTake)
  taken.current = onTake
  const take = async (given: File) => {
    setProblem(undefined)
    setNotes([])
    setSent(0)
    try {
      const { lookAtVideo } = await import('./lookAtVideo.js')
      const { file, seconds, poster, notes } = await lookAtVideo(given)
      const address = await posting.addVideo(file, (now, of) => setSent(now / of))
      // a video without a picture of its own is one all the same
      const shown = poster ? await posting.addPicture(poster).catch(() => null) : null
      taken.current({ address, poster: shown, seconds })
      setNotes(notes)
    } catch (error) {
      const words =
        error instanceof VideoProblem
          ? say(`video_file_${error.why}`, { name: given.name, ...error.params })
          : (error as Error).message
      setProblem(words)
    } finally {
      setSent(undefined)
    }
  }
  const busy = sent !== undefined
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <ChooseFile accept="video/*,.mp4,.webm,.mov,.m4v" onFile={file => void take(file)} disabled={busy}>
          <FileVideo size={17} aria-hidden="true" />
          {say(chosen ? 'video_choose_another' : 'video_choose')}
        </ChooseFile>
        <Button onClick={() => setRecording(true)} disabled={busy}>
          <Video size={17} aria-hidden="true" />
          {say('video_record')}
        </Button>
        <span className="text-sm text-soft">{say('video_plays')}</span>
      </div>
      {busy && (
        <label className="flex max-w-md items-center gap-3 text-[0.9375rem]">
          {say(sent ? 'video_sending' : 'video_looking')}
          <progress value={sent} max={1} className="flex-1" />
        </label>
      )}
      {problem && <Problem words={problem} />}
      {notes.map(note => (
        <p key={note} role="status" className="border-s-4 border-ochre bg-ochre-pale px-3 py-2">
          {say(`video_note_${note}`)}
        </p>
      ))}
      <Window open={recording} onClose={() => setRecording(false)} title={say('video_record')}>
        <Recorder
          kind="video"
          name={say('video_recorded')}
          most={RECORDED}
          onKeep={file => {
            setRecording(false)
            void take(file)
          }}
          onClose={() => setRecording(false)}
        />
      </Window>
    </div>
  )
}

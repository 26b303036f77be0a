import { Mic, Pause, Play, RotateCcw, Square } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { Button } from '../../parts/Button.js'
import { Sound } from '../../parts/Sound.js'
import { say } from '../../words/say.js'
import { DeviceProblems } from './DeviceProblems.js'
import { KeptRecording } from './keptFiles.js'
import { LONGEST, Recording, type RecordingKind } from './recording.js'
import { useDevice } from './useDevice.js'

type Props = {
  readonly kind: RecordingKind
  /** What the file is called, without its ending. */
  readonly name: string
  /** Whose it is: while it is made it is kept on the device for them. */
  readonly owner?: string
  /** What was recorded is wanted; `kept` is how it lies on the device. */
  readonly onKeep: (file: File, kept: KeptRecording | undefined) => void
  readonly onClose: () => void
  /** So long at most, in milliseconds, where that is less than usual. */
  readonly most?: number
}

type Stage = 'ready' | 'recording' | 'paused' | 'made'

/** Records a voice or a short video: pause, listen, record again, and keep it or not. */
export function Recorder({ kind, name, owner, onKeep, onClose, most = LONGEST[kind] }: Props) {
  const { stream, problem, again, standIn } = useDevice(devices =>
    kind === 'voice' ? devices.microphone() : devices.camera(true),
  )
  const [stage, setStage] = useState<Stage>('ready')
  const [made, setMade] = useState<{ file: File; url: string }>()
  const recording = useRef<Recording>(undefined)
  const kept = useRef<KeptRecording>(undefined)
  const [lasts, setLasts] = useState(0)

  useEffect(() => () => kept.current?.leave(), [])
  useEffect(() => () => void (made && URL.revokeObjectURL(made.url)), [made])

  const stop = async () => {
    const file = await recording.current?.stop(name)
    if (!file) return
    setMade({ file, url: URL.createObjectURL(file) })
    setStage('made')
  }
  const stopping = useRef(stop)
  stopping.current = stop
  useEffect(() => {
    if (stage !== 'recording') return
    const timer = setInterval(() => {
      const now = recording.current?.lasts(performance.now()) ?? 0
      setLasts(now)
      if (now >= most) void stopping.current()
    }, 250)
    return () => clearInterval(timer)
  }, [stage, most])

  if (problem) return <DeviceProblems problem={problem} again={again} standIn={standIn} />
  if (!stream) return <p className="text-soft">{say(`recorder_asking_${kind}`)}</p>

  const start = () => {
    void kept.current?.drop()
    const begun = new Recording(kind, stream, part => kept.current?.add(part))
    kept.current = owner === undefined ? undefined : new KeptRecording(owner, begun.fileName(name))
    recording.current = begun
    begun.start(performance.now())
    setMade(undefined)
    setLasts(0)
    setStage('recording')
  }
  const pause = () => {
    recording.current?.pause(performance.now())
    setStage('paused')
  }
  const resume = () => {
    recording.current?.resume(performance.now())
    setStage('recording')
  }
  const drop = () => {
    void kept.current?.drop()
    onClose()
  }
  return (
    <div className="flex flex-col gap-3">
      {kind === 'video' && stage !== 'made' && <Live stream={stream} />}
      {made && kind === 'voice' && (
        <Sound address={made.url} label={say('recorder_listen')} className="w-full" />
      )}
      {made && kind === 'video' && (
        // biome-ignore lint/a11y/useMediaCaption: the pupil's own video, just recorded
        <video
          controls
          src={made.url}
          aria-label={say('recorder_listen')}
          className="max-h-72 rounded bg-black"
        />
      )}
      <p role="status" className="flex items-center gap-2 text-[0.9375rem]">
        {stage === 'recording' && <span aria-hidden="true" className="size-2.5 rounded-full bg-rust" />}
        {say(`recorder_${stage}`)}
        {stage !== 'ready' && <span className="font-semibold tabular-nums">{clock(lasts)}</span>}
        <span className="text-soft">{say('recorder_longest', { time: clock(most) })}</span>
      </p>
      <div className="flex flex-wrap gap-2">
        {stage === 'ready' && (
          <Button variant="primary" onClick={start}>
            <Mic size={17} aria-hidden="true" />
            {say('recorder_start')}
          </Button>
        )}
        {stage === 'recording' && (
          <Button onClick={pause}>
            <Pause size={17} aria-hidden="true" />
            {say('recorder_pause')}
          </Button>
        )}
        {stage === 'paused' && (
          <Button onClick={resume}>
            <Play size={17} aria-hidden="true" />
            {say('recorder_resume')}
          </Button>
        )}
        {(stage === 'recording' || stage === 'paused') && (
          <Button variant="primary" onClick={() => void stop()}>
            <Square size={17} aria-hidden="true" />
            {say('recorder_stop')}
          </Button>
        )}
        {made && (
          <>
            <Button variant="primary" onClick={() => onKeep(made.file, kept.current)}>
              {say('recorder_keep')}
            </Button>
            <Button onClick={start}>
              <RotateCcw size={17} aria-hidden="true" />
              {say('recorder_again')}
            </Button>
          </>
        )}
        <Button variant="quiet" onClick={drop}>
          {say(stage === 'ready' ? 'cancel' : 'recorder_drop')}
        </Button>
      </div>
    </div>
  )
}

/** What the camera sees now. */
export function Live({ stream, onReady }: { readonly stream: MediaStream; readonly onReady?: () => void }) {
  const video = useRef<HTMLVideoElement>(null)
  useEffect(() => {
    if (video.current) video.current.srcObject = stream
  }, [stream])
  return (
    <video
      ref={video}
      autoPlay
      muted
      playsInline
      onPlaying={onReady}
      className="max-h-72 self-start rounded bg-black"
    >
      <track kind="captions" />
    </video>
  )
}

/** Minutes and seconds, "1:05". */
export function clock(milliseconds: number): string {
  const seconds = Math.floor(milliseconds / 1000)
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}

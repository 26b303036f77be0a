import { cuesAt } from '@oppen/core/captions'
import { type GuidedVideo, SPEEDS, type Speed } from '@oppen/core/work/kinds/video'
import { Captions, Maximize, Minimize, Pause, Play, Rewind, Volume2, VolumeX } from 'lucide-react'
import { type ReactNode, type RefObject, useEffect, useEffectEvent, useRef, useState } from 'react'
import { useShortcutList } from '../../../app/Keys.js'
import { Problem } from '../../../parts/Feedback.js'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'
import { TimeLine } from './TimeLine.js'
import { usePlayerKeys } from './usePlayerKeys.js'
import type { Playing, PlayingOptions } from './usePlaying.js'

type Props = {
  readonly guided: GuidedVideo
  readonly title: string
  readonly playing: Playing
  readonly watched: ReturnType<PlayingOptions['watched']>
  readonly done: ReadonlySet<string>
  /** What stands below the picture while a stop is open. */
  readonly stop: ReactNode
  /** What is said under the player, such as where else it plays. */
  readonly children?: ReactNode
}

const KEYS = [
  { keys: 'Space', does: 'video_key_play' },
  { keys: '← →', does: 'video_key_move' },
  { keys: 'C', does: 'video_key_captions' },
  { keys: 'S', does: 'video_key_sound' },
  { keys: 'L', does: 'video_key_large' },
] as const

const ICON = 'grid size-9 shrink-0 place-items-center rounded-[var(--radius-card)] hover:bg-pale'

/** A video with its line, and what stands at the stop that is open. */
export function Player({ guided, title, playing, watched, done, stop, children }: Props) {
  const frame = useRef<HTMLDivElement>(null)
  const [captions, setCaptions] = useState(guided.captions.length > 0)
  const [silent, setSilent] = useState(false)
  const large = useLarge(frame)
  const { at, seconds } = playing
  const turn = () => (playing.playing ? playing.pause() : playing.play())
  const mute = () => {
    if (playing.video) playing.video.muted = !silent
    setSilent(!silent)
  }
  useShortcutList(KEYS)
  usePlayerKeys(playing.video, {
    ' ': turn,
    arrowleft: () => playing.goTo(at - 5),
    arrowright: () => playing.goTo(at + 5),
    c: () => setCaptions(!captions),
    s: mute,
    l: large.turn,
  })
  const cues = captions ? cuesAt(guided.captions, at) : []
  return (
    <section
      ref={frame}
      aria-label={say('video_player')}
      className={`flex min-w-0 flex-col gap-2 bg-sheet ${large.on ? 'overflow-y-auto p-4' : ''}`}
    >
      <div className="relative grid place-items-center bg-black">
        {/* biome-ignore lint/a11y/useMediaCaption: its captions stand over it, and beside it */}
        <video
          ref={playing.ref}
          src={guided.address ?? undefined}
          poster={guided.poster ?? undefined}
          preload="metadata"
          playsInline
          disablePictureInPicture
          aria-label={title}
          onClick={turn}
          className={`w-full ${stop ? 'max-h-[26vh]' : large.on ? 'max-h-[calc(100vh-9rem)]' : 'max-h-[56vh]'} min-h-32`}
        />
        {cues.length > 0 && (
          <div
            lang={guided.language}
            dir="auto"
            aria-hidden="true"
            className="pointer-events-none absolute inset-x-2 bottom-2 flex flex-col items-center gap-0.5 text-center"
          >
            {cues.map(({ from, to, text }) => (
              <span
                key={`${from} ${to} ${text}`}
                className={`rounded bg-black/80 px-2 py-0.5 whitespace-pre-line text-white ${large.on ? 'text-2xl' : 'text-lg'}`}
              >
                {text}
              </span>
            ))}
          </div>
        )}
      </div>
      {playing.failed && <Problem words={say('video_failed')} />}
      {stop}
      <div className="flex flex-wrap items-center gap-x-1">
        <button
          type="button"
          onClick={turn}
          disabled={playing.stop !== undefined}
          aria-label={say(playing.playing ? 'video_pause' : 'video_play')}
          className="grid size-11 shrink-0 place-items-center rounded-[var(--radius-card)] bg-blue text-on-blue disabled:opacity-55"
        >
          {playing.playing ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />}
        </button>
        <button
          type="button"
          onClick={() => playing.goTo(at - 10)}
          aria-label={say('video_back_10')}
          title={say('video_back_10')}
          className={ICON}
        >
          <Rewind size={20} aria-hidden="true" className="rtl:-scale-x-100" />
        </button>
        <span className="shrink-0 px-1 text-[0.9375rem] tabular-nums">
          {playTime(at)} <span className="text-soft">/ {playTime(seconds)}</span>
        </span>
        <div className="order-first flex basis-full pb-1">
          <TimeLine
            {...{ at, seconds, watched, done }}
            stops={guided.stops}
            chapters={guided.chapters}
            onGo={playing.goTo}
            onLook={playing.look}
          />
        </div>
        <span className="flex-1" />
        <Speeds fastest={guided.watching.fastest} speed={playing.speed} onChoose={playing.setSpeed} />
        {guided.captions.length > 0 && (
          <button
            type="button"
            aria-pressed={captions}
            onClick={() => setCaptions(!captions)}
            aria-label={say('video_captions')}
            title={say('video_captions')}
            className={`${ICON} aria-pressed:bg-pale`}
          >
            <Captions size={20} aria-hidden="true" />
          </button>
        )}
        <button
          type="button"
          aria-pressed={silent}
          onClick={mute}
          aria-label={say('video_silent')}
          title={say('video_silent')}
          className={ICON}
        >
          {silent ? <VolumeX size={20} aria-hidden="true" /> : <Volume2 size={20} aria-hidden="true" />}
        </button>
        {large.possible && (
          <button
            type="button"
            aria-pressed={large.on}
            onClick={large.turn}
            aria-label={say('video_large')}
            title={say('video_large')}
            className={ICON}
          >
            {large.on ? <Minimize size={20} aria-hidden="true" /> : <Maximize size={20} aria-hidden="true" />}
          </button>
        )}
      </div>
      <p role="status" className="min-h-6 text-[0.9375rem]">
        {playing.refused !== undefined
          ? say('video_not_ahead', { at: playTime(playing.refused) })
          : playing.waiting
            ? say('video_waiting')
            : ''}
      </p>
      {children}
    </section>
  )
}

type SpeedsProps = {
  readonly fastest: Speed
  readonly speed: number
  readonly onChoose: (speed: Speed) => void
}

const Speeds = ({ fastest, speed, onChoose }: SpeedsProps) => (
  <select
    aria-label={say('video_speed')}
    value={speed}
    onChange={event => onChoose(Number(event.target.value) as Speed)}
    className="h-9 rounded-[var(--radius-card)] border border-edge bg-sheet px-1 text-[0.9375rem] tabular-nums"
  >
    {SPEEDS.filter(one => one <= fastest).map(one => (
      <option key={one} value={one}>
        {say('video_speed_times', { times: one })}
      </option>
    ))}
  </select>
)

/** The player over the whole screen, and back. */
function useLarge(frame: RefObject<HTMLDivElement | null>) {
  const [on, setOn] = useState(false)
  const changed = useEffectEvent(() => setOn(document.fullscreenElement === frame.current))
  useEffect(() => {
    const onChange = () => changed()
    document.addEventListener('fullscreenchange', onChange)
    return () => document.removeEventListener('fullscreenchange', onChange)
  }, [])
  return {
    on,
    possible: document.fullscreenEnabled,
    turn: () =>
      void (on ? document.exitFullscreen() : frame.current?.requestFullscreen())?.catch(() => undefined),
  }
}

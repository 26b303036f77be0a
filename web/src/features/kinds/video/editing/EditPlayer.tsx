import { type GuidedVideo, STOP_KINDS, type VideoStop } from '@oppen/core/work/kinds/video'
import { Pause, Play } from 'lucide-react'
import { useShortcutList } from '../../../../app/Keys.js'
import { Button } from '../../../../parts/Button.js'
import { playTime } from '../../../../words/playTime.js'
import { say } from '../../../../words/say.js'
import { StopIcon } from '../StopIcon.js'
import { usePlayerKeys } from '../usePlayerKeys.js'
import { EditLine } from './EditLine.js'
import type { EditPlayer as Player } from './useEditPlayer.js'

type Props = {
  readonly guided: GuidedVideo
  readonly player: Player
  readonly seconds: number
  readonly stops: readonly VideoStop[]
  readonly chosen: string | null
  readonly onAdd: (kind: VideoStop['kind']) => void
  readonly onChoose: (stop: VideoStop) => void
  readonly onMove: (stop: VideoStop, at: number) => void
}

/** The key that places a stop of each kind. */
const STOP_KEYS: Readonly<Record<VideoStop['kind'], string>> = { note: 'n', questions: 'q', choice: 'w' }

const KEYS = [
  { keys: 'Space', does: 'video_key_play' },
  { keys: '← →', does: 'video_key_move' },
  { keys: 'N', does: 'video_add_note' },
  { keys: 'Q', does: 'video_add_questions' },
  { keys: 'W', does: 'video_add_choice' },
] as const

/** A video while its stops are placed: by playing it and pressing a key, and by dragging them along its line. */
export function EditPlayer({ guided, player, seconds, stops, chosen, onAdd, onChoose, onMove }: Props) {
  const { playing } = player
  const turn = () => (playing.playing ? player.pause() : playing.play())
  useShortcutList(KEYS)
  usePlayerKeys(playing.video, {
    ' ': turn,
    arrowleft: () => playing.goTo(playing.at - 1),
    arrowright: () => playing.goTo(playing.at + 1),
    [STOP_KEYS.note]: () => onAdd('note'),
    [STOP_KEYS.questions]: () => onAdd('questions'),
    [STOP_KEYS.choice]: () => onAdd('choice'),
  })
  return (
    <div className="sticky top-0 z-10 flex flex-col gap-2 border-b border-rule bg-sheet pb-1">
      {/* biome-ignore lint/a11y/useMediaCaption: its captions are written below */}
      <video
        ref={playing.ref}
        src={guided.address ?? undefined}
        poster={guided.poster ?? undefined}
        preload="metadata"
        playsInline
        aria-label={say('video_file')}
        onClick={turn}
        className="max-h-[min(20rem,34vh)] w-full bg-black"
      />
      <div className="flex flex-wrap items-center gap-1">
        <button
          type="button"
          onClick={turn}
          aria-label={say(playing.playing ? 'video_pause' : 'video_play')}
          className="grid size-10 shrink-0 place-items-center rounded-[var(--radius-card)] bg-blue text-on-blue"
        >
          {playing.playing ? <Pause size={20} aria-hidden="true" /> : <Play size={20} aria-hidden="true" />}
        </button>
        <span className="px-1 text-[0.9375rem] tabular-nums">
          {playTime(playing.at)} <span className="text-soft">/ {playTime(seconds)}</span>
        </span>
        <div className="order-first flex basis-full">
          <EditLine {...{ seconds, stops, chosen, onChoose, onMove }} at={playing.at} onGo={playing.goTo} />
        </div>
        <fieldset className="ms-auto flex flex-wrap gap-1.5">
          <legend className="sr-only">{say('video_add_here')}</legend>
          {STOP_KINDS.map(kind => (
            <Button key={kind} onClick={() => onAdd(kind)}>
              <StopIcon kind={kind} size={16} />
              {say(`video_add_${kind}`)}
              <kbd className="rounded border border-edge px-1 text-xs uppercase">{STOP_KEYS[kind]}</kbd>
            </Button>
          ))}
        </fieldset>
      </div>
      <p className="text-sm text-soft">{say('video_place_hint')}</p>
    </div>
  )
}

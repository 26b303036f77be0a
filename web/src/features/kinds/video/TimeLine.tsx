import { seenOf, type Watched } from '@oppen/core/watching'
import type { Chapter, VideoStop } from '@oppen/core/work/kinds/video'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'
import { MomentLine } from './MomentLine.js'
import { rowsOf } from './rows.js'
import { StopIcon } from './StopIcon.js'

type Props = {
  readonly at: number
  readonly seconds: number
  readonly watched: Watched
  readonly stops: readonly VideoStop[]
  readonly done: ReadonlySet<string>
  readonly chapters: readonly Chapter[]
  readonly onGo: (place: number) => void
  readonly onLook: (stop: VideoStop) => void
}

/** A video as a line with what was seen of it in ink, and its stops below. */
export function TimeLine({ at, seconds, watched, stops, done, chapters, onGo, onLook }: Props) {
  const share = (second: number) => `${seconds ? (100 * Math.min(second, seconds)) / seconds : 0}%`
  const rows = rowsOf(stops, seconds)
  return (
    <div className="min-w-0 flex-1 px-2" data-unspoken>
      <MomentLine at={at} seconds={seconds} step={1} onGo={onGo}>
        {seenOf(watched).map(({ from, to }) => (
          <span
            key={from}
            aria-hidden="true"
            className="absolute inset-y-0 bg-blue/55"
            style={{ insetInlineStart: share(from), width: share(to - from) }}
          />
        ))}
        {chapters.map(chapter => (
          <span
            key={chapter.at}
            aria-hidden="true"
            className="absolute -inset-y-1 w-px bg-ink"
            style={{ insetInlineStart: share(chapter.at) }}
          />
        ))}
      </MomentLine>
      {stops.length > 0 && (
        <ul
          aria-label={say('video_stops')}
          className="relative mx-1"
          style={{ height: `${28 * (1 + Math.max(...rows))}px` }}
        >
          {stops.map((stop, index) => (
            <li
              key={stop.id}
              className="absolute -translate-x-1/2 focus-within:z-10 hover:z-10 rtl:translate-x-1/2"
              style={{ insetInlineStart: share(stop.at), top: `${28 * (rows[index] ?? 0)}px` }}
            >
              <button
                type="button"
                onClick={() => onLook(stop)}
                aria-label={say(done.has(stop.id) ? 'video_stop_done_at' : 'video_stop_at', {
                  kind: say(`video_stop_${stop.kind}`),
                  at: playTime(stop.at),
                })}
                className={`grid size-6 place-items-center rounded-full border ${
                  done.has(stop.id) ? 'border-blue bg-pale text-blue' : 'border-dashed border-edge bg-sheet'
                }`}
              >
                <StopIcon kind={stop.kind} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

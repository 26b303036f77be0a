import type { VideoStop } from '@oppen/core/work/kinds/video'
import { type ReactNode, useEffect, useRef } from 'react'
import { Button } from '../../../parts/Button.js'
import { Written } from '../../../parts/Written.js'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'
import { StopIcon } from './StopIcon.js'

type Props = {
  readonly stop: VideoStop
  /** Why it does not go on yet; undefined where it does. */
  readonly holds: string | undefined
  readonly onGo: (wayId: string | null) => void
  /** The questions of the stop. */
  readonly children?: ReactNode
}

/** What stands at a stop, and the way on. */
export function StopPanel({ stop, holds, onGo, children }: Props) {
  const head = useRef<HTMLHeadingElement>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: whoever comes to another stop is led to it
  useEffect(() => head.current?.focus(), [stop.id])
  return (
    <section
      aria-labelledby="video-stop"
      className="flex flex-col items-start gap-3 border-s-4 border-blue bg-linen/50 px-4 py-3"
    >
      <h2 id="video-stop" ref={head} tabIndex={-1} className="flex items-center gap-2 text-lg outline-none">
        <StopIcon kind={stop.kind} size={18} />
        {say(`video_stop_${stop.kind}`)}
        <span className="text-base text-soft tabular-nums">{playTime(stop.at)}</span>
      </h2>
      {stop.kind !== 'questions' && stop.html && (
        <Written html={stop.html} className="max-w-prose text-[1.0625rem]" />
      )}
      {children}
      {stop.kind === 'choice' ? (
        <ul className="flex flex-col gap-2">
          {stop.ways.map(way => (
            <li key={way.id}>
              <Button variant="primary" onClick={() => onGo(way.id)}>
                {way.text}
              </Button>
            </li>
          ))}
        </ul>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <Button variant="primary" onClick={() => onGo(null)} disabled={holds !== undefined}>
            {say('video_go_on')}
          </Button>
          {holds && <span className="text-[0.9375rem] text-soft">{holds}</span>}
        </div>
      )}
    </section>
  )
}

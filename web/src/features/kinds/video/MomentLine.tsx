import { Slider } from 'radix-ui'
import type { ReactNode } from 'react'
import { playTime } from '../../../words/playTime.js'
import { say } from '../../../words/say.js'

type Props = {
  readonly at: number
  readonly seconds: number
  /** The smallest move along it, in seconds. */
  readonly step: number
  readonly onGo: (place: number) => void
  /** What is drawn on the line. */
  readonly children?: ReactNode
}

/** Where a video is, as a line with a handle that goes elsewhere. */
export const MomentLine = ({ at, seconds, step, onGo, children }: Props) => (
  <Slider.Root
    min={0}
    max={Math.max(1, seconds)}
    step={step}
    value={[Math.min(at, seconds)]}
    onValueChange={([place]) => place !== undefined && onGo(place)}
    className="relative flex h-7 touch-none items-center select-none"
  >
    <Slider.Track className="relative h-2.5 flex-1 rounded-sm border border-edge bg-linen">
      {children}
      <Slider.Range className="absolute h-full" />
    </Slider.Track>
    <Slider.Thumb
      aria-label={say('video_moment')}
      aria-valuetext={say('video_moment_of', { at: playTime(at), of: playTime(seconds) })}
      className="block h-6 w-2 rounded-sm border border-sheet bg-margin focus-visible:outline-2 focus-visible:outline-blue"
    />
  </Slider.Root>
)

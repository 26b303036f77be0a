import type { Point } from '@oppen/core/questions'
import { say } from '../../../words/say.js'
import { onPicture } from '../pictures.js'
import type { InputProps } from './inputProps.js'

const MIDDLE: Point = { x: 500, y: 500 }
const STEP = 10

/** A picture with a place to choose: by a press, or by keys with one slider for each direction. */
export function PlaceOnPicture({ question, given, locked, onChange }: InputProps<'place'>) {
  const { picture, shows } = question.ask
  const { point } = given
  const put = (next: Point) => onChange({ kind: 'place', point: next })
  return (
    <div className="flex max-w-prose flex-col gap-2">
      <p className="text-sm text-soft">{say('quiz_place_how')}</p>
      <div className="group relative self-start">
        {/* biome-ignore lint/a11y/noStaticElementInteractions: the sliders do the same by keys */}
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: the sliders do the same by keys */}
        <div className={locked ? '' : 'cursor-crosshair'} onClick={event => !locked && put(onPicture(event))}>
          <img src={picture} alt={shows} draggable={false} className="block max-h-[70vh] rounded" />
        </div>
        {point && (
          <svg
            viewBox="-12 -12 24 24"
            aria-hidden="true"
            className="pointer-events-none absolute size-6 -translate-x-1/2 -translate-y-1/2 rounded-full group-focus-within:outline-3 group-focus-within:outline-ochre"
            style={{ left: `${point.x / 10}%`, top: `${point.y / 10}%` }}
          >
            <circle r={9} className="fill-sheet/70 stroke-blue" strokeWidth={3} />
            <path d="M-12 0H-5M5 0H12M0-12V-5M0 5V12" className="stroke-blue" strokeWidth={3} />
          </svg>
        )}
        {(['x', 'y'] as const).map(axis => (
          <input
            key={axis}
            type="range"
            className="sr-only"
            min={0}
            max={1000}
            step={STEP}
            disabled={locked}
            aria-label={say(`quiz_place_${axis}`)}
            value={(point ?? MIDDLE)[axis]}
            aria-valuetext={point ? `${point[axis] / 10} %` : say('quiz_state_open')}
            onChange={event => put({ ...(point ?? MIDDLE), [axis]: Number(event.target.value) })}
          />
        ))}
      </div>
    </div>
  )
}

import type { Watched } from '@oppen/core/watching'

type Props = { readonly watched: Watched; readonly seconds: number }

/** What one pupil saw of a video as a line: in pale ink what was seen once, in full ink what was seen again. To be looked at only. */
export const Strip = ({ watched, seconds }: Props) => (
  <svg
    aria-hidden="true"
    viewBox={`0 0 ${Math.max(1, seconds)} 10`}
    preserveAspectRatio="none"
    className="h-3 w-full min-w-28 rounded-sm border border-edge bg-linen rtl:-scale-x-100"
  >
    {watched.map(({ from, to, times }) => (
      <rect
        key={from}
        x={from}
        width={to - from}
        height={10}
        className={times > 1 ? 'fill-blue' : 'fill-blue/45'}
      />
    ))}
  </svg>
)

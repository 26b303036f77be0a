import type { StickerName } from '@oppen/core/marking'
import type { ReactNode } from 'react'

const INK = '#1f3657'
const LINE = { stroke: INK, strokeWidth: 3, strokeLinecap: 'round', strokeLinejoin: 'round' } as const

/** Each sticker on a field of a hundred by a hundred, drawn for Oppen. */
const DRAWINGS: Readonly<Record<StickerName, ReactNode>> = {
  sprout: (
    <>
      <path d="M20 84c12-8 48-8 60 0" fill="#e3ddd0" {...LINE} />
      <path d="M50 80V44" fill="none" {...LINE} />
      <path d="M50 56C34 58 24 48 22 32c16-2 27 8 28 24Z" fill="#2b6a4b" {...LINE} />
      <path d="M50 46c2-16 12-26 28-26 2 16-10 28-28 26Z" fill="#7fb69a" {...LINE} />
    </>
  ),
  lighthouse: (
    <>
      <path d="M38 86 43 36h14l5 50Z" fill="#fffdf8" {...LINE} />
      <path d="m41 58 18-6M39 74l22-7" fill="none" stroke="#d65a45" strokeWidth={7} />
      <path d="M40 36h20l-4-14H44Z" fill="#edb94b" {...LINE} />
      <path d="M62 26 88 16M62 30l26 6M38 26 12 16M38 30l-26 6" fill="none" {...LINE} />
      <path d="M24 88h52" fill="none" {...LINE} />
    </>
  ),
  kite: (
    <>
      <path d="M58 12 82 42 50 66 30 34Z" fill="#d65a45" {...LINE} />
      <path d="M58 12 50 66M82 42 30 34" fill="none" {...LINE} />
      <path d="M50 66c-10 8 4 12-8 18s-12 2-22 4" fill="none" {...LINE} />
      <path d="m34 78 8 6-2-10ZM22 82l6 8 2-9Z" fill="#edb94b" {...LINE} strokeWidth={2} />
    </>
  ),
  bridge: (
    <>
      <path
        d="M8 44c28-18 56-18 84 0v28h-8c-4-16-22-16-26 0H42c-4-16-22-16-26 0H8Z"
        fill="#e0e8f1"
        {...LINE}
      />
      <path
        d="M8 84c8-6 14-6 21 0s14 6 21 0 14-6 21 0 13 6 21 0"
        fill="none"
        stroke="#176a76"
        strokeWidth={4}
      />
      <path d="M8 44c28-18 56-18 84 0" fill="none" {...LINE} strokeWidth={5} />
    </>
  ),
  anchor: (
    <>
      <circle cx={50} cy={20} r={8} fill="#edb94b" {...LINE} />
      <path d="M50 28v56M32 42h36" fill="none" {...LINE} strokeWidth={5} />
      <path d="M18 58c2 18 14 26 32 28 18-2 30-10 32-28" fill="none" {...LINE} strokeWidth={5} />
      <path d="m12 66 6-10 9 8ZM88 66l-6-10-9 8Z" fill={INK} />
    </>
  ),
  shell: (
    <>
      <path d="M50 86C24 70 12 50 22 30c12-16 44-16 56 0 10 20-2 40-28 56Z" fill="#fbeed1" {...LINE} />
      <path
        d="M50 86V20M50 86 34 23M50 86 66 23M50 86 21 38M50 86l29-48"
        fill="none"
        {...LINE}
        strokeWidth={2}
      />
      <path d="M40 84h20l4 6H36Z" fill="#d65a45" {...LINE} />
    </>
  ),
  compass: (
    <>
      <circle cx={50} cy={52} r={36} fill="#e0e8f1" {...LINE} />
      <path d="M50 52 66 26l-8 32Z" fill="#d65a45" {...LINE} strokeWidth={2} />
      <path d="M50 52 34 78l8-32Z" fill="#fffdf8" {...LINE} strokeWidth={2} />
      <path d="M50 16V8M50 96v-8M14 52H6M94 52h-8" fill="none" {...LINE} />
    </>
  ),
  wave: (
    <>
      <path
        d="M8 78c4-34 22-58 50-58 20 0 32 12 32 26 0 10-8 16-16 14-8-2-8-12 0-14-10-8-24-2-26 12-2 12 8 20 24 20Z"
        fill="#176a76"
        {...LINE}
      />
      <path d="M8 88c10-6 18-6 28 0s18 6 28 0 18-6 28 0" fill="none" {...LINE} />
    </>
  ),
}

/** A sticker on a picture, its middle at a place, as wide as given. */
export const StickerAt = ({
  sticker,
  x,
  y,
  size,
}: {
  readonly sticker: StickerName
  readonly x: number
  readonly y: number
  readonly size: number
}) => (
  <g transform={`translate(${x - size / 2} ${y - size / 2}) scale(${size / 100})`}>
    <circle cx={50} cy={50} r={49} fill="#fffdf8" stroke="#e3ddd0" strokeWidth={2} />
    <g transform="translate(12 11) scale(0.76)">{DRAWINGS[sticker]}</g>
  </g>
)

/** A sticker by itself; what it is called is said beside it. */
export const Sticker = ({
  sticker,
  size = 40,
}: {
  readonly sticker: StickerName
  readonly size?: number
}) => (
  <svg width={size} height={size} viewBox="0 0 100 100" aria-hidden="true" className="shrink-0">
    <StickerAt sticker={sticker} x={50} y={50} size={100} />
  </svg>
)

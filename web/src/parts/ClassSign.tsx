import type { Sign, Tint } from '@oppen/core/classes'

const PAPER: Readonly<Record<Tint, string>> = {
  sand: 'bg-tint-sand',
  moss: 'bg-tint-moss',
  tide: 'bg-tint-tide',
  heather: 'bg-tint-heather',
  clay: 'bg-tint-clay',
  slate: 'bg-tint-slate',
  straw: 'bg-tint-straw',
  rose: 'bg-tint-rose',
}

/** Our own drawings, on a field of 24 by 24. */
const DRAWN: Readonly<Record<Sign, string>> = {
  wave: 'M2 10c3-4 6-4 10 0s7 4 10 0M2 17c3-4 6-4 10 0s7 4 10 0',
  leaf: 'M5 19C4 10 10 4 20 4c1 10-5 16-15 15zM5 19 14 10',
  kite: 'M12 2l7 7-7 9-7-9zM12 2v16M5 9h14M12 18c-3 2 3 2 0 4',
  hill: 'M2 20 9 8l5 8 3-5 5 9z',
  shell: 'M12 20C3 18 3 9 12 4c9 5 9 14 0 16zM12 20V4M12 20 6.5 8.5M12 20l5.5-11.5',
  ladder: 'M8 3v18M16 3v18M8 7h8M8 12h8M8 17h8',
  seed: 'M12 21v-9M12 12c0-4-3-6-7-6 0 4 3 6 7 6zM12 15c0-3 3-5 7-5 0 3-3 5-7 5z',
  knot: 'M3.5 12a5 5 0 1 0 10 0a5 5 0 1 0-10 0M10.5 12a5 5 0 1 0 10 0a5 5 0 1 0-10 0',
  lamp: 'M9 20h6M9 17h6M12 3a6 6 0 0 0-3 11.2V17h6v-2.8A6 6 0 0 0 12 3z',
  sail: 'M11 3v13M11 4c5 3 7 7 8 12h-8M11 7c-4 3-5 6-6 9h6M3 20c5 2 13 2 18 0',
  steps: 'M3 20h5v-5h5v-5h5V5h3',
  sun: 'M8 12a4 4 0 1 0 8 0a4 4 0 1 0-8 0M12 2v3M12 19v3M2 12h3M19 12h3M5 5l2 2M17 17l2 2M5 19l2-2M17 7l2-2',
}

type Props = { readonly tint: Tint | null; readonly sign: Sign | null; readonly large?: boolean }

/** The tint and the sign of a class on a small tile; it stands beside the name, which says the same in words. */
export default function ClassSign({ tint, sign, large = false }: Props) {
  return (
    <span
      aria-hidden="true"
      className={`flex shrink-0 items-center justify-center rounded border border-edge/50 ${large ? 'size-10' : 'size-5'} ${tint ? PAPER[tint] : 'bg-sheet'}`}
    >
      {sign && (
        <svg
          aria-hidden="true"
          viewBox="0 0 24 24"
          className={large ? 'size-7' : 'size-4'}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.8}
          strokeLinecap="round"
          strokeLinejoin="round"
        >
          <path d={DRAWN[sign]} />
        </svg>
      )}
    </span>
  )
}

import type { SubmissionState, SubmissionStateName } from '@oppen/core/work'
import {
  AlarmClock,
  Check,
  CircleDashed,
  CircleDot,
  CircleSlash,
  CornerDownLeft,
  Eye,
  FileCheck2,
  LockKeyhole,
  type LucideIcon,
  PencilLine,
  RefreshCcw,
  Umbrella,
} from 'lucide-react'
import type { StateWords, Tone } from '../words/states.js'

const GLYPHS: Readonly<Record<SubmissionStateName, LucideIcon>> = {
  opens: LockKeyhole,
  toDo: CircleDashed,
  started: CircleDot,
  withTeacher: PencilLine,
  handedBack: CornerDownLeft,
  tryAgain: RefreshCcw,
  overdue: AlarmClock,
  missing: CircleSlash,
  excused: Umbrella,
  received: FileCheck2,
  seen: Eye,
  finished: Check,
}

const TONES: Readonly<Record<Tone, string>> = {
  plain: 'text-ink',
  soft: 'text-soft',
  leaf: 'text-leaf',
  teal: 'text-teal',
  rust: 'text-rust',
  blue: 'text-blue',
}

/** The glyph of a state alone, in its colour; the words have to stand beside it. */
export function StateGlyph({ state, said }: { readonly state: SubmissionState; readonly said: StateWords }) {
  const Glyph = GLYPHS[state.is]
  return <Glyph aria-hidden="true" size={13} className={`shrink-0 ${TONES[said.tone]}`} />
}

type Props = { readonly state: SubmissionState; readonly said: StateWords; readonly small?: boolean }

/** A state as glyph and words; colour only underlines it. */
export function StateLabel({ state, said, small = false }: Props) {
  const Glyph = GLYPHS[state.is]
  return (
    <span
      className={`inline-flex items-baseline gap-1.5 font-semibold ${TONES[said.tone]} ${small ? 'text-sm' : 'text-[0.9375rem]'}`}
    >
      <Glyph aria-hidden="true" size={small ? 13 : 15} className="shrink-0 translate-y-[2px]" />
      <span>{said.words}</span>
    </span>
  )
}

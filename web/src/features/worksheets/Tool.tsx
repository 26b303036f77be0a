import type { LucideIcon } from 'lucide-react'
import { say, type WordKey } from '../../words/say.js'

const LOOK =
  'flex shrink-0 items-center justify-center rounded text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue aria-pressed:ring-1 aria-pressed:ring-blue disabled:opacity-40'

export const TOOL_LOOK = `${LOOK} size-8`
/** For a thumb: 44 px each way (WCAG 2.2, 2.5.5). */
export const TOOL_LOOK_LARGE = `${LOOK} h-11 min-w-11`

type Props = {
  readonly name: WordKey
  readonly icon: LucideIcon
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly large?: boolean | undefined
  readonly onPress: () => void
}

/** One of the things beside a worksheet that can be pressed. */
export const Tool = ({ name, icon: Icon, pressed, disabled, large, onPress }: Props) => (
  <button
    type="button"
    title={say(name)}
    aria-label={say(name)}
    aria-pressed={pressed}
    disabled={disabled}
    onClick={onPress}
    className={large ? TOOL_LOOK_LARGE : TOOL_LOOK}
  >
    <Icon size={large ? 20 : 18} aria-hidden="true" />
  </button>
)

import type { LucideIcon } from 'lucide-react'
import { say, type WordKey } from '../../words/say.js'

export const TOOL_LOOK =
  'flex size-8 shrink-0 items-center justify-center rounded text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:text-blue aria-pressed:ring-1 aria-pressed:ring-blue disabled:opacity-40'

type Props = {
  readonly name: WordKey
  readonly icon: LucideIcon
  readonly pressed?: boolean
  readonly disabled?: boolean
  readonly onPress: () => void
}

/** One of the things beside a worksheet that can be pressed. */
export const Tool = ({ name, icon: Icon, pressed, disabled, onPress }: Props) => (
  <button
    type="button"
    title={say(name)}
    aria-label={say(name)}
    aria-pressed={pressed}
    disabled={disabled}
    onClick={onPress}
    className={TOOL_LOOK}
  >
    <Icon size={18} aria-hidden="true" />
  </button>
)

import type { Blank as Kind } from '@oppen/core/questions'
import { SMALL } from './look.js'

type Props = {
  readonly blank: Kind | undefined
  readonly label: string
  readonly value: string
  readonly wrong: boolean
  readonly locked: boolean
  readonly onChange: (text: string) => void
}

/** One place to fill in: with words, a number, or from a list. */
export function Blank({ blank, label, value, wrong, locked, onChange }: Props) {
  const common = { 'aria-label': label, 'aria-invalid': wrong, disabled: locked, value }
  if (blank?.is === 'choice')
    return (
      <select {...common} className={SMALL} onChange={event => onChange(event.target.value)}>
        <option value="">…</option>
        {blank.choices.map(choice => (
          <option key={choice}>{choice}</option>
        ))}
      </select>
    )
  return (
    <input
      {...common}
      className={`${SMALL} w-24 sm:w-32 aria-invalid:border-rust`}
      autoComplete="off"
      spellCheck={false}
      onChange={event => onChange(event.target.value)}
    />
  )
}

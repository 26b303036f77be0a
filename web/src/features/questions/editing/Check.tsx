import type { ReactNode } from 'react'

type Props = {
  readonly children: ReactNode
  readonly checked: boolean
  readonly onChange: (checked: boolean) => void
}

/** A box to tick with its words behind it. */
export const Check = ({ children, checked, onChange }: Props) => (
  <label className="flex items-center gap-1.5">
    <input type="checkbox" checked={checked} onChange={event => onChange(event.target.checked)} />
    {children}
  </label>
)

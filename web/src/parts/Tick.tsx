import type { ReactNode } from 'react'

type TickProps = {
  readonly on: boolean
  readonly onChange: (on: boolean) => void
  readonly children: ReactNode
}

/** One switch of a form. */
export const Tick = ({ on, onChange, children }: TickProps) => (
  <label className="flex items-baseline gap-2 text-[0.9375rem]">
    <input type="checkbox" checked={on} onChange={event => onChange(event.target.checked)} />
    <span>{children}</span>
  </label>
)

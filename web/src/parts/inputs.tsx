import { X } from 'lucide-react'
import type { InputHTMLAttributes, ReactNode, SelectHTMLAttributes } from 'react'

const BOX =
  'min-w-0 rounded-[var(--radius-card)] border border-edge bg-sheet px-2 py-1 text-[0.9375rem] text-ink'

type Named = { readonly label: string }

/** An input of a line whose name stands at the head of its column. */
export const Cell = ({ label, className = '', ...rest }: Named & InputHTMLAttributes<HTMLInputElement>) => (
  <input aria-label={label} className={`${BOX} ${className}`} {...rest} />
)

export const Select = ({
  label,
  className = '',
  children,
  ...rest
}: Named & SelectHTMLAttributes<HTMLSelectElement> & { readonly children: ReactNode }) => (
  <select aria-label={label} className={`${BOX} ${className}`} {...rest}>
    {children}
  </select>
)

export function Off({ label, onClick }: Named & { readonly onClick: () => void }) {
  return (
    <button type="button" aria-label={label} onClick={onClick} className="rounded p-1.5 hover:bg-pale">
      <X size={16} aria-hidden="true" />
    </button>
  )
}

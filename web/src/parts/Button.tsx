import type { ButtonHTMLAttributes, ReactNode } from 'react'

type Variant = 'primary' | 'secondary' | 'quiet' | 'ochre' | 'board'

const VARIANTS: Readonly<Record<Variant, string>> = {
  primary: 'bg-blue text-on-blue border-blue hover:opacity-90',
  secondary: 'bg-sheet text-blue border-blue hover:bg-pale',
  quiet: 'bg-transparent text-blue border-transparent underline underline-offset-2 hover:bg-pale',
  ochre: 'bg-ochre text-on-ochre border-ochre hover:opacity-90',
  board: 'bg-transparent text-chalk border-chalk/80 hover:bg-chalk/10',
}

const BASE =
  'inline-flex min-h-9 items-center justify-center gap-2 rounded-[var(--radius-card)] border px-3.5 py-1.5 text-[0.9375rem] font-semibold transition-colors duration-100 disabled:opacity-55'

/** The classes of something that looks like a button, for links. */
export const buttonClasses = (variant: Variant = 'secondary'): string => `${BASE} ${VARIANTS[variant]}`

type Props = ButtonHTMLAttributes<HTMLButtonElement> & {
  readonly variant?: Variant
  readonly children: ReactNode
}

export function Button({ variant = 'secondary', className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${buttonClasses(variant)} ${className}`} {...rest} />
}

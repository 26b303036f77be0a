import type { ReactNode } from 'react'

type PressProps = { readonly words: string; readonly onPress: () => void; readonly children: ReactNode }
/** A button that shows a sign alone, and is named for everybody else. */
export const Press = ({ words, onPress, children }: PressProps) => (
  <button
    type="button"
    aria-label={words}
    title={words}
    onClick={onPress}
    className="flex size-11 items-center justify-center rounded-[var(--radius-card)] hover:bg-pale"
  >
    {children}
  </button>
)

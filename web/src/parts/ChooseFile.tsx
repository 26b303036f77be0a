import type { ReactNode } from 'react'
import { buttonClasses } from './Button.js'

/** Pictures as the server takes them. */
export const PICTURES = 'image/jpeg,image/png,image/webp'

type Props = {
  readonly children: ReactNode
  /** What may be chosen, as an input has it: types and endings. */
  readonly accept: string
  readonly onFile: (file: File) => void
  readonly disabled?: boolean
  readonly small?: boolean
}

/** A button that chooses a file of this device; the same file can be chosen again after something went wrong. */
export function ChooseFile({ children, accept, onFile, disabled = false, small = false }: Props) {
  return (
    <label
      className={`${buttonClasses()} ${small ? '!min-h-8 !px-2.5 !py-0.5 text-sm' : ''} ${disabled ? 'opacity-50' : ''} cursor-pointer focus-within:outline-3 focus-within:outline-ochre`}
    >
      {children}
      <input
        type="file"
        accept={accept}
        className="sr-only"
        disabled={disabled}
        onChange={event => {
          const file = event.target.files?.[0]
          if (file) onFile(file)
          event.target.value = ''
        }}
      />
    </label>
  )
}

import { ChevronRight } from 'lucide-react'
import { type ReactNode, type Ref, useState } from 'react'

type Props = {
  readonly title: ReactNode
  /** Whether it is open at first. */
  readonly open?: boolean
  /** Text that is pressed like a link, small text beside something, or (without it) a heading. */
  readonly look?: 'link' | 'small'
  readonly place?: Ref<HTMLDetailsElement>
  readonly className?: string
  readonly children: ReactNode
}

const TITLE = {
  heading: 'font-semibold',
  link: 'text-[0.9375rem] font-semibold text-blue hover:underline underline-offset-2',
  small: 'text-sm text-soft hover:text-ink',
}

/**
 * Something that is shown once its title is pressed, with Enter or Space as well. What is in it is made when it is first
 * opened. Where `open` turns true later, it opens by itself.
 */
export function Disclosure({ title, open: wanted = false, look, place, className = '', children }: Props) {
  const [open, setOpen] = useState(wanted)
  const [known, setKnown] = useState(wanted)
  const [opened, setOpened] = useState(wanted)
  if (known !== wanted) {
    setKnown(wanted)
    if (wanted) setOpen(true)
  }
  if (open && !opened) setOpened(true)
  return (
    <details
      ref={place}
      open={open}
      onToggle={event => setOpen(event.currentTarget.open)}
      className={`group/disclosure ${className}`}
    >
      <summary className={`flex min-h-6 list-none items-start gap-1 rounded ${TITLE[look ?? 'heading']}`}>
        <ChevronRight
          size={16}
          strokeWidth={2.5}
          aria-hidden="true"
          className="mt-[0.2em] shrink-0 transition-transform rtl:rotate-180 group-open/disclosure:rotate-90 motion-reduce:transition-none"
        />
        <span className="min-w-0">{title}</span>
      </summary>
      {opened && <div className="ps-5">{children}</div>}
    </details>
  )
}

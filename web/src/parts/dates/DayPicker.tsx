import { CalendarDays } from 'lucide-react'
import { Popover } from 'radix-ui'
import { Suspense, useState } from 'react'
import { part } from '../../app/part.js'
import { say } from '../../words/say.js'
import { Waiting } from '../Feedback.js'

const Month = part(() => import('./Month.js'))

type Props = { readonly label: string; readonly day: string; readonly onChoose: (day: string) => void }

/** Opens the month of a day, to choose another. */
export function DayPicker({ label, day, onChoose }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        type="button"
        aria-label={say('day_choose', { label })}
        className="ms-1 shrink-0 rounded p-1 text-soft hover:bg-pale hover:text-ink"
      >
        <CalendarDays size={16} aria-hidden="true" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={8}
          aria-label={say('day_choose', { label })}
          className="z-50 rounded-[var(--radius-card)] border border-edge bg-sheet p-3 text-ink shadow-xl"
        >
          <Suspense fallback={<Waiting />}>
            <Month
              label={label}
              day={day}
              onChoose={chosen => {
                setOpen(false)
                onChoose(chosen)
              }}
            />
          </Suspense>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

import { localDateAt } from '@oppen/core/zone'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { Button } from 'react-aria-components/Button'
import {
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
} from 'react-aria-components/Calendar'
import { Heading } from 'react-aria-components/Heading'
import { I18nProvider } from 'react-aria-components/I18nProvider'
import { useNow } from '../../app/session.js'
import { LOCALE } from '../../words/language.js'
import { say } from '../../words/say.js'
import { dateOf, dateText } from './value.js'

type Props = { readonly label: string; readonly day: string; readonly onChoose: (day: string) => void }

const STEP = 'rounded p-1.5 hover:bg-pale data-[disabled]:opacity-40'

/** A month whose weeks begin as the school's do; arrow keys go by days, Page Up and Page Down by months. */
export default function Month({ label, day, onChoose }: Props) {
  const { now, zone } = useNow()
  const today = localDateAt(now, zone)
  return (
    <I18nProvider locale={LOCALE}>
      <Calendar
        aria-label={label}
        autoFocus
        value={dateOf(day)}
        defaultFocusedValue={dateOf(day) ?? dateOf(today)}
        onChange={chosen => onChoose(dateText(chosen))}
      >
        <header className="mb-1 flex items-center justify-between">
          <Button slot="previous" aria-label={say('month_before')} className={STEP}>
            <ChevronLeft size={18} aria-hidden="true" className="rtl:-scale-x-100" />
          </Button>
          <Heading className="text-base" />
          <Button slot="next" aria-label={say('month_after')} className={STEP}>
            <ChevronRight size={18} aria-hidden="true" className="rtl:-scale-x-100" />
          </Button>
        </header>
        <CalendarGrid weekdayStyle="short" className="tabular-nums">
          <CalendarGridHeader>
            {name => (
              <CalendarHeaderCell className="pb-1 text-sm font-medium text-soft">{name}</CalendarHeaderCell>
            )}
          </CalendarGridHeader>
          <CalendarGridBody>
            {date => (
              <CalendarCell
                date={date}
                className={`flex size-9 cursor-pointer items-center justify-center rounded text-[0.9375rem] hover:bg-pale data-[outside-month]:invisible data-[selected]:bg-blue data-[selected]:font-semibold data-[selected]:text-on-blue ${date.toString() === today ? 'underline decoration-ochre decoration-2 underline-offset-4' : ''}`}
              />
            )}
          </CalendarGridBody>
        </CalendarGrid>
      </Calendar>
    </I18nProvider>
  )
}

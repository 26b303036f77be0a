import type { Entry } from '@oppen/contract'
import { CALENDAR_VIEWS, type CalendarView, turnPage } from '@oppen/core/calendar'
import { ChevronLeft, ChevronRight } from 'lucide-react'
import { Suspense, useState } from 'react'
import { Link } from 'react-router'
import { part } from '../../app/part.js'
import { useMe } from '../../app/session.js'
import { useWide } from '../../app/wide.js'
import { Button } from '../../parts/Button.js'
import { Waiting } from '../../parts/Feedback.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { monthWords, weekWords } from '../../words/dates.js'
import { say } from '../../words/say.js'
import { Agenda } from './Agenda.js'
import { SHOWN, type Writing } from './items.js'
import { Month } from './Month.js'
import { useDays, useOpenPage } from './useDays.js'
import { Week } from './Week.js'

const EntryWindow = part(() => import('./EntryWindow.js'))
const FeedWindow = part(() => import('./FeedWindow.js'))

/** Everything with a date, over all classes: deadlines, lessons, closures and own notes. */
export function Screen() {
  const { view, date, today } = useOpenPage()
  const { days, span, left, toggle } = useDays(view, date)
  const { guest } = useMe().account
  const wide = useWide()
  const [writing, setWriting] = useState<Writing | null>(null)
  const [feeding, setFeeding] = useState(false)
  const onEntry = (entry: Entry) => setWriting({ entry })
  const write = guest ? undefined : (on: string) => setWriting({ on })
  return (
    <Sheet title={say('calendar_title')}>
      <Head
        title={titleOf(view, date, span)}
        sub={say('calendar_title')}
        aside={
          !guest && (
            <>
              <Button
                className="max-md:!min-h-8 max-md:!px-2 max-md:!text-sm"
                onClick={() => setFeeding(true)}
              >
                {say('feed_open')}
              </Button>
              <Button
                variant="primary"
                className="max-md:!min-h-8 max-md:!px-2 max-md:!text-sm"
                onClick={() => setWriting({ on: date })}
              >
                {say('calendar_add')}
              </Button>
            </>
          )
        }
      />
      <Row className="pb-3">
        <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
          <Views view={view} date={date} />
          <Pages view={view} date={date} today={today} />
          <fieldset className="flex flex-wrap gap-x-4 text-[0.9375rem]">
            <legend className="sr-only">{say('calendar_show')}</legend>
            {SHOWN.map(kind => (
              <label key={kind} className="flex min-h-6 items-center gap-1.5">
                <input type="checkbox" checked={!left.has(kind)} onChange={() => toggle(kind)} />
                {say(`calendar_kind_${kind}`)}
              </label>
            ))}
          </fieldset>
        </div>
      </Row>
      {!days && <Waiting />}
      {days && view === 'month' && (
        <Month days={days} date={date} today={today} onEntry={onEntry} write={write} wide={wide} />
      )}
      {days && view === 'week' && wide && <Week days={days} today={today} onEntry={onEntry} write={write} />}
      {days && (view === 'agenda' || (view === 'week' && !wide)) && (
        <Agenda days={days} today={today} onEntry={onEntry} whole={view === 'week'} />
      )}
      <Suspense fallback={null}>
        {writing && <EntryWindow writing={writing} onClose={() => setWriting(null)} />}
        {feeding && <FeedWindow onClose={() => setFeeding(false)} />}
      </Suspense>
    </Sheet>
  )
}

function titleOf(view: CalendarView, date: string, span: { from: string; to: string }): string {
  if (view !== 'month') return `${weekWords(span.from, span.to)} ${span.to.slice(0, 4)}`
  return monthWords(date.slice(0, 7))
}

type At = { readonly view: CalendarView; readonly date: string }

function Views({ view, date }: At) {
  return (
    <nav aria-label={say('calendar_views')} className="flex gap-1">
      {CALENDAR_VIEWS.map(one => (
        <Link
          key={one}
          to={`/calendar/${one}/${date}`}
          aria-current={one === view ? 'page' : undefined}
          className="rounded-[var(--radius-card)] px-2.5 py-1 text-[0.9375rem] text-soft hover:bg-pale aria-[current=page]:bg-pale aria-[current=page]:font-semibold aria-[current=page]:text-ink"
        >
          {say(`calendar_view_${one}`)}
        </Link>
      ))}
    </nav>
  )
}

function Pages({ view, date, today }: At & { readonly today: string }) {
  const arrow = 'inline-flex size-8 items-center justify-center rounded hover:bg-pale'
  return (
    <span className="flex items-center gap-1">
      <Link
        to={`/calendar/${view}/${turnPage(view, date, -1)}`}
        aria-label={say(`calendar_before_${view}`)}
        className={arrow}
      >
        <ChevronLeft size={18} aria-hidden="true" className="rtl:-scale-x-100" />
      </Link>
      <Link
        to={`/calendar/${view}/${today}`}
        className="rounded px-1.5 text-[0.9375rem] text-blue underline underline-offset-2"
      >
        {say('calendar_today')}
      </Link>
      <Link
        to={`/calendar/${view}/${turnPage(view, date, 1)}`}
        aria-label={say(`calendar_after_${view}`)}
        className={arrow}
      >
        <ChevronRight size={18} aria-hidden="true" className="rtl:-scale-x-100" />
      </Link>
    </span>
  )
}

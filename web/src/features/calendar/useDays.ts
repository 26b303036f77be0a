import { CALENDAR_VIEWS, type CalendarView, spanOf } from '@oppen/core/calendar'
import { isDate, localDateAt } from '@oppen/core/zone'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useParams } from 'react-router'
import { reads } from '../../app/queries.js'
import { useNow } from '../../app/session.js'
import { itemsByDay, type Shown, withoutKinds } from './items.js'

/** Which page of the calendar is open, by its address. */
export function useOpenPage(): { view: CalendarView; date: string; today: string } {
  const { view, date } = useParams()
  const { now, zone } = useNow()
  const today = localDateAt(now, zone)
  return {
    view: CALENDAR_VIEWS.find(one => one === view) ?? 'month',
    date: date && isDate(date) ? date : today,
    today,
  }
}

/** What stands on the days of the open page; the page before stays until the next is there. */
export function useDays(view: CalendarView, date: string) {
  const { zone } = useNow()
  const [left, setLeft] = useState<ReadonlySet<Shown>>(new Set())
  const span = spanOf(view, date)
  const read = useQuery({
    ...reads.days(span.from, span.to),
    placeholderData: keepPreviousData,
    // what is there already stays when the server cannot be asked again
    throwOnError: (_, query) => query.state.data === undefined,
  })
  const days = useMemo(
    () => read.data && withoutKinds(itemsByDay(read.data, { from: span.from, to: span.to }, zone), left),
    [read.data, span.from, span.to, zone, left],
  )
  const toggle = (kind: Shown) =>
    setLeft(new Set(left.has(kind) ? [...left].filter(one => one !== kind) : [...left, kind]))
  return { days, span, left, toggle }
}

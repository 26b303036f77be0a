import type { WeekCard, WeekPage } from '@oppen/contract'
import type { GroupId } from '@oppen/core/ids'
import type { Lane } from '@oppen/core/timing'
import { dayOfCard } from '@oppen/core/week'
import { stateOfWork } from '@oppen/core/work'
import { addDays, localDateAt } from '@oppen/core/zone'

type Context = {
  readonly page: WeekPage
  readonly groupId: GroupId | null
  readonly zone: string
  readonly now: number
}

/** The times and counts that a card shows: of the chosen group, or from the first group to the last. */
export function shownTimes(
  card: WeekCard,
  groupId: GroupId | null,
): Pick<WeekCard, 'opensAt' | 'dueAt' | 'closesAt'> {
  return card.times.find(one => one.groupId === groupId) ?? card
}

/** How many are in, to mark and asked, in the chosen group or in all. */
export const shownCounts = (card: WeekCard, groupId: GroupId | null) =>
  groupId === null ? card.counts : (card.times.find(one => one.groupId === groupId)?.counts ?? null)

/** The lessons of the chosen group, or of all groups, a lesson of the whole class once. */
export function shownLessons({ lessons, groups }: WeekPage, groupId: GroupId | null) {
  const own = lessons.filter(lesson => groupId === null || lesson.groupId === groupId)
  const seen = new Map<string, { lesson: (typeof own)[number]; groupNames: string[] }>()
  for (const lesson of own) {
    const name = groups.find(group => group.id === lesson.groupId)?.name ?? ''
    const known = seen.get(lesson.key)
    if (known) known.groupNames.push(name)
    else seen.set(lesson.key, { lesson, groupNames: [name] })
  }
  return [...seen.values()].sort((a, b) => a.lesson.startsAt - b.lesson.startsAt)
}

export type Cell = { readonly lane: Lane; readonly date: string; readonly cards: readonly WeekCard[] }

/** The cards of each lane and day. What is late but still accepted stands on today. */
export function cellsOf({
  page,
  groupId,
  zone,
  now,
}: Context): (lane: Lane, date: string) => readonly WeekCard[] {
  const lessons = shownLessons(page, groupId).map(one => one.lesson.date)
  const open = page.days.filter(day => !day.closed)
  const lastDay = open.at(-1)?.date ?? page.days.at(-1)?.date ?? page.week
  const asked = (card: WeekCard) =>
    groupId === null || !card.times.length || card.times.some(one => one.groupId === groupId)
  const today = localDateAt(now, zone)
  const isNow = page.week <= today && today <= addDays(page.week, 6)
  const placed = page.cards.filter(asked).map(card => ({
    card,
    lane: card.lane,
    date: nearest(
      page,
      isNow && stillAsked(card, now)
        ? today
        : dayOfCard(
            { ...shownTimes(card, groupId), lane: card.lane },
            { week: page.week, zone, lessons, lastDay },
          ),
    ),
  }))
  const waiting = page.waiting.map(card => ({ card, lane: 'followUp' as const, date: nearest(page, today) }))
  return (lane, date) =>
    [...waiting, ...placed].filter(one => one.lane === lane && one.date === date).map(one => one.card)
}

/** Whether a pupil's card is late but still accepted: it then stands on today, where it is to be done. */
function stillAsked(card: WeekCard, now: number): boolean {
  return card.mine !== null && stateOfWork(card, card.mine, now).is === 'overdue'
}

/** The day itself where it has a column, else the last one before it. */
function nearest({ days }: WeekPage, date: string): string {
  const before = days.filter(day => day.date <= date)
  return before.at(-1)?.date ?? days[0]?.date ?? date
}

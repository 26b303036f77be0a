import type { GroupId, LessonId } from '@oppen/core/ids'
import {
  makePlanner,
  type SchoolCalendar,
  type Timetable,
  type TimingRules,
  WORKING_WEEK,
} from '@oppen/core/timing'
import { addDays } from '@oppen/core/zone'
import { Temporal } from 'temporal-polyfill'

const SUBMISSIONS = 2000
const GROUPS = 12
const ROUNDS = 5

const calendar: SchoolCalendar = {
  zone: 'Europe/Lisbon',
  terms: [
    { name: 'Autumn', from: '2026-09-07', to: '2026-12-11' },
    { name: 'Spring', from: '2027-01-04', to: '2027-03-26' },
    { name: 'Summer', from: '2027-04-12', to: '2027-07-16' },
  ],
  closures: [{ name: 'Break', from: '2026-10-26', to: '2026-10-30', starts: null, ends: null }],
  rotation: { anchor: '2026-09-07', passesClosedWeeks: true },
  weekdays: WORKING_WEEK,
}

function timetableOf(n: number): Timetable {
  const lesson = (index: number) => ({
    id: `${n} ${index}` as LessonId,
    weekday: 1 + ((n + 2 * index) % 5),
    starts: `${String(8 + ((n + index) % 7)).padStart(2, '0')}:15`,
    ends: `${String(9 + ((n + index) % 7)).padStart(2, '0')}:00`,
    place: '',
    rotation: index === 2 ? ('A' as const) : null,
    from: null,
    until: null,
  })
  return { lessons: [lesson(0), lesson(1), lesson(2)], changes: [] }
}

const rulesOf = (n: number): TimingRules => ({
  appears: null,
  opens: n % 3 ? null : { is: 'lesson', edge: 'start', n: 1 },
  due:
    n % 2
      ? { is: 'lesson', edge: 'end', n: 2 }
      : { is: 'schoolDays', days: 1 + (n % 4), time: '17:00', n: 1 },
  closes: null,
})

const groups = Array.from({ length: GROUPS }, (_, n) => `g${n}` as GroupId)

function ours(): number {
  const planner = makePlanner(calendar, new Map(groups.map((id, n) => [id, timetableOf(n)])))
  let found = 0
  for (let n = 0; n < SUBMISSIONS; n++)
    for (const id of groups)
      if (planner.timingOf(id, addDays('2026-09-07', 7 * (n % 40)), rulesOf(n)).due) found++
  return found
}

/** One local time turned into its moment for each work and group: what no rule can do without. */
function bare(): number {
  let found = 0
  for (let n = 0; n < SUBMISSIONS; n++)
    for (let g = 0; g < GROUPS; g++) {
      const local = `${addDays('2026-09-07', n % 280)}T${String(8 + g).padStart(2, '0')}:15`
      if (Temporal.PlainDateTime.from(local).toZonedDateTime('Europe/Lisbon').epochMilliseconds) found++
    }
  return found
}

function time(work: () => number): number {
  const began = performance.now()
  if (!work()) throw new Error('nothing was worked out')
  return performance.now() - began
}

const median = (values: number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN

/** Working out the times of 2,000 works for 12 groups: milliseconds for a thousand, and as a ratio to the baseline. */
export function deadlines(): { perThousand: number; ratio: number } {
  time(ours)
  time(bare)
  const rounds = Array.from({ length: ROUNDS }, () => ({ ours: time(ours), bare: time(bare) }))
  return {
    perThousand: (1000 * median(rounds.map(one => one.ours))) / (SUBMISSIONS * GROUPS),
    ratio: median(rounds.map(one => one.ours / one.bare)),
  }
}

import type { DaysPage } from '@oppen/contract'
import { datesBetween } from '@oppen/core/calendar'
import type { Instant } from '@oppen/core/ids'
import type { AccountKind } from '@oppen/core/permissions'
import type { LocalDate } from '@oppen/core/zone'

/** One event of a calendar for other programs: whole days, a span of local times, or moments. */
export type CalendarEvent = {
  /** The same each time the calendar is read, so that a program moves an event instead of adding another. */
  readonly uid: string
  readonly title: string
  readonly about: string
  readonly place: string
  readonly url: string | null
  readonly when:
    | { readonly is: 'days'; readonly from: LocalDate; readonly to: LocalDate }
    | { readonly is: 'local'; readonly from: string; readonly to: string | null }
    | { readonly is: 'moment'; readonly from: Instant; readonly to: Instant | null }
  /** Whether the time is taken: a lesson is, a deadline is not. */
  readonly busy: boolean
}

type Reader = {
  readonly kind: AccountKind
  /** First names of children, by what stands for a child. */
  readonly names: ReadonlyMap<string, string>
  /** Where people find Oppen, where it is known. */
  readonly address: string | null
}

/** What somebody's days are to other programs. */
export function eventsOf(days: DaysPage, { kind, names, address }: Reader): CalendarEvent[] {
  const of = (child: string | null) => (child && names.has(child) ? `${names.get(child)}: ` : '')
  const link = (path: string) => (address ? new URL(path, address).href : null)
  return [
    ...days.deadlines.map((one): CalendarEvent => {
      const { work, classId, placeId, child } = one
      const where = kind === 'teacher' ? '/marking' : kind === 'family' ? `/outcome/${placeId}` : ''
      return {
        uid: `due-${work.id}-${placeId ?? one.groupNames.join('-').replace(/[^\w-]/g, '_')}`,
        title: `${of(child)}${work.title}`,
        about: ['Due', one.className, one.groupNames.join(' + ')].filter(Boolean).join(' · '),
        place: '',
        url: link(`/c/${classId}/work/${work.id}${where}`),
        when: { is: 'moment', from: one.dueAt, to: null },
        busy: false,
      }
    }),
    ...days.lessons.map(
      (one): CalendarEvent => ({
        uid: `lesson-${one.key.replace('@', '-')}-${one.child ?? 'all'}`,
        title: `${of(one.child)}${one.className}`,
        about: one.groupNames.join(' + '),
        place: one.place,
        url: one.room && (one.room.startsWith('/') ? link(one.room) : one.room),
        when: { is: 'moment', from: one.startsAt, to: one.endsAt },
        busy: true,
      }),
    ),
    ...days.closures.flatMap(closureEvents),
    ...days.entries.map(
      (one): CalendarEvent => ({
        uid: `entry-${one.id}`,
        title: one.title,
        about: one.note,
        place: '',
        url: null,
        when:
          one.starts === null
            ? { is: 'days', from: one.from, to: one.to }
            : {
                is: 'local',
                from: `${one.from}T${one.starts}`,
                to: one.ends === null ? null : `${one.to}T${one.ends}`,
              },
        busy: one.starts !== null,
      }),
    ),
  ]
}

/** A closure of parts of days is one event for each of them. */
function closureEvents({ name, from, to, starts, ends }: DaysPage['closures'][number]): CalendarEvent[] {
  const base = { title: name, about: '', place: '', url: null, busy: false }
  const uid = `closed-${from}-${name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}`
  if (starts === null && ends === null) return [{ ...base, uid, when: { is: 'days', from, to } }]
  return datesBetween(from, to).map(date => ({
    ...base,
    uid: `${uid}-${date}`,
    when: { is: 'local', from: `${date}T${starts ?? '00:00'}`, to: `${date}T${ends ?? '23:59'}` },
  }))
}

import type { TodayPage } from '@oppen/contract'
import { everydayRoutes } from '@oppen/contract'
import { markerOf } from '@oppen/core/readMarkers'
import { useSuspenseQuery } from '@tanstack/react-query'
import { Suspense, useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { call } from '../../app/api.js'
import { firstReads } from '../../app/firstReads.js'
import { part } from '../../app/part.js'
import type { Prepared } from '../../app/prepared.js'
import { useMe, useNow } from '../../app/session.js'
import { buttonClasses } from '../../parts/Button.js'
import { Head, Row, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { dayInWords } from '../../words/times.js'
import { PupilToday } from './PupilToday.js'

const Invited = part(() => import('./Invited.js'))
const News = part(() => import('./News.js'))
// who teaches or has children here
const FamilyToday = part(() => import('./FamilyToday.js').then(one => ({ default: one.FamilyToday })))
const TeacherToday = part(() => import('./TeacherToday.js').then(one => ({ default: one.TeacherToday })))

/** What a pupil sees stands here; what others see comes beside it. */
const ROLE_PARTS = { teacher: TeacherToday, family: FamilyToday }

export const prepare = ({ client, me }: Prepared) =>
  Promise.all([
    client.prefetchQuery(firstReads.today()),
    me.account.kind !== 'pupil' && ROLE_PARTS[me.account.kind].preload(),
  ])

/** What there is to do now, over all classes. */
export function Screen() {
  const me = useMe()
  const { data } = useSuspenseQuery(firstReads.today())
  const readAt = useFirst(data)
  const time = useNow()
  useEffect(() => {
    void call(everydayRoutes.markRead, {}, { what: markerOf('today') }).catch(() => undefined)
  }, [])
  const name = me.account.shownName
  const [search] = useSearchParams()
  const chosen = search.get('class')
  const page = chosen ? only(data, chosen) : data
  return (
    <Sheet title={say('today')}>
      <Head
        title={say('today')}
        sub={`${dayInWords(time.now, time.zone)} · ${me.school} · ${name}`}
        aside={
          <Link to="/calendar" className={`${buttonClasses('quiet')} !min-h-6 !px-0 !py-0 md:!hidden`}>
            {say('calendar')}
          </Link>
        }
      />
      {(data.invitations.length > 0 || data.asked.length > 0) && (
        <Suspense fallback={null}>
          <Invited page={data} />
        </Suspense>
      )}
      <ClassFilter page={data} chosen={chosen} />
      {me.account.kind === 'teacher' && <TeacherToday page={page} />}
      {me.account.kind === 'pupil' && <PupilToday page={page} readAt={readAt} />}
      {me.account.kind === 'family' && <FamilyToday page={page} readAt={readAt} />}
      <Suspense fallback={null}>{page.changes.length > 0 && <News page={page} />}</Suspense>
    </Sheet>
  )
}

/** The day of one class alone. */
function only(page: TodayPage, classId: string): TodayPage {
  const here = <T extends { classId: string }>(list: readonly T[]) =>
    list.filter(one => one.classId === classId)
  return {
    ...page,
    submissions: here(page.submissions),
    teaching: here(page.teaching),
    notices: page.notices.filter(one => one.spaceId === classId),
    changes: here(page.changes),
    lessons: here(page.lessons),
  }
}

/** All classes, or one of them, where there is more than one. */
function ClassFilter({ page, chosen }: { readonly page: TodayPage; readonly chosen: string | null }) {
  const [search, setSearch] = useSearchParams()
  const names = new Map<string, string>([
    ...[...page.teaching, ...page.submissions].map(one => [one.classId, one.className] as const),
    ...page.notices.map(one => [one.spaceId, one.spaceName] as const),
  ])
  if (names.size < 2) return null
  const choose = (classId: string | null) => {
    const next = new URLSearchParams(search)
    if (classId) next.set('class', classId)
    else next.delete('class')
    setSearch(next, { replace: true })
  }
  return (
    <Row className="pb-2">
      <fieldset aria-label={say('today_filter')} className="flex flex-wrap gap-1">
        {[[null, say('today_all_classes')] as const, ...names].map(([classId, name]) => (
          <button
            key={classId}
            type="button"
            aria-pressed={chosen === classId}
            onClick={() => choose(classId)}
            className="rounded-[var(--radius-card)] px-2 py-0.5 text-sm text-soft hover:bg-pale aria-pressed:bg-pale aria-pressed:font-semibold aria-pressed:text-ink"
          >
            {name}
          </button>
        ))}
      </fieldset>
    </Row>
  )
}

/** When the person had last looked as this visit began; looking now does not make things old at once. */
function useFirst(page: TodayPage): number | null {
  const [first] = useState(page.readAt)
  return first
}

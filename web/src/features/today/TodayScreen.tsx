import type { TodayPage } from '@oppen/contract'
import { routes } from '@oppen/contract'
import { dayInWords } from '@oppen/core/timing'
import { useSuspenseQuery } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState } from 'react'
import { call } from '../../app/api.js'
import { reads } from '../../app/queries.js'
import { useMe, useNow } from '../../app/session.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { FamilyToday } from './FamilyToday.js'
import { PupilToday } from './PupilToday.js'
import { TeacherToday } from './TeacherToday.js'

const Invited = lazy(() => import('./Invited.js'))

/** What there is to do now, over all classes. */
export function Screen() {
  const me = useMe()
  const { data } = useSuspenseQuery(reads.today())
  const lookedAt = useFirst(data)
  const time = useNow()
  useEffect(() => {
    void call(routes.look, {}, { what: 'today' }).catch(() => undefined)
  }, [])
  const name = me.account.shownName
  return (
    <Sheet title={say('today')}>
      <Head title={say('today')} sub={`${dayInWords(time.now, time.zone)} · ${me.school} · ${name}`} />
      {(data.invitations.length > 0 || data.asked.length > 0) && (
        <Suspense fallback={null}>
          <Invited page={data} />
        </Suspense>
      )}
      {me.account.kind === 'teacher' && <TeacherToday page={data} />}
      {me.account.kind === 'pupil' && <PupilToday page={data} lookedAt={lookedAt} />}
      {me.account.kind === 'family' && <FamilyToday page={data} lookedAt={lookedAt} />}
    </Sheet>
  )
}

/** When the person had last looked as this visit began; looking now does not make things old at once. */
function useFirst(page: TodayPage): number | null {
  const [first] = useState(page.lookedAt)
  return first
}

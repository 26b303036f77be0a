import type { Tie } from '@oppen/contract'
import { useSuspenseQuery } from '@tanstack/react-query'
import type { Prepared } from '../../app/prepared.js'
import { reads } from '../../app/queries.js'
import { isTeacher, tieTo, useIds, useMe, useTie } from '../../app/session.js'
import { Head, Sheet } from '../../parts/Sheet.js'
import { say } from '../../words/say.js'
import { ClassAbout } from './ClassAbout.js'
import { Members } from './Members.js'

const seesMembers = (tie: Tie | undefined, guest: boolean) => tie?.role !== 'family' && !guest

export const prepare = ({ client, me, params: { classId } }: Prepared) =>
  Promise.all([
    client.prefetchQuery(reads.about(classId)),
    seesMembers(tieTo(me, classId), me.account.guest) && client.prefetchQuery(reads.members(classId)),
  ])

/** What a class says of itself, and who is in it. */
export function Screen() {
  const { classId } = useIds()
  const tie = useTie()
  const { guest } = useMe().account
  const { data } = useSuspenseQuery(reads.about(classId))
  const writes = isTeacher(tie) && !tie?.archived
  return (
    <Sheet title={`${say('about_title')}, ${data.className}`}>
      <Head title={say('about_title')} sub={data.className} />
      <ClassAbout key={classId} classId={classId} about={data} writes={writes} />
      {seesMembers(tie, guest) && <Members classId={classId} teachers={data.teachers} />}
    </Sheet>
  )
}

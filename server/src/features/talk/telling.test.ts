import type { LiveEvent } from '@oppen/contract'
import { ROOM } from '@oppen/core/talk'
import { buildWork, type Person, placeOf, type TwoGroups, twoGroups } from '@oppen/demo'
import { beforeEach, expect, it } from 'vitest'

let school: TwoGroups
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
beforeEach(async () => {
  school = await twoGroups()
  return () => school.stop()
})

/** Who is told what once something is shown, by their account. */
async function toldOf(act: () => Promise<unknown>): Promise<ReadonlyMap<string, LiveEvent>> {
  const { live } = school.world
  const told = new Promise<ReadonlyMap<string, LiveEvent>>(resolve => {
    live.tellEach = (_, to) => resolve(to)
  })
  await act()
  return told
}
const idOf = async (who: Person): Promise<string> => (await who.get('me', {})).account.id
const html = '<p>It rains.</p>'

/** Who of the four is told, and whether the words come along. */
async function named(told: ReadonlyMap<string, LiveEvent>): Promise<Record<string, boolean>> {
  const { teacher, anna, bo, family } = school
  const found: Record<string, boolean> = {}
  for (const [name, who] of Object.entries({ teacher, anna, bo, family })) {
    const event = told.get(await idOf(who))
    if (event) found[name] = event.what === 'message' && event.message !== undefined
  }
  expect(told.size).toBe(Object.keys(found).length)
  return found
}

it('what is said in a room of one group goes to that group and the teachers alone', async () => {
  const { teacher, anna } = school
  const groups = [school.built.groups.Heron as never]
  const audience = { pupils: true, families: false, groups }
  const { roomId } = await teacher.get('makeRoom', at(), { title: 'Gauges', audience, rules: ROOM })
  const told = await toldOf(() => anna.get('writeMessage', { ...at(), conversationId: roomId }, { html }))
  expect(await named(told)).toEqual({ teacher: true, anna: false })
})

it('a reply to a notice goes to the side that hears it', async () => {
  const { teacher, anna } = school
  const { noticeId } = await teacher.get('writeNotice', at(), { html: '<p>Boots.</p>' })
  const told = await toldOf(() => anna.get('writeMessage', { ...at(), conversationId: noticeId }, { html }))
  expect(await named(told)).toEqual({ teacher: true, anna: false, bo: true })
})

it('a side note goes to its pupil and the teachers', async () => {
  const { teacher } = school
  const workId = await buildWork(school.world, school.built, { title: 'Rain log' })
  const { placeId } = placeOf(school.built, 'Anna Reyes')
  const told = await toldOf(() => teacher.get('writeNote', { ...at(), workId, placeId }, { html }))
  expect(await named(told)).toEqual({ teacher: false, anna: true })
  const inThread = await toldOf(() => teacher.get('writeInThread', { ...at(), workId }, { html }))
  expect(await named(inThread)).toEqual({ teacher: false, anna: true, bo: true })
})

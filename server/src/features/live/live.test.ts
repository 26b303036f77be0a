import { buildAccount, buildWork, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { listen } from '../../testing/listen.js'
import { addCoTeacher, leaveTeams } from '../classes/service.js'

let school: SmallSchool

beforeAll(async () => {
  school = await smallSchool()
  await buildAccount(school.world, 'teacher', 'Ms Dunlin')
})
afterAll(() => school.stop())

it('tells of a submission only those who may see it, and of a draft only pupil and teachers; nobody is told what it says', async () => {
  const names = ['ms.kestrel', 'anna.reyes', 'mr.reyes', 'bo.lund', 'ms.dunlin']
  const people = await Promise.all(names.map(name => school.person().signIn(name)))
  const streams = await Promise.all(people.map(listen))
  const submission = submissionOf(
    school.built,
    await buildWork(school.world, school.built, { title: 'Read' }),
    'Anna Reyes',
  )
  await people[1]?.get('saveDraft', submission, { html: '<p>secret words</p>', base: 0 })
  await people[0]?.get('writeNotice', { spaceId: school.built.classId }, { html: '<p>end</p>' })
  const kinds = () => streams.map(stream => stream.heard.map(event => event.what))
  await expect
    .poll(() =>
      kinds()
        .slice(0, 4)
        .every(list => list.includes('talk')),
    )
    .toBe(true)
  expect(kinds()).toEqual([
    ['topics', 'submission', 'draft', 'talk'],
    ['topics', 'submission', 'draft', 'talk'],
    ['topics', 'submission', 'talk'],
    ['topics', 'talk'],
    [],
  ])
  expect(JSON.stringify(streams.map(stream => stream.heard))).not.toContain('secret words')
  for (const stream of streams) await stream.stop()
})

it('ends with the session', async () => {
  const bo = await school.person().signIn('bo.lund')
  const stream = await listen(bo)
  await bo.get('signOut', {})
  await expect.poll(stream.ended).toBe(true)
})

it('goes silent at once for a pupil whose place is freed', async () => {
  const [teacher, bo] = await Promise.all([
    school.person().signIn('ms.kestrel'),
    school.person().signIn('bo.lund'),
  ])
  const stream = await listen(bo)
  await teacher.get('freePlace', submissionOf(school.built, '' as never, 'Bo Lund'))
  await teacher.get('writeNotice', { spaceId: school.built.classId }, { html: '<p>not for Bo</p>' })
  await expect.poll(() => stream.heard.map(event => event.what)).toEqual(['me'])
  await stream.stop()
})

it('tells the teachers of a class when one of them is no longer there', async () => {
  const { world, built } = school
  const { accountId } = await buildAccount(world, 'teacher', 'Mr Godwit')
  await world.db.write(() => addCoTeacher(world, built.classId, accountId))
  const stream = await listen(await school.person().signIn('ms.kestrel'))
  await world.db.write(() => leaveTeams(world, accountId))
  await expect.poll(() => stream.heard.map(event => event.what)).toContain('register')
  await stream.stop()
})

import { type SmallSchool, smallSchool } from '@oppen/demo'
import { afterEach, beforeEach, expect, it } from 'vitest'

let school: SmallSchool
beforeEach(async () => {
  school = await smallSchool()
})
afterEach(() => school.stop())

const DAY = 86_400_000

it('a session goes on while it is used, and ends ninety days after it was not', async () => {
  school.clock.moveTo(school.clock.now() + 80 * DAY)
  expect((await school.anna.ask('me', {})).status).toBe(200)
  school.clock.moveTo(school.clock.now() + 80 * DAY)
  expect((await school.anna.ask('me', {})).status).toBe(200)
  school.clock.moveTo(school.clock.now() + 91 * DAY)
  // the cache of viewers knows a session only until the next command; somebody does something
  await school.person().ask('signIn', {}, { userName: 'ms.kestrel', secret: 'tern-hollow' })
  expect(await school.anna.ask('me', {})).toMatchObject({ status: 401, error: { code: 'sign_in_needed' } })
})

it('coming in as somebody else on the same device ends the session before', async () => {
  const before = school.anna.cookie
  await school.anna.signIn('bo.lund')
  expect((await school.anna.get('me', {})).account.shownName).toBe('Bo Lund')
  const old = school.person()
  old.cookie = before
  expect(await old.ask('me', {})).toMatchObject({ status: 401 })
})

it('each device has a session of its own', async () => {
  const tablet = await school.person().signIn('anna.reyes')
  await tablet.get('signOut', {})
  expect((await tablet.ask('me', {})).status).toBe(401)
  expect((await school.anna.ask('me', {})).status).toBe(200)
})

it('what a session sees changes with the very next command, on every device', async () => {
  const { ties } = await school.bo.get('me', {})
  const placeId = ties[0]?.placeId
  if (!placeId) throw new Error('Bo has no place')
  expect((await school.bo.ask('seeTalk', { spaceId: school.built.classId })).status).toBe(200)
  await school.teacher.get('freePlace', { classId: school.built.classId, placeId })
  expect((await school.bo.ask('seeTalk', { spaceId: school.built.classId })).status).toBe(404)
})

it('“last here” is kept to five minutes, so that reading does not write each time', async () => {
  const seen = async () =>
    (
      await school.world.db.row<{ at: number }>(
        'select max(seen_at) as at from sessions s join accounts a on a.id = s.account_id where a.user_name = $name',
        { name: 'bo.lund' },
      )
    )?.at
  const first = await seen()
  const changes = school.world.db.changesOf(['sessions'])
  school.clock.moveTo(school.clock.now() + 4 * 60_000)
  await school.bo.get('me', {})
  expect([await seen(), school.world.db.changesOf(['sessions'])]).toEqual([first, changes])
})

it('a made-up token is nobody', async () => {
  const stranger = school.person()
  for (const cookie of ['oppen=', 'oppen=abc', `oppen=${'x'.repeat(5000)}`, 'other=1']) {
    stranger.cookie = cookie
    expect((await stranger.ask('seeToday', {})).status).toBe(401)
  }
})

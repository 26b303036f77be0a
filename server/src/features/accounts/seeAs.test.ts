import { addressOf, type ParamsOf, type ReplyOf, type RouteName, routes } from '@oppen/contract'
import type { PlaceId, WorkId } from '@oppen/core/ids'
import { type SeenAs, seenAsText } from '@oppen/core/permissions'
import {
  buildOwner,
  buildWork,
  type Person,
  placeOf,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let teacher: Person
let workId: WorkId
const at = () => ({ classId: school.built.classId })
const anna = () => ({ ...at(), placeId: placeOf(school.built, 'Anna Reyes').placeId as PlaceId })

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher } = school)
  workId = await buildWork(school.world, school.built, {
    title: 'Rain log',
    due: '2026-10-16T10:00',
    points: '10',
  })
  return () => school.stop()
})

type R<N extends RouteName> = (typeof routes)[N]
async function ask<N extends RouteName>(
  who: Person,
  as: SeenAs | string,
  name: N,
  params: ParamsOf<R<N>>,
  body?: unknown,
) {
  const answer = await who.fetch(addressOf(routes[name], params as never), {
    method: routes[name].method,
    headers: {
      'x-oppen-as': typeof as === 'string' ? as : seenAsText(as),
      ...(body !== undefined && { 'content-type': 'application/json' }),
    },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  })
  const reply = (await answer.json()) as ReplyOf<R<N>> & { error?: { code: string } }
  return { status: answer.status, reply, code: reply?.error?.code }
}
const pupil = (): SeenAs => ({ as: 'pupil', ...anna() })
const family = (): SeenAs => ({ as: 'family', ...anna() })

describe('a teacher who looks as a pupil', () => {
  it('is shown who that is, with one class, and what the pupil sees of it', async () => {
    const { reply: me } = await ask(teacher, pupil(), 'me', {})
    expect(me).toMatchObject({
      account: { kind: 'pupil', shownName: 'Anna Reyes', ownsSchool: false },
      ties: [{ role: 'pupil', placeId: anna().placeId, className: 'Tides' }],
      seenAs: { as: 'pupil', name: 'Anna Reyes' },
    })
    const own = await school.anna.get('seeTopics', at())
    expect((await ask(teacher, pupil(), 'seeTopics', at())).reply).toEqual(own)
    expect((await ask(teacher, pupil(), 'seeToday', {})).reply).toMatchObject({
      submissions: [expect.objectContaining({ work: expect.objectContaining({ id: workId }) })],
    })
    // what a pupil does not see, a teacher who looks as one does not
    expect((await ask(teacher, pupil(), 'seeMarking', { ...at(), workId })).status).toBe(404)
    expect((await ask(teacher, pupil(), 'seeRegister', at())).status).toBe(404)
    // without the header nothing has changed
    expect((await teacher.get('me', {})).seenAs).toBeNull()
  })

  it('sees nothing that is private to the pupil or of other classes', async () => {
    const talk = await ask(teacher, pupil(), 'seeTalk', { spaceId: at().classId })
    expect(talk.status).toBe(200)
    expect(JSON.stringify(talk.reply)).not.toContain('"letters":[{')
    const account = await ask(teacher, pupil(), 'seeAccount', {})
    expect(JSON.stringify(account.reply)).not.toMatch(/anna/i)
    const bo = placeOf(school.built, 'Bo Lund').placeId as PlaceId
    expect((await ask(teacher, pupil(), 'seeSubmission', { ...at(), workId, placeId: bo })).status).toBe(404)
  })

  it('changes nothing', async () => {
    const submission = submissionOf(school.built, workId, 'Anna Reyes')
    const save = await ask(teacher, pupil(), 'saveDraft', submission, { html: '<p>x</p>', base: 0 })
    expect([save.status, save.code]).toEqual([409, 'seen_as_reads'])
    expect((await ask(teacher, family(), 'markRead', {}, { what: 'today' })).code).toBe('seen_as_reads')
    expect((await school.anna.get('seeSubmission', submission)).draft).toBeNull()
  })

  it('is nobody else than a teacher of that class, and that pupil is in it', async () => {
    for (const who of [school.anna, school.family])
      expect((await ask(who, pupil(), 'me', {})).status).toBe(404)
    const elsewhere = { ...pupil(), classId: 'z'.repeat(16) as never }
    expect((await ask(teacher, elsewhere, 'me', {})).status).toBe(404)
    expect((await ask(teacher, { ...pupil(), placeId: 'z'.repeat(16) as never }, 'me', {})).status).toBe(404)
    expect((await ask(teacher, { ...pupil(), as: 'standIn' }, 'me', {})).status).toBe(404)
    // what is none of these is not looked at
    expect((await ask(teacher, 'owner.x.y', 'me', {})).reply.seenAs).toBeNull()
    await teacher.get('movePlaceAway', anna())
    expect((await ask(teacher, pupil(), 'me', {})).status).toBe(404)
  })
})

describe('as the family', () => {
  it('shows what came of the work, and nothing that was written', async () => {
    const address = { ...anna(), workId }
    const own = await school.family.get('seeOutcome', address)
    expect((await ask(teacher, family(), 'seeOutcome', address)).reply).toEqual(own)
    expect((await ask(teacher, family(), 'seeSubmission', address)).status).toBe(404)
    expect((await ask(teacher, family(), 'me', {})).reply.ties).toMatchObject([
      { role: 'family', child: anna().placeId },
    ])
  })
})

describe('the stand-in pupil', () => {
  it('does and hands in work, and counts nowhere', async () => {
    await buildOwner(school.world, 'Mr Siskin')
    const owner = await school.person().signIn('mr.siskin')
    const people = () => owner.get('findPeople', {}, { words: 'stand' })
    const before = await Promise.all([
      people(),
      teacher.get('seeRegister', at()),
      teacher.get('seeMarkBook', at()),
      teacher.get('seeMarking', { ...at(), workId }),
      teacher.get('seeOverview', at()),
      teacher.get('seeTopics', at()),
      teacher.get('seeToday', {}),
      teacher.get('seeNews', {}),
    ])
    const { placeId } = await teacher.get('standIn', at(), { groupId: null, name: 'Stand-in' })
    expect(await teacher.get('standIn', at(), { groupId: null, name: 'Again' })).toEqual({ placeId })
    const as = { as: 'standIn', ...at(), placeId } as const
    const submission = { ...at(), workId, placeId }
    const draft = await ask(teacher, as, 'saveDraft', submission, { html: '<p>14 mm</p>', base: 0 })
    expect(draft.status).toBe(200)
    expect((await ask(teacher, as, 'handIn', submission, { version: 1 })).reply).toMatchObject({
      phase: 'withTeacher',
    })
    expect((await ask(teacher, as, 'me', {})).reply).toMatchObject({
      seenAs: { as: 'standIn' },
      account: { kind: 'pupil' },
    })
    expect((await ask(teacher, as, 'seeToday', {})).status).toBe(200)
    const after = await Promise.all([
      people(),
      teacher.get('seeRegister', at()),
      teacher.get('seeMarkBook', at()),
      teacher.get('seeMarking', { ...at(), workId }),
      teacher.get('seeOverview', at()),
      teacher.get('seeTopics', at()),
      teacher.get('seeToday', {}),
      teacher.get('seeNews', {}),
    ])
    for (const [at, one] of after.entries()) expect(one, String(at)).toEqual(before[at])
    // what others would see is refused
    expect((await ask(teacher, as, 'markRead', {}, { what: 'today' })).code).toBe('seen_as_reads')
  })
})

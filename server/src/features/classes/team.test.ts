import { buildAccount, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

let school: SmallSchool
let plover: Person
let zoe: Person
beforeAll(async () => {
  school = await smallSchool()
  await buildAccount(school.world, 'teacher', 'Mr Plover')
  await buildAccount(school.world, 'pupil', 'Zoe Quay')
  plover = await school.person().signIn('mr.plover')
  zoe = await school.person().signIn('zoe.quay')
})
afterAll(() => school.stop())

const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const invite = (kind: 'pupil' | 'coTeacher', userName: string) =>
  school.teacher.ask('invitePerson', at(), { kind, userName })
const waiting = async (person: Person) => (await person.get('seeToday', {})).invitations
const idOf = async (person: Person) => (await person.get('me', {})).account.id

describe('an invitation', () => {
  it('waits on Today with who asks and the class’s name, and nothing else of the class is to be had', async () => {
    expect((await invite('pupil', 'Zoe.Quay')).status).toBe(200)
    expect(await waiting(zoe)).toMatchObject([{ kind: 'pupil', className: 'Tides', by: 'Ms Kestrel' }])
    expect((await zoe.get('me', {})).ties).toEqual([])
    expect(await zoe.ask('seeTopics', at())).toMatchObject({ status: 404 })
    expect(await invite('pupil', 'zoe.quay')).toMatchObject({ error: { code: 'already_invited' } })
  })

  it('is for the invited alone; one press is enough, once', async () => {
    const [one] = await waiting(zoe)
    if (!one) throw new Error('nothing to do')
    const answer = { invitationId: one.id }
    expect(await school.anna.ask('answerInvitation', answer, { answer: 'accepted' })).toMatchObject({
      status: 404,
    })
    const me = await zoe.get('answerInvitation', answer, { answer: 'accepted' })
    expect(me.ties).toMatchObject([{ className: 'Tides', role: 'pupil', placeName: 'Zoe Quay' }])
    expect(await zoe.ask('answerInvitation', answer, { answer: 'accepted' })).toMatchObject({
      error: { code: 'invitation_over' },
    })
    expect(await invite('pupil', 'zoe.quay')).toMatchObject({ error: { code: 'already_in_class' } })
  })

  it('can be declined and taken back, and goes to nobody who is not here', async () => {
    await invite('coTeacher', 'mr.plover')
    const [one] = await waiting(plover)
    await plover.get('answerInvitation', { invitationId: one?.id ?? ('' as never) }, { answer: 'declined' })
    expect((await plover.get('me', {})).ties).toEqual([])
    await invite('coTeacher', 'mr.plover')
    const { invitations } = await school.teacher.get('seeRegister', at())
    expect(invitations).toMatchObject([{ kind: 'coTeacher', to: 'Mr Plover' }])
    const invitationId = invitations[0]?.id ?? ('' as never)
    await school.teacher.get('withdrawInvitation', { ...at(), invitationId })
    expect(await waiting(plover)).toEqual([])
    for (const [kind, userName] of [
      ['coTeacher', 'no.body'],
      ['coTeacher', 'anna.reyes'],
      ['pupil', 'mr.plover'],
    ] as const) {
      expect(await invite(kind, userName)).toMatchObject({ error: { code: 'person_unknown' } })
    }
  })
})

describe('a co-teacher', () => {
  it('has the rights of the owner, but for removing the owner', async () => {
    await invite('coTeacher', 'mr.plover')
    const [one] = await waiting(plover)
    await plover.get('answerInvitation', { invitationId: one?.id ?? ('' as never) }, { answer: 'accepted' })
    expect((await plover.get('me', {})).ties).toMatchObject([{ role: 'coTeacher' }])
    await plover.get('openDoor', at(), { span: 'today', admits: null })
    await plover.get('changeSettings', at(), await plover.get('seeSettings', at()))
    const owner = { ...at(), accountId: await idOf(school.teacher) }
    expect(await plover.ask('removeCoTeacher', owner)).toMatchObject({
      error: { code: 'owner_stays', params: { name: 'Ms Kestrel' } },
    })
    expect(await plover.ask('handOver', { ...at(), accountId: await idOf(plover) })).toMatchObject({
      status: 404,
    })
  })

  it('owns the class once it is handed over, and the one before can then be removed', async () => {
    await school.teacher.get('handOver', { ...at(), accountId: await idOf(plover) })
    expect((await plover.get('me', {})).ties).toMatchObject([{ role: 'owner' }])
    expect((await school.teacher.get('me', {})).ties).toMatchObject([{ role: 'coTeacher' }])
    await plover.get('handOver', { ...at(), accountId: await idOf(school.teacher) })
    await school.teacher.get('removeCoTeacher', { ...at(), accountId: await idOf(plover) })
    expect((await plover.get('me', {})).ties).toEqual([])
    expect(await plover.ask('seeRegister', at())).toMatchObject({ status: 404 })
  })
})

describe('an archived class', () => {
  it('can be read by all and written by nobody, until it is reopened', async () => {
    await school.teacher.get('archiveClass', at(), { archived: true })
    expect((await school.anna.get('me', {})).ties).toMatchObject([{ archived: true }])
    for (const person of [school.teacher, school.anna]) await person.get('seeTopics', at())
    const refused = { status: 409, error: { code: 'class_archived' } }
    expect(await school.teacher.ask('addTopic', at(), { name: 'New' })).toMatchObject(refused)
    expect(await school.teacher.ask('openDoor', at(), { span: 'today', admits: null })).toMatchObject(refused)
    expect(
      await school.teacher.ask('freePlace', {
        ...at(),
        placeId: placeOf(school.built, 'Bo Lund').placeId,
      }),
    ).toMatchObject(refused)
    // a stranger learns not even that
    expect(await plover.ask('addTopic', at(), { name: 'New' })).toMatchObject({ status: 404 })
    await school.teacher.get('archiveClass', at(), { archived: false })
    await school.teacher.get('addTopic', at(), { name: 'New' })
  })
})

describe('hidden for oneself', () => {
  it('is for oneself alone, and Today goes without the class', async () => {
    await school.anna.get('hideClass', at(), { hidden: true })
    expect((await school.anna.get('me', {})).ties).toMatchObject([{ hidden: true }])
    expect((await school.bo.get('me', {})).ties).toMatchObject([{ hidden: false }])
    await school.teacher.get('writeNotice', at(), { html: '<p>hello</p>' })
    expect((await school.anna.get('seeToday', {})).notices).toEqual([])
    await school.anna.get('hideClass', at(), { hidden: false })
    expect((await school.anna.get('seeToday', {})).notices).toHaveLength(1)
  })
})

describe('the audit log', () => {
  it('has every entry, refusal, reset and removal, for the teachers of the class', async () => {
    const { lines } = await school.teacher.get('seeAuditLog', at())
    const kinds = new Set(lines.map(line => line.kind))
    for (const kind of [
      'invited',
      'invitation_accepted',
      'invitation_declined',
      'invitation_withdrawn',
      'door_opened',
      'handed_over',
      'co_teacher_removed',
      'archived',
      'reopened',
    ] as const)
      expect(kinds, kind).toContain(kind)
    expect(lines.find(line => line.kind === 'invitation_withdrawn')).toMatchObject({
      by: 'Ms Kestrel',
      name: 'Mr Plover',
    })
    await school.person().ask('signIn', {}, { userName: 'anna.reyes', secret: 'wrong' })
    await school.person().ask('showKey', {}, { key: '0'.repeat(16) })
    await expect
      .poll(async () => (await school.teacher.get('seeAuditLog', at())).lines.map(line => line.kind))
      .toEqual(expect.arrayContaining(['wrong_secret', 'wrong_key']))
    expect(await school.anna.ask('seeAuditLog', at())).toMatchObject({ status: 404 })
  })
})

import type { TalkFile } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { ConversationId, TalkFileId, WorkId } from '@oppen/core/ids'
import { buildAccount, buildWork, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import sharp from 'sharp'
import { beforeEach, describe, expect, it } from 'vitest'
import { addCoTeacher } from '../classes/service.js'
import { clearExpired } from '../retention/clear.js'

let school: SmallSchool
let teacher: Person
let anna: Person
let bo: Person
let family: Person
let room: ConversationId
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const here = () => ({ ...at(), conversationId: room })

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, bo, family } = school)
  const rules = { writers: 'all', begin: true, quiet: false, quietWhy: '', hours: null, nod: false } as const
  const audience = { pupils: true, families: false, groups: null }
  await teacher.get('makeRoom', at(), { title: 'Pond', audience, rules })
  room = (await teacher.get('seeTalk', at())).rooms[0]?.id as ConversationId
  return () => school.stop()
})

const picture = async (colour = 'red') =>
  sharp({ create: { width: 8, height: 8, channels: 3, background: colour } })
    .png()
    .toBuffer()

async function send(who: Person, bytes: Uint8Array, name = 'frog.png', type = 'image/png') {
  const body = new FormData()
  body.append('file', new File([bytes as BlobPart], name, { type }))
  const response = await who.fetch(addressOf(routes.addTalkFile, at()), { method: 'POST', body })
  return {
    status: response.status,
    reply: (await response.json()) as TalkFile & { error?: { code: string } },
  }
}
const sent = async (who: Person, colour?: string) => (await send(who, await picture(colour))).reply
const look = async (who: Person, talkFileId: TalkFileId) => {
  const response = await who.fetch(addressOf(routes.seeTalkFile, { ...at(), talkFileId }))
  return [response.status, (await response.arrayBuffer()).byteLength] as const
}
const last = async (who: Person) => (await who.get('seeRoom', here())).stretch.messages.at(-1)

describe('a picture', () => {
  it('is seen by its sender alone, until a message takes it to those who read that', async () => {
    const file = await sent(anna)
    expect(file).toMatchObject({ name: 'frog.png', type: 'image/png' })
    expect((await look(anna, file.id))[0]).toBe(200)
    for (const who of [bo, teacher, family]) expect((await look(who, file.id))[0]).toBe(404)
    await anna.get('writeMessage', here(), { html: '', files: [file.id] })
    expect((await last(bo))?.files).toMatchObject([{ id: file.id, name: 'frog.png' }])
    expect((await look(bo, file.id))[0]).toBe(200)
    expect((await look(teacher, file.id))[0]).toBe(200)
    // the room is not for families
    expect((await look(family, file.id))[0]).toBe(404)
  })

  it('that waits for the nod is seen by nobody else, and one that was removed by teachers alone', async () => {
    const { rules } = await teacher.get('seeTalk', at())
    await teacher.get('setTalkRules', at(), { ...rules, nod: true })
    const file = await sent(anna)
    const { messageId, state } = await anna.get('writeMessage', here(), { html: '', files: [file.id] })
    expect(state).toBe('waits')
    expect((await look(bo, file.id))[0]).toBe(404)
    expect((await look(teacher, file.id))[0]).toBe(200)
    await teacher.get('decideMessage', { ...here(), messageId }, { show: true, word: '' })
    expect((await look(bo, file.id))[0]).toBe(200)
    await anna.get('removeMessage', { ...here(), messageId })
    expect((await look(bo, file.id))[0]).toBe(404)
    expect((await last(bo))?.files).toEqual([])
    expect((await look(teacher, file.id))[0]).toBe(200)
  })

  it('goes with one message, of whoever sent it; an edit can take it away', async () => {
    const [file, other] = [await sent(anna), await sent(anna, 'blue')]
    const write = (who: Person, files: TalkFileId[]) =>
      who.ask('writeMessage', here(), { html: '<p>x</p>', files })
    expect(await write(bo, [file.id])).toMatchObject({ status: 409, error: { code: 'attachment_gone' } })
    const { reply } = await write(anna, [other.id, file.id])
    expect((await last(bo))?.files.map(one => one.id)).toEqual([other.id, file.id])
    expect(await write(anna, [file.id])).toMatchObject({ error: { code: 'attachment_gone' } })
    // what was refused was not written
    expect((await anna.get('seeRoom', here())).stretch.messages).toHaveLength(1)
    const message = { ...here(), messageId: reply?.messageId as never }
    await anna.get('changeMessage', message, { html: '<p>y</p>', files: [file.id] })
    expect((await last(bo))?.files.map(one => one.id)).toEqual([file.id])
    expect((await look(anna, other.id))[0]).toBe(404)
    await anna.get('changeMessage', message, { html: '<p>z</p>' })
    expect((await last(bo))?.files).toHaveLength(1)
  })

  it('sent twice with the same message is there once', async () => {
    const file = await sent(anna)
    const form = { html: '', files: [file.id], once: 'the-same-sending-twice' }
    const [one, two] = await Promise.all([
      anna.get('writeMessage', here(), form),
      anna.get('writeMessage', here(), form),
    ])
    expect(one.messageId).toBe(two.messageId)
    expect((await anna.get('seeRoom', here())).stretch.messages).toHaveLength(1)
  })
})

describe('what can be sent', () => {
  it('is pictures and voices for pupils, and any file for teachers', async () => {
    const text = new TextEncoder().encode('hello')
    expect(await send(anna, text, 'a.txt', 'text/plain')).toMatchObject({
      status: 422,
      reply: { error: { code: 'attachment_kind' } },
    })
    expect((await send(teacher, text, 'a.txt', 'text/plain')).status).toBe(200)
    const { rules } = await teacher.get('seeTalk', at())
    await teacher.get('setTalkRules', at(), { ...rules, pupilMedia: false })
    expect(await send(anna, await picture())).toMatchObject({
      status: 403,
      reply: { error: { code: 'attachments_off' } },
    })
    expect((await send(family, await picture())).status).toBe(200)
  })

  it('is at most six with one message, and as much as the class has room for', async () => {
    const files: TalkFileId[] = []
    for (let n = 0; n < 7; n++) files.push((await sent(anna, `rgb(${n},0,0)`)).id)
    expect(await anna.ask('writeMessage', here(), { html: '', files })).toMatchObject({
      status: 422,
      error: { code: 'attachments_many' },
    })
    school.world.limits.class = 100
    expect(await send(anna, await picture())).toMatchObject({ reply: { error: { code: 'room_class' } } })
  })

  it('and lies about is cleared after a while, what stands with a message is not', async () => {
    const [ready, written] = [await sent(anna), await sent(anna, 'blue')]
    await anna.get('writeMessage', here(), { html: '', files: [written.id] })
    school.clock.moveTo(school.clock.now() + 40 * 86_400_000)
    await clearExpired(school.world)
    expect((await look(anna, ready.id))[0]).toBe(404)
    expect((await look(anna, written.id))[0]).toBe(200)
  })
})

describe('a flood', () => {
  it('is slowed: who writes more than anybody types waits, and nobody else does', async () => {
    const write = (who: Person) => who.ask('writeMessage', here(), { html: '<p>spam</p>' })
    const all = await Promise.all(Array.from({ length: 25 }, () => write(anna)))
    expect(all.filter(one => one.status === 200)).toHaveLength(20)
    expect(all.find(one => one.status !== 200)).toMatchObject({
      status: 429,
      error: { code: 'writing_fast', params: { most: 20, seconds: 60 } },
    })
    expect((await write(bo)).status).toBe(200)
    school.clock.moveTo(school.clock.now() + 60_000)
    expect((await write(anna)).status).toBe(200)
  })
})

describe('a notice', () => {
  it('has files and leads to work and weeks, each reader to what they are asked for', async () => {
    const workId = await buildWork(school.world, school.built, { title: 'Rain log', due: '2026-10-20T17:00' })
    const file = await sent(teacher)
    const links = [
      { workId, week: null },
      { workId: null, week: '2026-10-15' },
    ]
    await teacher.get('writeNotice', at(), { html: '<p>Look</p>', files: [file.id], links })
    const seen = async (who: Person) => (await who.get('seeTalk', at())).notices[0]
    const { placeId } = placeOf(school.built, 'Anna Reyes')
    expect(await seen(anna)).toMatchObject({
      files: [{ id: file.id }],
      links: [
        { workId, title: 'Rain log', placeId },
        { workId: null, week: '2026-10-12' },
      ],
    })
    expect((await seen(family))?.links[0]).toMatchObject({ workId, placeId })
    expect((await seen(teacher))?.links[0]).toMatchObject({ workId, placeId: null })
    expect((await look(family, file.id))[0]).toBe(200)
    const noticeId = (await seen(teacher))?.id as ConversationId
    await teacher.get(
      'changeNotice',
      { ...at(), conversationId: noticeId },
      { html: '<p>Look</p>', files: [], links: [] },
    )
    expect(await seen(anna)).toMatchObject({ files: [], links: [] })
  })

  it('that a colleague changes keeps the files that it has, or loses them', async () => {
    const file = await sent(teacher)
    const { noticeId } = await teacher.get('writeNotice', at(), { html: '<p>Look</p>', files: [file.id] })
    const plover = await buildAccount(school.world, 'teacher', 'Mr Plover')
    await school.world.db.write(() => addCoTeacher(school.world, at().classId, plover.accountId))
    const coTeacher = await school.person().signIn('mr.plover')
    const change = (files: TalkFileId[]) =>
      coTeacher.get(
        'changeNotice',
        { ...at(), conversationId: noticeId },
        { html: '<p>Look here</p>', files },
      )
    const seen = async () => (await anna.get('seeTalk', at())).notices[0]?.files.length
    await change([file.id])
    expect(await seen()).toBe(1)
    await change([])
    expect(await seen()).toBe(0)
  })

  it('leads to no work of another class, nor to a week that is none', async () => {
    const write = (workId: WorkId | null, week: string | null) =>
      teacher.ask('writeNotice', at(), { html: '<p>x</p>', links: [{ workId, week }] })
    expect((await write('4ppvychsxgx97s9y' as WorkId, null)).status).toBe(404)
    expect(await write(null, '2026-13-40')).toMatchObject({ error: { code: 'week_unreadable' } })
    expect(await write(null, null)).toMatchObject({ error: { code: 'week_unreadable' } })
  })
})

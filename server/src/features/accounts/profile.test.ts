import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { AccountId } from '@oppen/core/ids'
import { buildAccount, DEMO_SECRET, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import PostalMime from 'postal-mime'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { languageOf } from './service.js'

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
})
afterAll(() => school.stop())

const MINUTE = 60_000
const at = () => ({ classId: school.built.classId })
/** The newest message file of the outbox, as another library than the one that wrote it reads it. */
async function newestLetter() {
  const folder = join(school.folder, 'outbox')
  const files = (await readdir(folder)).sort()
  const letters = await Promise.all(
    files.map(async name => PostalMime.parse(await readFile(join(folder, name)))),
  )
  return { count: letters.length, letters }
}
const linkIn = (text: string | undefined) =>
  /\/(?:reset|invitation|confirm)#(\S+)/.exec(text ?? '')?.[1] ?? ''

/** The token in a letter to an address, once it is there. */
async function letterTo(to: string, says: RegExp): Promise<string> {
  const find = async () =>
    (await newestLetter().catch(() => ({ letters: [] }))).letters.find(
      letter => letter.to?.[0]?.address === to && says.test(letter.text ?? ''),
    )
  await expect.poll(find).toBeDefined()
  return linkIn((await find())?.text)
}

describe('the own account', () => {
  it('changes its shown name at once; an address counts when its letter was answered, and is one account’s alone', async () => {
    const me = await school.anna.get(
      'changeAccount',
      {},
      { shownName: ' Anna  R. ', email: ' Anna@Mail.Example ' },
    )
    expect(me.account).toMatchObject({
      shownName: 'Anna R.',
      email: null,
      emailAsked: 'anna@mail.example',
      userName: 'anna.reyes',
    })
    const byEmail = { userName: 'ANNA@mail.example', secret: DEMO_SECRET }
    expect((await school.person().ask('signIn', {}, byEmail)).status).toBe(403)
    // somebody else may say so too: who is told, is told by the letter
    await school.bo.get('changeAccount', {}, { shownName: 'Bo Lund', email: 'ANNA@mail.example' })
    const annas = await letterTo('anna@mail.example', /Anna R\. entered this address/)
    const bos = await letterTo('anna@mail.example', /Bo Lund entered this address/)
    const confirm = (token: string) => school.person().ask('confirmEmail', {}, { token })
    const both = await Promise.all([confirm(annas), confirm(annas)])
    expect(both.map(one => one.status).sort()).toEqual([200, 410])
    expect((await school.anna.get('me', {})).account).toMatchObject({
      email: 'anna@mail.example',
      emailAsked: null,
    })
    await school.person().signIn('ANNA@mail.example')
    expect((await confirm(bos)).error).toMatchObject({ code: 'email_taken' })
    expect((await confirm('x'.repeat(900))).error?.code).toBe('confirmation_over')
    expect(await school.bo.ask('changeAccount', {}, { shownName: 'Bo', email: 'bo at home' })).toMatchObject({
      error: { code: 'email_unreadable', path: 'email' },
    })
    await school.anna.get('changeAccount', {}, { shownName: 'Anna Reyes', email: null })
    expect((await school.person().ask('signIn', {}, byEmail)).status).toBe(403)
  })

  it('sends few letters in an hour, and none of them opens anything after two days', async () => {
    const ask = (n: number) =>
      school.bo.ask('changeAccount', {}, { shownName: 'Bo Lund', email: `bo${n}@mail.example` })
    for (let n = 0; n < 4; n++) expect((await ask(n)).status).toBe(200)
    expect((await ask(5)).error).toMatchObject({ code: 'too_many_attempts', path: 'email' })
    const token = await letterTo('bo3@mail.example', /Bo Lund/)
    const now = school.clock.now()
    school.clock.moveTo(now + 48 * 3_600_000)
    expect((await school.person().ask('confirmEmail', {}, { token })).error?.code).toBe('confirmation_over')
    school.clock.moveTo(now)
    await school.bo.get('changeAccount', {}, { shownName: 'Bo Lund', email: null })
  })

  it('changes its secret with the one before; every other device is out', async () => {
    const other = await school.person().signIn('bo.lund')
    expect(await school.bo.ask('changeSecret', {}, { old: 'wrong', secret: 'feathers' })).toMatchObject({
      error: { code: 'old_secret_wrong', path: 'old' },
    })
    await school.bo.get('changeSecret', {}, { old: DEMO_SECRET, secret: 'feathers' })
    expect(await other.ask('me', {})).toMatchObject({ status: 401 })
    expect((await school.bo.ask('me', {})).status).toBe(200)
    await school.person().signIn('bo.lund', 'feathers')
  })

  it('lists its sessions and ends one of them', async () => {
    const other = await school.person().signIn('bo.lund', 'feathers')
    const { sessions } = await school.bo.get('seeAccount', {})
    expect(sessions.filter(one => one.here)).toHaveLength(1)
    expect(sessions.length).toBeGreaterThan(1)
    const ids = (await other.get('seeAccount', {})).sessions
    const there = ids.find(one => one.here)
    await school.bo.get('endSession', { sessionId: there?.id ?? ('' as never) })
    expect(await other.ask('me', {})).toMatchObject({ status: 401 })
    // nobody ends a session that is not theirs
    expect(
      await school.anna.ask('endSession', { sessionId: sessions.find(one => one.here)?.id ?? ('' as never) }),
    ).toMatchObject({ status: 404 })
  })
})

describe('a forgotten secret', () => {
  it('of a pupil is replaced by the teacher at once, works once, and has to be changed', async () => {
    const { placeId } = placeOf(school.built, 'Bo Lund')
    const given = await school.teacher.get('giveSecret', { ...at(), placeId })
    expect(given.userName).toBe('bo.lund')
    expect(await school.bo.ask('me', {})).toMatchObject({ status: 401 })
    const bo = await school.person().signIn('bo.lund', given.secret)
    expect((await bo.get('me', {})).account.secretOnce).toBe(true)
    expect(
      await school.person().ask('signIn', {}, { userName: 'bo.lund', secret: given.secret }),
    ).toMatchObject({ error: { code: 'sign_in_wrong' } })
    const me = await bo.get('changeSecret', {}, { old: '', secret: 'my own' })
    expect(me.account.secretOnce).toBe(false)
    await school.person().signIn('bo.lund', 'my own')
  })

  it('of an adult is set anew by a letter that works once and for an hour', async () => {
    await school.family.get('changeAccount', {}, { shownName: 'Mr Reyes', email: 'reyes@mail.example' })
    // nothing goes to an address that was not confirmed
    await school.person().get('forgot', {}, { userName: 'mr.reyes' })
    await school
      .person()
      .get('confirmEmail', {}, { token: await letterTo('reyes@mail.example', /Is|entered this address/) })
    await school.person().get('forgot', {}, { userName: 'mr.reyes' })
    const token = await letterTo('reyes@mail.example', /asked for a new password/)
    const { letters } = await newestLetter()
    expect(letters.filter(one => /asked for a new password/.test(one.text ?? ''))).toHaveLength(1)
    const person = school.person()
    expect(await person.ask('resetSecret', {}, { token, secret: 'short' })).toMatchObject({
      error: { code: 'secret_short', path: 'secret' },
    })
    const me = await person.get('resetSecret', {}, { token, secret: 'quite another' })
    expect(me.account.userName).toBe('mr.reyes')
    expect(await school.family.ask('me', {})).toMatchObject({ status: 401 })
    // the teacher of the child reads that it happened
    const { lines } = await school.teacher.get('seeAuditLog', at())
    expect(lines.find(line => line.kind === 'secret_reset')).toMatchObject({ by: 'Mr Reyes' })
    expect(lines.some(line => line.kind === 'signed_in' && line.by === 'Mr Reyes')).toBe(true)
    expect(await school.person().ask('resetSecret', {}, { token, secret: 'quite another' })).toMatchObject({
      error: { code: 'reset_over' },
    })
    await school.person().get('forgot', {}, { userName: 'reyes@mail.example' })
    const resets = async () =>
      (await newestLetter()).letters
        .filter(one => /asked for a new password/.test(one.text ?? ''))
        .map(one => linkIn(one.text))
    await expect.poll(async () => (await resets()).length).toBe(2)
    const second = (await resets()).find(one => one !== token) ?? ''
    school.clock.moveTo(school.clock.now() + 61 * MINUTE)
    expect(
      await school.person().ask('resetSecret', {}, { token: second, secret: 'quite another' }),
    ).toMatchObject({ error: { code: 'reset_over' } })
  })

  it('is answered alike whether or not the name exists, and nothing is sent to pupils', async () => {
    const before = (await newestLetter()).count
    const answers = await Promise.all(
      ['anna.reyes', 'no.body', 'ms.kestrel'].map(userName =>
        school.person().ask('forgot', {}, { userName }),
      ),
    )
    expect(new Set(answers.map(answer => JSON.stringify(answer))).size).toBe(1)
    await school.teacher.get('seeOutbox', {})
    expect((await newestLetter()).count).toBe(before)
  })
})

describe('a family’s invitation by mail', () => {
  it('lies in the outbox as a message file in the family’s language, and lets one account in, once', async () => {
    const { placeId } = placeOf(school.built, 'Bo Lund')
    await school.teacher.get(
      'changePlace',
      { ...at(), placeId },
      { name: 'Bo Lund', groupId: null, email: null, number: null, familyLanguage: 'de' },
    )
    await school.teacher.get('inviteFamily', at(), { placeId, email: 'lund@mail.example' })
    const { mails } = await school.teacher.get('seeOutbox', {})
    const mail = mails.find(one => one.to === 'lund@mail.example')
    const { text } = await school.teacher.get('seeMail', { mailId: mail?.id ?? ('' as never) })
    expect(text).toMatch(/^Guten Tag,\n\nMs Kestrel lädt Sie ein, Bo Lund in Tides/)
    const file = await school.teacher.fetch(`/api/outbox/${mail?.id}/file`)
    expect(file.headers.get('content-type')).toBe('message/rfc822')
    const source = await file.text()
    // RFC 5322, 3.6: a date and a sender; lines end with CR LF
    expect(source).toMatch(/^From: .+\r\n/m)
    expect(source).toMatch(/^Date: .+\r\n/m)
    const read = await PostalMime.parse(source)
    expect(read).toMatchObject({ subject: 'Bo Lund: die Klasse Tides begleiten' })
    expect(read.text).toBe(text)

    const token = linkIn(text)
    const family = school.person()
    expect(await family.get('showInvitation', {}, { token })).toEqual({
      childName: 'Bo Lund',
      className: 'Tides',
      by: 'Ms Kestrel',
    })
    const fresh = { token, shownName: 'Frau Lund', secret: 'ein langes Geheimnis' }
    const me = await family.get('acceptInvitation', {}, fresh)
    expect(me.account).toMatchObject({ email: 'lund@mail.example', kind: 'family' })
    expect(me.ties).toMatchObject([{ placeName: 'Bo Lund' }])
    expect(await school.person().ask('acceptInvitation', {}, fresh)).toMatchObject({
      error: { code: 'invitation_over' },
    })
  })

  it('shows a teacher the own letters and those to families of the own classes, nobody else’s', async () => {
    await buildAccount(school.world, 'teacher', 'Ms Dunlin')
    const other = await school.person().signIn('ms.dunlin')
    expect(await other.get('seeOutbox', {})).toEqual({ mails: [] })
    const [mail] = (await school.teacher.get('seeOutbox', {})).mails
    expect(await other.ask('seeMail', { mailId: mail?.id ?? ('' as never) })).toMatchObject({ status: 404 })
    const reset = (await school.teacher.get('seeOutbox', {})).mails.map(one => one.to)
    expect(reset).toContain('reyes@mail.example')
    expect(await school.anna.ask('seeOutbox', {})).toMatchObject({ status: 404 })
  })
})

describe('the language in which Oppen writes to somebody', () => {
  const chosen = async () => (await school.anna.get('me', {})).account.language

  it('is the one they chose, on every device; without a choice the browser decides', async () => {
    expect(await chosen()).toBeNull()
    await school.anna.get('chooseLanguage', {}, { language: 'pt' })
    expect(await chosen()).toBe('pt')
    expect((await school.anna.ask('chooseLanguage', {}, { language: 'xx' as 'pt' })).status).toBe(422)
    await school.anna.get('chooseLanguage', {}, { language: null })
    expect(await chosen()).toBeNull()
  })

  it('is that of the family’s child on the register where they chose none', async () => {
    const { db } = school.world
    const { placeId } = placeOf(school.built, 'Anna Reyes')
    const link = await db.row<{ accountId: AccountId }>(
      'select account_id as accountId from family_links where place_id = $placeId',
      { placeId },
    )
    const accountId = link?.accountId as AccountId
    const set = (sql: string) => db.write(() => db.run(sql, { placeId, accountId }))
    expect(await languageOf(school.world, accountId)).toBe('en')
    await set("update places set family_language = 'de' where id = $placeId and $accountId is not null")
    expect(await languageOf(school.world, accountId)).toBe('de')
    await set("update accounts set language = 'pt' where id = $accountId and $placeId is not null")
    expect(await languageOf(school.world, accountId)).toBe('pt')
  })
})

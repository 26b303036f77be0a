import { lastDigest } from '@oppen/core/digest'
import type { Instant, WorkId } from '@oppen/core/ids'
import { buildWork, type Person, placeOf, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { beforeEach, describe, expect, it } from 'vitest'
import { giveAddress, sentMails } from '../../testing/mailbox.js'
import { sendMails } from '../news/sending.js'

const DAY = 86_400_000
let school: SmallSchool
let teacher: Person
let anna: Person
let family: Person
const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const place = () => ({ ...at(), placeId: placeOf(school.built, 'Anna Reyes').placeId })
const days = (count: number) => school.clock.moveTo(school.clock.now() + count * DAY)

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher, anna, family } = school)
  return () => school.stop()
})

/** A piece of work that Anna has handed in now. */
async function handedIn(title: string, due: string, after = 0): Promise<WorkId> {
  const workId = await buildWork(school.world, school.built, { title, due, points: '10' })
  const submission = submissionOf(school.built, workId, 'Anna Reyes')
  days(after)
  const { version } = await anna.get('saveDraft', submission, { html: '<p>done</p>', base: 0 })
  await anna.get('handIn', submission, { version })
  return workId
}

const sent = () => sentMails(school)
const addressed = (userName: string) => giveAddress(school, userName)

describe('the summary of a week', () => {
  it('tells family, pupil and teacher the same, and nobody else', async () => {
    const late = await handedIn('Rain log', '2026-10-14T18:00', 0.5)
    await teacher.get(
      'handBack',
      { ...submissionOf(school.built, late, 'Anna Reyes') },
      { number: 1, mark: '8,5', feedback: '' },
    )
    await handedIn('Tide table', '2026-10-30T08:00')
    await buildWork(school.world, school.built, { title: 'Wind rose', due: '2026-10-18T08:00' })
    await teacher.get('writeNotice', at(), { html: '<p>Bring <b>boots</b>.</p>' })
    const page = await family.get('seeDigest', place())
    expect(page.digest.handedIn.map(one => [one.title, one.lateBy > 0])).toEqual([
      ['Rain log', true],
      ['Tide table', false],
    ])
    expect(page.digest.handedBack).toMatchObject([{ title: 'Rain log', mark: 850, points: 1000 }])
    expect(page.digest.coming).toMatchObject([{ title: 'Wind rose', begun: false }])
    expect(page.digest.waiting).toBe(1)
    expect(page.notices).toMatchObject([{ by: 'Ms Kestrel' }])
    expect(page.markedAt).not.toBeNull()
    for (const who of [anna, teacher])
      expect((await who.get('seeDigest', place())).digest).toEqual(page.digest)
    expect((await school.bo.ask('seeDigest', place())).status).toBe(404)
  })

  it('says marks as words alone where the class does, and so does all that shows them', async () => {
    const late = await handedIn('Rain log', '2026-10-14T18:00')
    const submission = submissionOf(school.built, late, 'Anna Reyes')
    const scale = [
      { label: 'Grown', from: 800 },
      { label: 'Growing', from: 0 },
    ]
    const { rules } = await teacher.get('seeMarkBook', at())
    const tie = async (who: typeof family) => (await who.get('me', {})).ties[0]?.markWords
    await teacher.get('setMarkRules', at(), { ...rules, scale })
    expect([await tie(family), (await family.get('seeDigest', place())).markWords]).toEqual([[], []])
    await teacher.get('setMarkRules', at(), { ...rules, scale, wordsOnly: true })
    await teacher.get('handBack', submission, { number: 1, mark: 'grown', feedback: '' })
    for (const who of [family, anna, teacher]) expect(await tie(who)).toEqual(scale)
    expect((await family.get('seeDigest', place())).markWords).toEqual(scale)
    await addressed('mr.reyes')
    const { at: friday } = lastDigest(school.clock.now() + 7 * DAY, school.world.school.zone)
    school.clock.moveTo(friday + 60_000)
    await sendMails(school.world)
    const [mail] = await sent()
    expect(mail?.text).toContain('Rain log: Grown')
    expect(mail?.text).not.toMatch(/\b8\b.*points/)
  })

  it('has the numbers that are counted from the raw moves', async () => {
    await buildWork(school.world, school.built, { title: 'Old', due: '2026-10-14T18:00' })
    await handedIn('Rain log', '2026-10-30T08:00', 1)
    const twice = await handedIn('Tide table', '2026-10-30T08:00')
    const submission = submissionOf(school.built, twice, 'Anna Reyes')
    await anna.get('takeBack', submission)
    const { digest, from, until } = await family.get('seeDigest', place())
    const raw = await school.world.db.rows<{ workId: WorkId; kind: string; at: Instant }>(
      'select work_id as workId, kind, at from moves where place_id = $placeId order by work_id, number',
      { placeId: place().placeId },
    )
    // by hand: the last step of each work is its hand-in, and lies within these days
    const last = new Map(raw.map(one => [one.workId, one]))
    const isIn = [...last.values()].filter(one => one.kind === 'handIn' && one.at >= from && one.at <= until)
    expect(digest.handedIn.map(one => one.id)).toEqual(isIn.map(one => one.workId))
    expect(digest.waiting).toBe([...last.values()].filter(one => one.kind === 'handIn').length)
    expect(digest.overdue.map(one => one.title)).toEqual(['Old'])
  })
})

describe('mail of the week', () => {
  const toFriday = () => {
    const { at: friday } = lastDigest(school.clock.now() + 7 * DAY, school.world.school.zone)
    school.clock.moveTo(friday + 60_000)
  }

  it('goes to each family once, in its language, as plain text, and to nobody who does not want it', async () => {
    await addressed('mr.reyes')
    await handedIn('Rain log', '2026-10-30T08:00')
    toFriday()
    expect(await sendMails(school.world)).toBe(1)
    expect(await sendMails(school.world)).toBe(0)
    const [mail, ...more] = await sent()
    expect(more).toEqual([])
    expect(mail?.subject).toBe('Anna Reyes: the week in short')
    expect(mail?.to).toMatchObject([{ address: 'mr.reyes@mail.example' }])
    expect(mail?.text).toContain('Rain log')
    expect(mail?.text).toMatch(/ANNA REYES\s+Tides/)
    expect(mail?.html).toBeUndefined()
    expect(mail?.messageId).toMatch(/^<digest\.\d{4}-\d\d-\d\d\.\w+@[\w.-]+>$/)
    await family.get('setMailChoices', {}, { digest: false, letters: false })
    days(7)
    expect(await sendMails(school.world)).toBe(0)
    await family.get('setMailChoices', {}, { digest: true, letters: false })
    await family.get('chooseLanguage', {}, { language: 'pt' })
    expect(await sendMails(school.world)).toBe(1)
    const subjects = (await sent()).map(one => one.subject)
    expect(subjects).toContain('Anna Reyes: a semana em resumo')
  })

  it('is tried again where it could not be sent, and not sent a day and a half later', async () => {
    await addressed('mr.reyes')
    toFriday()
    const { send } = school.world.mailTransport
    let fails = 2
    school.world.mailTransport = {
      ...school.world.mailTransport,
      send: async message => {
        if (fails-- > 0) throw new Error('nobody answers')
        return send(message)
      },
    }
    expect(await sendMails(school.world)).toBe(0)
    expect(await sendMails(school.world)).toBe(0)
    school.clock.moveTo(school.clock.now() + 31_000)
    expect(await sendMails(school.world)).toBe(0)
    school.clock.moveTo(school.clock.now() + 61_000)
    expect(await sendMails(school.world)).toBe(1)
    toFriday()
    days(2)
    expect(await sendMails(school.world)).toBe(0)
  })

  it('is for its reader alone: no teacher finds it in the outbox', async () => {
    await addressed('mr.reyes')
    toFriday()
    await sendMails(school.world)
    expect((await teacher.get('seeOutbox', {})).mails).toEqual([])
  })
})

describe('copies of letters', () => {
  it('name the letter and all before it, go to who asked for them, and not to who wrote', async () => {
    for (const name of ['mr.reyes', 'ms.kestrel']) await addressed(name)
    for (const who of [family, teacher]) await who.get('setMailChoices', {}, { digest: false, letters: true })
    const { people } = await family.get('seeCorrespondents', at())
    const form = { title: 'The gauge', to: [people[0]?.accountId as never], html: '<p>Is it &lt; 5 mm?</p>' }
    const { letterId } = await family.get('writeLetter', at(), form)
    const letter = { ...at(), conversationId: letterId }
    expect(await sendMails(school.world)).toBe(1)
    school.clock.moveTo(school.clock.now() + 60_000)
    await teacher.get('writeMessage', letter, { html: '<p>Yes.</p>' })
    await sendMails(school.world)
    school.clock.moveTo(school.clock.now() + 60_000)
    const gone = await family.get('writeMessage', letter, { html: '<p>Oops</p>' })
    await family.get('removeMessage', { ...letter, messageId: gone.messageId })
    await family.get('writeMessage', letter, { html: '<p>Thank you.</p>' })
    // what was removed before it went out is not sent
    expect(await sendMails(school.world)).toBe(1)
    const [first, second, third] = await sent()
    expect([first?.subject, second?.subject]).toEqual(['The gauge', 'Re: The gauge'])
    expect(first?.to).toMatchObject([{ address: 'ms.kestrel@mail.example' }])
    expect(second?.to).toMatchObject([{ address: 'mr.reyes@mail.example' }])
    expect(first?.text).toContain('Is it < 5 mm?')
    expect(first?.inReplyTo).toBeUndefined()
    // RFC 5322, 3.6.4: the references of what is answered, and its own id after them
    expect(second?.inReplyTo).toBe(first?.messageId)
    expect(second?.references).toBe(first?.messageId)
    expect(third?.references?.split(/\s+/).slice(0, 2)).toEqual([first?.messageId, second?.messageId])
    expect(third?.text).toContain('Thank you.')
  })

  it('are not sent to who has left, nor where nobody asked for them', async () => {
    await addressed('mr.reyes')
    const { people } = await teacher.get('seeCorrespondents', at())
    const to = people.filter(one => one.side === 'family').map(one => one.accountId)
    await teacher.get('writeLetter', at(), { title: 'x', to, html: '<p>x</p>' })
    expect(await sendMails(school.world)).toBe(0)
    await family.get('setMailChoices', {}, { digest: false, letters: true })
    await teacher.get('writeLetter', at(), { title: 'y', to, html: '<p>y</p>' })
    const link = { ...place(), accountId: to[0] as never }
    await teacher.get('endFamilyLink', link)
    expect(await sendMails(school.world)).toBe(0)
  })
})

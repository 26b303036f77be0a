import { readdir, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { AccountId, PlaceId } from '@oppen/core/ids'
import {
  type BuiltClass,
  buildAccount,
  buildClass,
  buildOwner,
  buildWork,
  follow,
  type Person,
  placeOf,
  type TestServer,
  takePlace,
  testServer,
} from '@oppen/demo'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sayInCircle } from '../../testing/circles.js'
import { oneOfEverything } from '../../testing/fixtures.js'
import { unzip } from '../../testing/readBack.js'
import { accounts } from '../accounts/models.js'
import { addEntry } from '../calendar/entries.js'
import { joinCircle, makeCircle, seeCircle } from '../circles/service.js'
import { sendMail } from '../mail/service.js'
import { writeBeside, writeMessage } from '../talk/messages.js'
import { personOf } from './people.js'
import { PERSON_DATA, PERSONAL } from './personData.js'
import { countsOfPerson } from './queries.js'

/** Stands in everything that is Anna's, and in nothing else. */
const MARK = 'quillfeather'

let school: TestServer
let head: Person
let teacher: Person
let built: BuiltClass
let own: Record<string, string>
let anna: { accountId: AccountId }

beforeAll(async () => {
  school = await testServer()
  const { world } = school
  await buildOwner(world, 'Mr Siskin')
  const kestrel = await buildAccount(world, 'teacher', 'Ms Kestrel')
  built = await buildClass(world, {
    name: 'Tides',
    yearLabel: '',
    teacher: kestrel,
    groups: { All: ['Anna Quillfeather', 'Bo Lund', 'Not Claimed'] },
  })
  const pupil = await buildAccount(world, 'pupil', 'Anna Quillfeather')
  anna = pupil
  own = await oneOfEverything(world, built, 'Anna Quillfeather', pupil)
  const bo = await buildAccount(world, 'pupil', 'Bo Lund')
  await takePlace(world, built, 'Bo Lund', bo)
  const family = await buildAccount(world, 'family', 'Mr Quillfeather')
  await follow(world, built, 'Anna Quillfeather', family)
  head = await school.person().signIn('mr.siskin')
  teacher = await school.person().signIn('ms.kestrel')
  const at = { classId: built.classId, workId: own.workId as never, placeId: own.placeId as PlaceId }
  const thread = { ...at, placeId: null }
  await writeBeside(world, pupil, at, { html: `<p>a note of ${MARK}</p>` })
  await writeBeside(world, kestrel, at, { html: `<p>dear ${MARK}, well done</p>` })
  await writeBeside(world, pupil, thread, { html: `<p>a question of ${MARK}</p>` })
  await writeBeside(world, bo, thread, { html: '<p>an answer of Bo</p>' })
  const inNotice = { spaceId: built.classId, conversationId: own.conversationId as never }
  await writeMessage(world, pupil, inNotice, { html: `<p>thanks from ${MARK}</p>` })
  const day = { from: '2026-10-16', to: '2026-10-16', starts: null, ends: null }
  await addEntry(world, pupil, { title: `dentist of ${MARK}`, note: '', ...day })
  const signedIn = await school.person().signIn('anna.quillfeather')
  await signedIn.get('handIn', at, { version: 2 })
  await teacher.get('handBack', at, { number: 1, mark: '7', feedback: `<p>Good, ${MARK}</p>` })
  await signedIn.get('search', {}, { text: MARK } as never).catch(() => undefined)
  await signedIn.begin(at, { name: `${MARK}.png`, size: 99 }, Buffer.from('a part'))
  await signedIn.get('changeAccount', {}, { shownName: `Anna Q ${MARK}`, email: `${MARK}@home.example` })
  await world.db.write(() =>
    world.db.model(accounts).update({ email: `${MARK}@home.example` }, { where: { id: pupil.accountId } }),
  )
  await sendMail(
    world,
    { to: `${MARK}@home.example`, subject: `About ${MARK}`, text: `Hello ${MARK}` },
    { to: pupil.accountId },
  )
  const { circleId } = await makeCircle(world, pupil, 'Readers')
  const administrator = { ...pupil, circles: [{ circleId, role: 'administrator' as const }] }
  const { code } = JSON.parse((await seeCircle(world, administrator, circleId)) ?? '')
  await joinCircle(world, bo, code)
  await sayInCircle(world, pupil, circleId, `<p>hello from ${MARK}</p>`)
})
afterAll(() => school.stop())

const table = (name: string) => school.world.db.rows<Record<string, unknown>>(`select * from ${name}`)

describe('what belongs to a person', () => {
  const columns = () =>
    school.world.db.rows<{ tableName: string; name: string }>(
      `select m.name as tableName, c.name from sqlite_master m join pragma_table_info(m.name) c
       where m.type = 'table' and m.name not like 'search_texts_%'`,
    )

  it('is said of every table', async () => {
    const found = new Set((await columns()).map(one => one.tableName))
    expect(Object.keys(PERSON_DATA).sort()).toEqual([...found].sort())
  })

  it('is looked for in every column that names somebody', async () => {
    // who took words off, or had them kept, has no rows by it; the rest is nobody's own
    const beside = /^(removed_by|decided_by|settled_by|kept_by|added_by|came_by|ends_by|try_again_by)$/
    const names = /(^|_)(account(_id)?|place(_id)?|by|owner|holder|recipient|email)$/
    for (const { tableName, name } of await columns()) {
      const one = PERSON_DATA[tableName as keyof typeof PERSON_DATA]
      if (!names.test(name) || beside.test(name)) continue
      // the table that they are derived from says whose they are
      if (tableName === 'search_entries' || ['email', 'number'].includes(name)) continue
      // where a lesson takes place, and the places that `$places` was made of
      if (['lesson_times', 'lesson_changes', 'places', 'uploads'].includes(tableName)) continue
      const conditions = 'nobodys' in one ? '' : JSON.stringify(one)
      expect(conditions, `${tableName}.${name}`).toContain(name === 'account' ? 'account' : name)
    }
  })
})

it('people are found by every word of their names, wherever they stand', async () => {
  const find = async (words: string) =>
    (await head.get('findPeople', {}, { words })).people.map(one => `${one.kind} ${one.name}`)
  expect(await find('anna quill')).toEqual([`pupil Anna Q ${MARK}`])
  expect(await find('QUILLFEATHER mr')).toEqual(['family Mr Quillfeather'])
  expect(await find('claimed')).toEqual(['place Not Claimed'])
  expect(await find('%')).toEqual([])
  expect(await find('')).toEqual([])
  expect(await find('x'.repeat(900))).toEqual([])
})

it('people are found with and without accents, in capitals and small letters, also who has just come', async () => {
  const find = async (words: string) =>
    (await head.get('findPeople', {}, { words })).people.map(one => one.name)
  expect(await find('zofie')).toEqual([])
  await buildAccount(school.world, 'pupil', 'Žofie Ólafsdóttir')
  for (const typed of ['zofie olafs', 'ŽOFIE', 'žofie', 'žofie'.normalize('NFD'), 'ÓLAFSDÓTTIR'])
    expect(await find(typed), typed).toEqual(['Žofie Ólafsdóttir'])
  expect(await find('\u0308')).toEqual([])
})

describe('the archive of a person', () => {
  it('has every row that is theirs, every file, and their work to look at; and nothing that opens anything', async () => {
    const { world } = school
    const before = await countsOfPerson(world.db, PERSONAL, (await personOf(world.db, anna.accountId)).bind)
    const zip = await unzip(
      Buffer.from(await (await head.fetch(`/api/school/people/${anna.accountId}/archive`)).arrayBuffer()),
    )
    for (const { kind, count } of before.filter(one => one.count && one.kind !== 'audit_log')) {
      const rows = JSON.parse(String(zip.get(`data/${kind}.json`) ?? '[]'))
      expect(rows.length, kind).toBe(count)
    }
    const names = [...zip.keys()]
    expect(names).toContain('index.html')
    expect(names.some(name => /^files\/\d+ a\.png$/.test(name))).toBe(true)
    expect(names.some(name => /^work\/Tides .*\/01 Work\/own copy\.html$/.test(name))).toBe(true)
    const everything = [...zip.values()].join('\n')
    expect(everything).toContain(`a question of ${MARK}`)
    expect(everything).not.toContain('argon2')
    expect(everything).not.toMatch(/"token_hash"|"source"|"secret_hash"/)
    expect(everything).not.toContain('an answer of Bo')
  })
})

describe('erasing', () => {
  it('asks for the name, and does without nobody that the school needs', async () => {
    const ask = (id: string, name: string) => head.ask('erasePerson', { personId: id as never }, { name })
    expect((await ask(anna.accountId, 'Anna')).error).toMatchObject({
      code: 'name_not_same',
      path: 'name',
      params: { name: `Anna Q ${MARK}` },
    })
    const me = (await head.get('me', {})).account
    expect((await ask(me.id, me.shownName)).error?.code).toBe('not_oneself')
    expect((await ask(built.teacher.accountId, 'Ms Kestrel')).error?.code).toBe('teacher_has_classes')
    expect((await ask('nobody', 'x')).status).toBe(404)
  })

  it('leaves nothing of a pupil: no row, no word, no file, no letter, not in the pages of the database either', async () => {
    const { world, folder } = school
    const page = await head.get('seePerson', { personId: anna.accountId as never })
    expect(page).toMatchObject({ kind: 'pupil', classes: ['Tides'], staysFor: null })
    expect(page.tiedTo).toEqual([expect.objectContaining({ name: 'Mr Quillfeather' })])
    expect(page.stored.length).toBeGreaterThan(12)
    const device = await school.person().signIn('anna.quillfeather')
    const inThread = async () =>
      (
        await world.db.rows(
          "select m.id from messages m join conversations v on v.id = m.conversation_id and v.kind = 'thread'",
        )
      ).length
    const kept = { said: await inThread(), works: (await table('works')).length }
    const asked = { name: ` anna q  ${MARK} `.replace('anna q', 'Anna Q') }
    const [one, twice] = await Promise.all([
      head.ask('erasePerson', { personId: anna.accountId as never }, asked),
      head.ask('erasePerson', { personId: anna.accountId as never }, asked),
    ])
    expect([one.status, twice.status].sort()).toEqual([200, 404])
    // out at once
    expect((await device.ask('me', {})).status).toBe(401)
    expect(
      (await device.ask('signIn', {}, { userName: 'anna.quillfeather', secret: 'tern-hollow' })).status,
    ).toBe(403)
    expect(await inThread()).toBe(kept.said - 1)
    expect((await table('works')).length).toBe(kept.works)
    expect((await table('circle_members')).map(row => row.role)).toEqual(['administrator'])
    for (const name of Object.keys(PERSON_DATA)) {
      const rows = JSON.stringify(await table(name)).toLowerCase()
      // the family bears the name as well, and is somebody else
      expect(rows.replaceAll(/mr[. ]quillfeather/g, ''), name).not.toContain(MARK)
      expect(rows, name).not.toContain(anna.accountId.toLowerCase())
      expect(rows, name).not.toContain(own.placeId?.toLowerCase())
    }
    for (const file of ['oppen.sqlite', 'oppen.sqlite-wal']) {
      const bytes = String(await readFile(join(folder, file)).catch(() => '')).toLowerCase()
      expect(bytes.replaceAll(/mr[. ]quillfeather/g, ''), file).not.toMatch(/(a|of|from|dear) quillfeather/)
      expect(bytes).not.toContain(`${MARK}@home`)
    }
    expect(await readdir(join(folder, 'outbox'))).toEqual([])
    expect(await world.uploads.ids()).toEqual([])
    const { lines } = await head.get('seeSchoolAuditLog', {}, { before: null })
    expect(lines.find(line => line.kind === 'person_erased')).toMatchObject({ by: 'Mr Siskin', name: '…' })
    expect(JSON.stringify(lines)).not.toContain(MARK)
    // what is left is whole
    expect(await world.db.rows('PRAGMA foreign_key_check')).toEqual([])
    expect(await world.db.rows('PRAGMA integrity_check')).toEqual([{ integrity_check: 'ok' }])
    expect(
      (await teacher.get('seeMarking', { classId: built.classId, workId: own.workId as never })).rows.length,
    ).toBe(2)
  })

  it('takes a place that nobody has claimed', async () => {
    const { placeId } = placeOf(built, 'Not Claimed')
    await head.get('erasePerson', { personId: placeId as never }, { name: 'Not Claimed' })
    const names = (await teacher.get('seeRegister', { classId: built.classId })).places.map(one => one.name)
    expect(names).toEqual(['Bo Lund'])
  })

  it('of a teacher leaves what they made for their classes, under no name', async () => {
    const { world } = school
    const { teachers } = await head.get('seeTeachers', {})
    const siskin = teachers.find(one => one.userName === 'mr.siskin')?.accountId
    const { accountId } = built.teacher
    const said = (await table('messages')).filter(one => one.side === 'teacher').length
    await head.get('endTeacher', { accountId }, { handTo: siskin as never })
    await head.get('erasePerson', { personId: accountId as never }, { name: 'Ms Kestrel' })
    expect((await table('messages')).filter(one => one.side === 'teacher').length).toBe(said)
    for (const name of Object.keys(PERSON_DATA))
      expect(JSON.stringify(await table(name)), name).not.toMatch(/kestrel/i)
    const again = await world.db.rows<{ id: string }>("select id from accounts where shown_name = '…'")
    expect(again).toEqual([{ id: accountId }])
    expect((await head.get('findPeople', {}, { words: '…' })).people).toEqual([])
  })

  it('nothing else may take a move out', async () => {
    const { world } = school
    await buildWork(world, built, { title: 'One more' })
    await world.db.write(() =>
      world.db.run(
        `insert into moves (work_id, place_id, number, kind, at, by_account)
         select (select id from works limit 1), (select id from places limit 1), 1, 'start', 0, (select id from accounts limit 1)`,
      ),
    )
    await expect(world.db.write(() => world.db.run('delete from moves'))).rejects.toThrow(
      'only ever added to',
    )
  })
})

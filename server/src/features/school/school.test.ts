import { writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import {
  buildAccount,
  buildClass,
  buildOwner,
  buildWork,
  type Person,
  type TestServer,
  testServer,
} from '@oppen/demo'
import { SMTPServer } from 'smtp-server'
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { closeWorld, openWorld, QUICK_HASHING } from '../../openWorld.js'
import { hashOf } from '../accounts/sessions.js'
import { makeOwnerKey } from './begin.js'

const BEGIN = {
  school: 'Sandbank School',
  zone: 'Europe/Dublin',
  shownName: 'Ms Siskin',
  email: 'siskin@sandbank.example',
  secret: 'a long enough one',
}

describe('the first start of a school without an owner', () => {
  let school: TestServer
  afterEach(() => school.stop())

  it('the key that the server prints makes the owner, once', async () => {
    school = await testServer()
    const key = (await makeOwnerKey(school.world)) ?? ''
    const welcome = await school.person().get('seeWelcome', {})
    expect(welcome.ownerless).toBe(true)
    const head = school.person()
    const typed = key.toLowerCase().replaceAll('-', ' ')
    expect(await head.get('seeOwnerKey', {}, { key: typed })).toMatchObject({ zone: 'Europe/Lisbon' })
    const tries = await Promise.all(
      [head, school.person(), school.person()].map(one => one.ask('beginSchool', {}, { ...BEGIN, key })),
    )
    expect(tries.map(one => one.status).sort()).toEqual([200, 404, 404])
    const me = tries.find(one => one.status === 200)?.reply
    expect(me).toMatchObject({ school: 'Sandbank School', zone: 'Europe/Dublin' })
    expect(me?.account).toMatchObject({
      userName: 'ms.siskin',
      ownsSchool: true,
      email: null,
      emailAsked: BEGIN.email,
    })
    expect(await makeOwnerKey(school.world)).toBeUndefined()
    expect((await school.person().get('seeWelcome', {})).ownerless).toBe(false)
  })

  it('an older key, a wrong one and one that was typed badly open nothing; what is wrong is named', async () => {
    school = await testServer()
    const old = (await makeOwnerKey(school.world)) ?? ''
    const key = (await makeOwnerKey(school.world)) ?? ''
    for (const wrong of [old, '', 'x'.repeat(900), '0000-0000-0000-0000'])
      expect(await school.person().ask('seeOwnerKey', {}, { key: wrong })).toMatchObject({
        status: 404,
        error: { code: 'key_unknown' },
      })
    const ask = (part: object) => school.person().ask('beginSchool', {}, { ...BEGIN, key, ...part })
    expect((await ask({ zone: 'Europe/Atlantis' })).error).toMatchObject({
      code: 'zone_unknown',
      path: 'zone',
    })
    expect((await ask({ secret: 'short' })).error).toMatchObject({ code: 'secret_short', path: 'secret' })
    expect((await ask({ school: ' ' })).error).toMatchObject({ code: 'text_empty', path: 'school' })
    expect((await ask({ email: 'nowhere' })).error).toMatchObject({ path: 'email' })
    expect((await ask({})).status).toBe(200)
  })

  it('what the owner sets is there after a restart, unless the machine’s settings fix it', async () => {
    school = await testServer()
    const key = (await makeOwnerKey(school.world)) ?? ''
    const head = school.person()
    await head.get('beginSchool', {}, { ...BEGIN, key })
    await head.get('changeLimits', {}, { pupil: 20, class: 200, circle: 30 })
    const { folder } = school
    const stop = school.stop
    await school.world.lock.release()
    const open = (options: object) => openWorld({ folder, hashing: QUICK_HASHING, ...options })
    const again = await open({ school: { name: 'Our school', zone: 'UTC' } })
    expect(again.school).toEqual({ name: 'Sandbank School', zone: 'Europe/Dublin' })
    expect(again.limits.pupil).toBe(20 * 1024 * 1024)
    await closeWorld(again)
    const fixed = await open({ school: { name: 'Fixed', zone: 'Europe/Dublin' }, pinned: ['name', 'zone'] })
    expect(fixed.school.name).toBe('Fixed')
    await closeWorld(fixed)
    await expect(
      open({ school: { name: 'x', zone: 'Pacific/Auckland' }, pinned: ['zone'] }),
    ).rejects.toMatchObject({ code: 'zone_changed' })
    school = { ...school, stop }
  })
})

describe('of a school with an owner', () => {
  let school: TestServer
  let head: Person
  let headId: string

  beforeAll(async () => {
    school = await testServer()
    headId = (await buildOwner(school.world, 'Mr Siskin')).accountId
    head = await school.person().signIn('mr.siskin')
  })
  afterAll(() => school.stop())

  it('a zone is changed while nothing hangs on it, and then no more', async () => {
    const page = await head.get('changeSchool', {}, { name: 'Shingle School', zone: 'Europe/Paris' })
    expect(page).toMatchObject({ name: 'Shingle School', zone: 'Europe/Paris', zoneInUse: 0 })
    const teacher = await buildAccount(school.world, 'teacher', 'Ms Kestrel')
    const built = await buildClass(school.world, {
      name: 'Tides',
      yearLabel: '',
      teacher,
      groups: { All: ['Anna Reyes'] },
    })
    await buildWork(school.world, built, { title: 'One' })
    const form = { name: 'Shingle School', zone: 'Europe/Lisbon' }
    expect((await head.ask('changeSchool', {}, form)).error).toMatchObject({
      code: 'zone_in_use',
      params: { count: expect.any(Number), zone: 'Europe/Paris' },
      path: 'zone',
    })
    expect(await head.get('changeSchool', {}, { ...form, zone: 'Europe/Paris' })).toMatchObject({
      zoneInUse: expect.any(Number),
    })
  })

  it('a teacher comes in with a password for one sign-in', async () => {
    const given = await head.get(
      'addTeacher',
      {},
      { shownName: ' Ms  Dunlin ', email: 'Dunlin@school.example' },
    )
    expect(given.userName).toBe('ms.dunlin')
    const dunlin = school.person()
    expect((await dunlin.get('signIn', {}, given)).account).toMatchObject({ secretOnce: true })
    expect((await school.person().ask('signIn', {}, given)).status).toBe(403)
    const { teachers } = await head.get('seeTeachers', {})
    expect(teachers.map(one => one.shownName)).toEqual(['Mr Siskin', 'Ms Dunlin', 'Ms Kestrel'])
    expect(teachers[1]).toMatchObject({ email: null, emailAsked: 'dunlin@school.example', fresh: true })
    expect(teachers.at(-1)?.classes).toEqual([expect.objectContaining({ name: 'Tides', owns: true })])
  })

  it('the last who looks after the school stays; another may be made and ended', async () => {
    const { teachers } = await head.get('seeTeachers', {})
    const other = teachers.find(one => one.userName === 'ms.dunlin')
    const change = (accountId: string, shownName: string, ownsSchool: boolean) =>
      head.ask('changeTeacher', { accountId: accountId as never }, { shownName, email: null, ownsSchool })
    expect((await change(headId, 'Mr Siskin', false)).error?.code).toBe('last_owner')
    await change(other?.accountId ?? '', 'Ms Dunlin', true)
    const second = await school
      .person()
      .signIn('ms.dunlin', 'x')
      .catch(() => undefined)
    expect(second).toBeUndefined()
    expect((await change(headId, 'Mr Siskin', false)).status).toBe(200)
    // a minute ago an owner, now none
    expect((await head.ask('seeSchool', {})).status).toBe(404)
    await school.world.db.write(() =>
      school.world.db.run('update accounts set owns_school = (id = $id)', { id: headId }),
    )
    expect((await head.ask('seeSchool', {})).status).toBe(200)
  })

  it('whose account is closed is out at once; their classes go to somebody who is named', async () => {
    const kestrel = await school.person().signIn('ms.kestrel')
    const { teachers } = await head.get('seeTeachers', {})
    const id = (userName: string) => teachers.find(one => one.userName === userName)?.accountId as never
    // a letter for a new password that was sent before opens nothing after
    const token = 'sent a minute before'
    await school.world.db.write(() =>
      school.world.db.run(
        'insert into resets (token_hash, account_id, made_at, ends_at) values ($hash, $id, $now, $later)',
        { hash: hashOf(token), id: id('ms.kestrel'), now: 0, later: school.clock.now() + 60_000 },
      ),
    )
    const end = (handTo: string | null) =>
      head.ask('endTeacher', { accountId: id('ms.kestrel') }, { handTo: handTo as never })
    expect((await end(null)).error).toMatchObject({ code: 'teacher_has_classes', params: { names: 'Tides' } })
    expect((await end('nobody-at-all')).status).toBe(404)
    expect((await end(id('ms.dunlin'))).status).toBe(200)
    expect((await kestrel.ask('me', {})).status).toBe(401)
    expect((await kestrel.ask('signIn', {}, { userName: 'ms.kestrel', secret: 'tern-hollow' })).status).toBe(
      403,
    )
    expect((await kestrel.ask('resetSecret', {}, { token, secret: 'a long enough one' })).error?.code).toBe(
      'reset_over',
    )
    const after = (await head.get('seeTeachers', {})).teachers
    expect(after.find(one => one.userName === 'ms.dunlin')?.classes).toHaveLength(1)
    expect(after.at(-1)).toMatchObject({ userName: 'ms.kestrel', endedAt: expect.any(Number), classes: [] })
    // and opens again by a password that is given
    const given = await head.get('giveTeacherSecret', { accountId: id('ms.kestrel') })
    expect((await school.person().get('signIn', {}, given)).account.userName).toBe('ms.kestrel')
    expect((await head.ask('endTeacher', { accountId: headId as never }, { handTo: null })).error?.code).toBe(
      'not_oneself',
    )
  })

  it('letters go where the owner says, and a test tells whether they arrive', async () => {
    const got: string[] = []
    const server = new SMTPServer({
      allowInsecureAuth: true,
      onAuth: ({ username, password }, _, done) =>
        done(null, username === 'oppen' && password === 'very secret' ? { user: 'oppen' } : undefined),
      disabledCommands: ['STARTTLS'],
      onData: (stream, _, done) => {
        stream.on('data', part => got.push(String(part)))
        stream.on('end', () => done())
      },
    })
    await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
    const { port } = server.server.address() as { port: number }
    const form = { server: `smtp://127.0.0.1:${port}`, user: 'oppen', from: 'Oppen <oppen@school.example>' }
    expect((await head.ask('changeMail', {}, { ...form, server: 'mail.school' })).error).toMatchObject({
      code: 'mail_server_unreadable',
      path: 'server',
    })
    const page = await head.get('changeMail', {}, { ...form, password: 'very secret' })
    expect(page.mail).toEqual({ by: 'server', server: form.server, user: 'oppen', from: form.from })
    expect(JSON.stringify(page)).not.toContain('very secret')
    await head.get('tryMail', {}, { to: 'siskin@school.example' })
    expect(got.join('')).toMatch(/Subject: Shingle School: test message from Oppen/)
    await new Promise<void>(resolve => server.close(resolve))
    expect((await head.ask('tryMail', {}, { to: 'siskin@school.example' })).error).toMatchObject({
      code: 'mail_failed',
      params: { text: expect.stringMatching(/ECONNREFUSED/) },
    })
    expect((await head.get('changeMail', {}, { ...form, server: null })).mail.by).toBe('outbox')
    await head.get('tryMail', {}, { to: 'siskin@school.example' })
    expect((await head.get('seeOutbox', {})).mails[0]?.to).toBe('siskin@school.example')
  })

  it('an identity provider is kept only where one answers', async () => {
    const form = { name: 'Shingle', issuer: 'https://127.0.0.1:1/', client: 'oppen' }
    expect((await head.ask('changeSignIn', {}, { provider: form })).error).toMatchObject({
      code: 'provider_unreachable',
      path: 'issuer',
    })
    expect(
      (await head.ask('changeSignIn', {}, { provider: { ...form, issuer: 'http://school' } })).error?.code,
    ).toBe('provider_unreachable')
    expect((await head.get('changeSignIn', {}, { provider: null })).signIn).toBeNull()
  })

  it('room and lives are told, limits hold at once, and none is above the one around it', async () => {
    const page = await head.get('changeLimits', {}, { pupil: 10, class: 100, circle: 10 })
    expect(page.limits).toEqual({ pupil: 10 * 2 ** 20, class: 100 * 2 ** 20, circle: 10 * 2 ** 20 })
    expect(page.lives).toContainEqual({ kind: 'auditLog', days: 730 })
    expect(page.disk.free).toBeGreaterThan(0)
    expect((await head.ask('changeLimits', {}, { pupil: 200, class: 100, circle: 10 })).error).toMatchObject({
      code: 'limit_above',
    })
    expect((await head.ask('backUp', {})).error?.code).toBe('backup_off')
  })

  it('the audit log has everything that was done, in pages', async () => {
    const { lines, older } = await head.get('seeSchoolAuditLog', {}, { before: null })
    const kinds = new Set(lines.map(line => line.kind))
    for (const kind of [
      'school_settings_changed',
      'teacher_added',
      'teacher_ended',
      'teacher_reopened',
      'handed_over',
    ])
      expect(kinds).toContain(kind)
    expect(older).toBeNull()
    const { db } = school.world
    await db.write(() =>
      db.run(`insert into audit_log (class_id, at, kind, params)
        select null, 0, 'signed_in', '{}' from json_each('[${Array.from({ length: 450 }, () => 0)}]')`),
    )
    const seen: number[] = []
    let before: number | null = null
    do {
      const page = (await head.get('seeSchoolAuditLog', {}, { before })) as Awaited<
        ReturnType<typeof head.get<'seeSchoolAuditLog'>>
      >
      seen.push(...page.lines.map(line => line.id))
      before = page.older
    } while (before !== null)
    expect(seen.length).toBe(new Set(seen).size)
    expect(seen.length).toBeGreaterThan(450)
    expect([...seen].sort((a, b) => b - a)).toEqual(seen)
  })
})

it('a backup is made when the owner asks, and shown', async () => {
  const school = await testServer()
  await buildOwner(school.world, 'Mr Siskin')
  await school.stop()
  const folder = `${school.folder}.backups`
  const other = await testServer({ backups: { folder, at: '02:30', days: 3 } })
  await buildOwner(other.world, 'Mr Siskin')
  const head = await other.person().signIn('mr.siskin')
  const page = await head.get('backUp', {})
  expect(page.backups).toMatchObject({ state: 'fresh', folder, at: '02:30', days: 3 })
  expect(page.backups.kept[0]?.bytes).toBeGreaterThan(0)
  await writeFile(join(folder, 'a file'), 'that is no backup')
  expect((await head.get('seeSchool', {})).backups.kept.length).toBeGreaterThanOrEqual(1)
  await other.stop()
})

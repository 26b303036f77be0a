import { segmentsOf } from '@oppen/core/search'
import {
  addBytes,
  buildAccount,
  buildWork,
  formOf,
  type Person,
  placeOf,
  submissionOf,
  type TwoGroups,
  twoGroups,
} from '@oppen/demo'
import fc from 'fast-check'
import sharp from 'sharp'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { sayInCircle } from '../../testing/circles.js'
import { setLinks, writePage } from '../about/pages.js'
import { makeCircle } from '../circles/service.js'
import { writeMessage } from '../talk/messages.js'
import { writeNotice } from '../talk/notices.js'
import { postWork, removeWork } from '../work/posting.js'
import { refreshTexts } from './refresh.js'

let school: TwoGroups
beforeEach(async () => {
  school = await twoGroups()
})
afterEach(() => school.stop())

const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const find = async (person: Person, words: string) => (await person.get('search', {}, { words })).found
const said = async (person: Person, words: string) =>
  (await find(person, words)).map(one => [one.kind, plain(one.title || one.body)].join(': '))
const plain = (marked: string) =>
  segmentsOf(marked)
    .map(one => one.text)
    .join('')

describe('what is found', () => {
  it('is shown with its words, whatever their case and accents and though the last is not typed to its end', async () => {
    await buildWork(school.world, school.built, {
      title: 'Reading a Rain gauge',
      directions: '<p>Café <strong>measure</strong>ments of the <em>rain</em> &amp; the wind.</p>',
    })
    const [one, ...none] = await find(school.anna, 'RAIN cafe measurem')
    expect(none).toEqual([])
    expect(one).toMatchObject({ kind: 'work', where: 'Tides', draft: false })
    expect(
      segmentsOf(one?.body ?? '')
        .filter(part => part.found)
        .map(part => part.text),
    ).toEqual(['Café', 'measurements', 'rain'])
    expect(one?.title).toBe('Reading a Rain gauge')
    expect(plain(one?.body ?? '')).toContain('rain & the wind')
    expect(await find(school.anna, 'rain snow')).toEqual([])
  })

  it('has what fits best first: a word in the title before one in the text', async () => {
    await buildWork(school.world, school.built, {
      title: 'Clouds',
      directions: '<p>Then the tide comes.</p>',
    })
    await buildWork(school.world, school.built, { title: 'Tide tables' })
    expect(await said(school.anna, 'tide')).toEqual(['work: Tide tables', 'work: Clouds'])
  })

  it('is of every kind', async () => {
    const { world, built, owner } = school
    const workId = await buildWork(world, built, {
      title: 'Heron watch',
      links: [{ title: 'Heron pictures', url: 'https://birds.example/heron' }],
    })
    await writeNotice(world, owner, built.classId, { html: '<p>The heron is back.</p>' })
    await writePage(world, owner, built.classId, {
      kind: 'times',
      title: 'Our day',
      html: '',
      month: null,
      times: [{ starts: '09:00', ends: '10:00', what: 'Heron round' }],
    })
    await setLinks(world, built.classId, [{ title: 'Heron count', url: 'https://count.example' }])
    const bytes = await sharp({ create: { width: 8, height: 8, channels: 3, background: 'red' } })
      .png()
      .toBuffer()
    const pupil = await viewerOf('anna.reyes')
    await addBytes(world, pupil, submissionOf(built, workId, 'Anna Reyes'), { name: 'heron.png', bytes })
    const kinds = async (person: Person) => (await find(person, 'heron')).map(one => one.kind).sort()
    expect(await kinds(school.teacher)).toEqual(['file', 'file', 'file', 'page', 'post', 'work'])
    expect(await kinds(school.anna)).toEqual(['file', 'file', 'file', 'page', 'post', 'work'])
    // not the file of a classmate
    expect(await kinds(school.bo)).toEqual(['file', 'file', 'page', 'post', 'work'])
    expect(await said(school.anna, 'kestrel')).toEqual(['person: Ms Kestrel'])
  })

  it('follows every change at once', async () => {
    const { world, built } = school
    const workId = await buildWork(world, built, { title: 'Puddles' })
    expect(await said(school.anna, 'puddles')).toEqual(['work: Puddles'])
    await world.db.write(() =>
      world.db.run("update works set title = 'Ponds' where id = $workId", { workId }),
    )
    expect(await said(school.anna, 'puddles')).toEqual([])
    expect(await said(school.anna, 'ponds')).toEqual(['work: Ponds'])
    await removeWork(world, { classId: built.classId, workId })
    expect(await said(school.anna, 'ponds')).toEqual([])
  })
})

const never = (): never => {
  throw new Error('it is not there')
}

it('words and subjects of letters are found by those who read them, with the way there', async () => {
  const { teacher, family, bo } = school
  const { people } = await family.get('seeCorrespondents', at())
  const form = {
    title: 'Quagga visit',
    to: [people[0]?.accountId ?? never()],
    html: '<p>The quagga is ill.</p>',
  }
  const { letterId } = await family.get('writeLetter', at(), form)
  for (const who of [teacher, family]) {
    const { found } = await who.get('search', {}, { words: 'quagga' })
    expect(found.map(one => [one.kind, one.letterId, one.roomId])).toEqual([
      ['post', letterId, null],
      ['post', letterId, null],
    ])
  }
  expect((await bo.get('search', {}, { words: 'quagga' })).found).toEqual([])
})

describe('words beside a work', () => {
  const words = async (person: Person) => {
    const found = (await find(person, 'estuary')).filter(one => one.kind === 'post')
    return found.map(one => `${plain(one.title)}: ${plain(one.body)}`).sort()
  }

  it('are found by those who may read them there, and no longer once they are taken out', async () => {
    const { world, built, anna, bo, teacher, family } = school
    const { classId } = built
    const groupIds = [built.groups.Heron ?? never()]
    const workId = await buildWork(world, built, { title: 'Tide log', forWhom: 'groups', groupIds })
    const submission = submissionOf(built, workId, 'Anna Reyes')
    const said = await anna.get(
      'writeInThread',
      { classId, workId },
      { html: '<p>Is the estuary &lt;b 5 km wide?</p>' },
    )
    await anna.get('writeNote', submission, { html: '<p>I was at the estuary</p>' })
    expect(await words(anna)).toEqual([
      'Tide log: I was at the estuary',
      'Tide log: Is the estuary <b 5 km wide?',
    ])
    expect(await words(teacher)).toEqual(await words(anna))
    // of another group, and at home
    expect(await words(bo)).toEqual([])
    expect(await words(family)).toEqual([])
    await anna.get('removeMessage', { spaceId: classId, ...said })
    expect(await words(teacher)).toEqual(['Tide log: I was at the estuary'])
    await removeWork(world, { classId, workId })
    expect([...(await words(teacher)), ...(await words(anna))]).toEqual([])
  })
})

const viewerOf = async (userName: string) => {
  const row = await school.world.db.row<{ id: string }>(
    'select id from accounts where user_name = $userName',
    {
      userName,
    },
  )
  return { accountId: row?.id, kind: 'pupil', places: [], circles: [] } as never
}

describe('nobody finds what they may not see', () => {
  it('work that is a draft, is of another group, or has not appeared', async () => {
    const { world, built } = school
    const form = formOf({ title: 'Shingle one' })
    await postWork(world, built.teacher, built.classId, { form, draft: true, alsoIn: [] })
    const wren = built.groups.Wren
    if (!wren) throw new Error('no group')
    await buildWork(world, built, { title: 'Shingle two', forWhom: 'groups', groupIds: [wren] })
    await buildWork(world, built, { title: 'Shingle three', appears: '2026-10-20T08:00' })
    expect(await said(school.teacher, 'shingle')).toHaveLength(3)
    expect(await said(school.anna, 'shingle')).toEqual([])
    expect(await said(school.bo, 'shingle')).toEqual(['work: Shingle two'])
    expect(await said(school.family, 'shingle')).toEqual([])
    school.clock.moveTo(Date.UTC(2026, 9, 20, 7, 0))
    expect(await said(school.anna, 'shingle')).toEqual(['work: Shingle three'])
  })

  it('directions of work that is still locked', async () => {
    await buildWork(school.world, school.built, {
      title: 'Locked',
      directions: '<p>The answer is lichen.</p>',
      opens: '2026-10-20T08:00',
    })
    expect(await said(school.anna, 'locked')).toEqual(['work: Locked'])
    expect(await said(school.anna, 'lichen')).toEqual([])
    expect(await said(school.family, 'lichen')).toEqual([])
    expect(await said(school.teacher, 'lichen')).toEqual(['work: Locked'])
    school.clock.moveTo(Date.UTC(2026, 9, 20, 7, 0))
    expect(await said(school.anna, 'lichen')).toEqual(['work: Locked'])
  })

  it('what pupils say, and their names, as a family', async () => {
    const { world, built, owner } = school
    const { noticeId } = await writeNotice(world, owner, built.classId, {
      html: '<p>Boots on Thursday.</p>',
    })
    const inNotice = { spaceId: built.classId, conversationId: noticeId }
    await writeMessage(world, await viewerOf('bo.lund'), inNotice, { html: '<p>My boots leak.</p>' })
    expect(await said(school.anna, 'boots')).toHaveLength(2)
    expect(await said(school.family, 'boots')).toEqual(['post: Boots on Thursday.'])
    expect(await said(school.anna, 'lund')).toEqual(['person: Bo Lund'])
    expect(await said(school.family, 'lund')).toEqual([])
    expect(await said(school.family, 'anna')).toEqual(['person: Anna Reyes'])
  })

  it('anything of another class, a circle they are not in, or a class they have left', async () => {
    const { world, built } = school
    const outsider = await buildAccount(world, 'teacher', 'Ms Dunlin')
    const { circleId } = await makeCircle(world, outsider, 'Readers')
    await sayInCircle(world, outsider, circleId, '<p>Sandpiper</p>')
    await buildWork(world, built, { title: 'Sandpiper count' })
    const dunlin = await school.person().signIn('ms.dunlin')
    expect(await said(dunlin, 'sandpiper')).toEqual(['post: Sandpiper'])
    expect(await said(school.anna, 'sandpiper')).toEqual(['work: Sandpiper count'])
    const { placeId } = placeOf(built, 'Anna Reyes')
    await school.teacher.get('movePlaceAway', { ...at(), placeId })
    expect(await said(school.anna, 'sandpiper')).toEqual([])
    expect(await said(school.family, 'sandpiper')).toEqual([])
    expect(await said(school.teacher, 'reyes')).toEqual([])
  })
})

it('whatever is typed is looked for, and nothing of it is taken for a command', async () => {
  await buildWork(school.world, school.built, { title: 'NEAR the scope of title' })
  for (const words of [
    '"',
    '*',
    '-scope',
    'title:',
    '(',
    'NEAR(',
    'a AND',
    "'; drop table works",
    '\\',
    'OR',
    '^x',
  ])
    await find(school.anna, words)
  await fc.assert(
    fc.asyncProperty(fc.string({ maxLength: 60 }), async words => {
      const { error } = await school.anna.ask('search', {}, { words })
      expect(error).toBeUndefined()
    }),
    { numRuns: 60 },
  )
  expect(await said(school.anna, 'near title')).toEqual(['work: NEAR the scope of title'])
})

it('answers to open questions are found by who gave them and by teachers, by words and choices', async () => {
  const question = { choices: ['Monday', 'Friday'], several: false, shown: 'always' as const }
  const workId = await buildWork(school.world, school.built, {
    title: 'Which day?',
    kind: 'question',
    question,
  })
  const given = { text: 'because of the thunder', choices: ['Friday'], version: 0 }
  await school.anna.get('answer', submissionOf(school.built, workId, 'Anna Reyes'), given)
  for (const person of [school.anna, school.teacher]) {
    const { found } = await person.get('search', {}, { words: 'thunder' })
    expect(found.map(one => [one.kind, one.title, one.workId])).toEqual([['work', 'Which day?', workId]])
    expect((await person.get('search', {}, { words: 'friday' })).found).toHaveLength(1)
  }
  for (const person of [school.bo, school.family])
    expect((await person.get('search', {}, { words: 'thunder' })).found).toEqual([])
  const again = { ...given, text: 'because of the hail', version: 1 }
  await school.anna.get('answer', submissionOf(school.built, workId, 'Anna Reyes'), again)
  expect((await school.anna.get('search', {}, { words: 'thunder' })).found).toEqual([])
  expect((await school.anna.get('search', {}, { words: 'hail' })).found).toHaveLength(1)
})

it('texts made as things change are those made anew from everything', async () => {
  const { world } = school
  await buildWork(world, school.built, { title: 'One', directions: '<p>two</p>' })
  const workId = await buildWork(world, school.built, { title: 'Noted' })
  await school.anna.get('writeNote', submissionOf(school.built, workId, 'Anna Reyes'), {
    html: '<p>mine</p>',
  })
  await school.anna.get('writeInThread', { ...at(), workId }, { html: '<p>for all</p>' })
  await refreshTexts(world)
  await buildWork(world, school.built, { title: 'Three' })
  await refreshTexts(world)
  const all = () =>
    world.db.rows(
      `select e.kind, e.ref, e.class_id, e.circle_id, e.work_id, e.place_id, t.scope, t.title, t.body
       from search_entries e join search_texts t on t.rowid = e.id order by e.kind, e.ref`,
    )
  const before = await all()
  await world.db.write(async () => {
    await world.db.run('delete from search_texts')
    await world.db.run('delete from search_entries')
    for (const [table, kind] of [
      ['works', 'work'],
      ['works', 'directions'],
      ['places', 'place'],
      ['messages', 'message'],
      ['conversations', 'room'],
    ])
      await world.db.run(`insert into search_due (kind, ref) select '${kind}', id from ${table}`)
    await world.db.run(
      "insert into search_due (kind, ref) select 'teacher', class_id || '.' || account_id from teachers",
    )
  })
  await refreshTexts(world)
  expect(before.length).toBeGreaterThan(5)
  expect(await all()).toEqual(before)
})

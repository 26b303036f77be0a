import type { PageForm } from '@oppen/contract'
import { placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { saveClassFile } from './files.js'

let school: SmallSchool
beforeEach(async () => {
  school = await smallSchool()
})
afterEach(() => school.stop())

const at = () => ({ classId: school.built.classId })
const page = (change: Partial<PageForm> = {}): PageForm => ({
  kind: 'rules',
  title: 'How we work',
  html: '<p>Ask before you <script>alert(1)</script>dig.</p>',
  times: [],
  month: null,
  ...change,
})
const about = (person = school.anna) => person.get('seeAbout', at())

describe('the pages of a class', () => {
  it('are written by teachers, cleaned, and read by everybody in it', async () => {
    await school.teacher.get('writePage', at(), page())
    for (const person of [school.teacher, school.anna, school.bo, school.family])
      expect((await about(person)).pages).toMatchObject([
        {
          kind: 'rules',
          title: 'How we work',
          html: '<p>Ask before you dig.</p>',
          by: 'Ms Kestrel',
          version: 1,
        },
      ])
    expect(await school.anna.ask('writePage', at(), page())).toMatchObject({ status: 404 })
  })

  it('stand in the order of their kinds, newsletters last and the newest first', async () => {
    for (const [title, part] of [
      ['September', { kind: 'newsletter', month: '2026-09' }],
      ['October', { kind: 'newsletter', month: '2026-10' }],
      ['Boots', { kind: 'page' }],
      ['The day', { kind: 'times', html: '', times: [{ starts: '09:00', ends: '10:30', what: 'First' }] }],
      ['Who we are', { kind: 'about' }],
    ] as [string, Partial<PageForm>][])
      await school.teacher.get('writePage', at(), page({ title, ...part }))
    expect((await about()).pages.map(one => one.title)).toEqual([
      'Who we are',
      'The day',
      'Boots',
      'October',
      'September',
    ])
  })

  it('are not written over what somebody else wrote meanwhile', async () => {
    const { pageId } = await school.teacher.get('writePage', at(), page())
    await school.teacher.get('changePage', { ...at(), pageId }, { ...page({ title: 'First' }), version: 1 })
    const second = await school.teacher.ask('changePage', { ...at(), pageId }, { ...page(), version: 1 })
    expect(second.error?.code).toBe('page_changed')
    expect((await about()).pages[0]).toMatchObject({ title: 'First', version: 2 })
  })

  it('can be taken away and put back', async () => {
    const { pageId } = await school.teacher.get('writePage', at(), page())
    await school.teacher.get('removePage', { ...at(), pageId })
    expect((await about()).pages).toEqual([])
    await school.teacher.get('restorePage', { ...at(), pageId })
    expect((await about()).pages).toHaveLength(1)
  })

  it('that say nothing are refused', async () => {
    const error = async (part: Partial<PageForm>) =>
      (await school.teacher.ask('writePage', at(), page(part))).error
    expect(await error({ html: '<p> </p>' })).toMatchObject({ code: 'text_empty', path: 'html' })
    expect(await error({ title: '' })).toMatchObject({ code: 'text_empty' })
    expect(await error({ kind: 'newsletter', month: 'x' })).toMatchObject({ code: 'month_unreadable' })
  })
})

describe('links and files of a class', () => {
  it('are one press away, in their order', async () => {
    const links = [
      { title: 'Tide tables', url: 'tides.example.org' },
      { title: '', url: 'https://birds.example.org/count' },
    ]
    await school.teacher.get('setLinks', at(), { links })
    const wanted = [
      { title: 'Tide tables', url: 'https://tides.example.org' },
      { title: 'birds.example.org', url: 'https://birds.example.org/count' },
    ]
    expect((await about(school.family)).links).toEqual(wanted)
    expect((await school.anna.get('seeWeek', { ...at(), week: 'now' })).links).toEqual(wanted)
    const wrong = await school.teacher.ask('setLinks', at(), {
      links: [{ title: 'x', url: 'javascript:alert(1)' }],
    })
    expect(wrong.error?.code).toBe('link_unreadable')
    expect((await about()).links).toEqual(wanted)
  })

  it('are there for everybody in it until they are taken away', async () => {
    const hash = await school.world.files.keepBytes(Buffer.from('a plan'))
    const { id } = await saveClassFile(school.world, school.owner, school.built.classId, {
      name: 'plan.txt',
      hash,
      type: 'text/plain',
      size: 6,
    })
    const take = (person = school.family) =>
      person.fetch(`/api/classes/${school.built.classId}/files/${id}`, { method: 'GET' })
    expect(await (await take()).text()).toBe('a plan')
    await school.teacher.get('removeClassFile', { ...at(), classFileId: id })
    expect((await take()).status).toBe(404)
    expect((await about()).files).toEqual([])
    await school.teacher.get('restoreClassFile', { ...at(), classFileId: id })
    expect((await about()).files).toMatchObject([{ name: 'plan.txt', by: 'Ms Kestrel' }])
  })
})

describe('who is in a class', () => {
  it('is known to its teachers and pupils, and not to families', async () => {
    const members = await school.anna.get('seeMembers', at())
    expect(members.groups).toEqual([{ name: 'All', pupils: ['Anna Reyes', 'Bo Lund'] }])
    expect(await school.family.ask('seeMembers', at())).toMatchObject({ status: 404 })
    expect((await about(school.family)).teachers).toEqual(['Ms Kestrel'])
  })

  it('has birthdays of those alone who want it, without the year, until they no longer do', async () => {
    await school.anna.get('setBirthday', {}, { birthday: { day: 29, month: 2 } })
    const seen = async (person = school.bo) => (await person.get('seeMembers', at())).birthdays
    expect(await seen()).toEqual([{ name: 'Anna Reyes', birthday: '02-29' }])
    expect((await school.anna.get('seeMembers', at())).own).toBe('02-29')
    expect((await school.bo.get('seeMembers', at())).own).toBeNull()
    await school.anna.get('setBirthday', {}, { birthday: null })
    expect(await seen(school.teacher)).toEqual([])
    const kept = await school.world.db.rows('select birthday from accounts where birthday is not null')
    expect(kept).toEqual([])
  })

  it('is not asked of anybody else’s birthday', async () => {
    for (const person of [school.teacher, school.family])
      expect(await person.ask('setBirthday', {}, { birthday: { day: 1, month: 1 } })).toMatchObject({
        status: 404,
      })
    const none = await school.anna.ask('setBirthday', {}, { birthday: { day: 31, month: 4 } })
    expect(none.error).toMatchObject({ code: 'birthday_unreadable', params: { day: 31, month: 4 } })
  })

  it('is for those who stay: a place that was moved away is no longer named', async () => {
    const { placeId } = placeOf(school.built, 'Bo Lund')
    await school.teacher.get('movePlaceAway', { ...at(), placeId })
    expect((await school.anna.get('seeMembers', at())).groups[0]?.pupils).toEqual(['Anna Reyes'])
    expect(await school.bo.ask('seeAbout', at())).toMatchObject({ status: 404 })
  })
})

import { addressOf, type ReplyOf, routes } from '@oppen/contract'
import { shapes } from '@oppen/contract/shapes'
import type { PlaceId, WorkId } from '@oppen/core/ids'
import {
  addBytes,
  buildWork,
  type Person,
  placeOf,
  type SmallSchool,
  smallSchool,
  submissionOf,
} from '@oppen/demo'
import { PDFDocument } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import sharp from 'sharp'
import { beforeEach, describe, expect, it } from 'vitest'
import { unzip } from '../../testing/readBack.js'
import { saveMaterial } from '../work/materials.js'

const DAY = 86_400_000

let school: SmallSchool
let people: Pick<SmallSchool, 'teacher' | 'anna' | 'bo' | 'family'>
let workId: WorkId
let placeId: PlaceId

const own = () => ({ classId: school.built.classId, placeId })
const piece = (number = '1') => ({ ...own(), workId, number })

beforeEach(async () => {
  school = await smallSchool()
  people = school
  workId = await buildWork(school.world, school.built, { title: 'Rain log', points: '10' })
  placeId = placeOf(school.built, 'Anna Reyes').placeId as PlaceId
  return () => school.stop()
})

const keep = (who: Person, why: string, number = '1', goal: string | null = null) =>
  who.ask('keepWork', piece(number), { why, goal })
const seen = (who: Person): Promise<ReplyOf<typeof routes.seePortfolio>> => who.get('seePortfolio', own())
const code = async (answer: Promise<{ error: { code: string } | undefined }>) => (await answer).error?.code

/** Anna hands in her page with a photo; once more where it was handed in before. */
async function handIn(html: string): Promise<void> {
  const submission = submissionOf(school.built, workId, 'Anna Reyes')
  const before = await people.anna.get('seeSubmission', submission)
  if (before.status.phase === 'withTeacher') await people.anna.get('takeBack', submission)
  const { version } = await people.anna.get('saveDraft', submission, {
    html,
    base: before.draft?.version ?? 0,
  })
  await people.anna.get('handIn', submission, { version })
}

async function storedPicture() {
  const bytes = await sharp({ create: { width: 20, height: 20, channels: 3, background: 'blue' } })
    .png()
    .toBuffer()
  return { hash: await school.world.files.keepBytes(bytes), type: 'image/png', size: bytes.length }
}

async function photo(name: string): Promise<void> {
  const bytes = await sharp({ create: { width: 80, height: 60, channels: 3, background: 'green' } })
    .png()
    .toBuffer()
  await addBytes(school.world, school.pupil, submissionOf(school.built, workId, 'Anna Reyes'), {
    name,
    bytes,
  })
}

describe('a portfolio', () => {
  it('has what pupil and teacher keep, each with a word why and a goal, and families look', async () => {
    await school.teacher.get(
      'writeGoals',
      { classId: school.built.classId, week: '2026-10-12' },
      { goals: ['Read a gauge'] },
    )
    await photo('gauge.png')
    await handIn('<p>It rained for <strong>three</strong> days.</p>')
    expect((await seen(people.family)).pieces).toEqual([])
    expect(await code(people.family.ask('seeKept', piece()))).toBe('not_found')
    expect((await people.anna.get('seeKept', piece())).goals).toEqual(['Read a gauge'])
    await keep(people.anna, 'My first log', '1', 'Read a gauge')
    await keep(people.teacher, 'Three days without a gap')
    const page = await seen(people.family)
    const raw = await (await people.family.fetch(addressOf(routes.seePortfolio, own()))).json()
    expect(raw).toEqual(page)
    expect(page).toMatchObject({ className: 'Tides', pupil: { name: 'Anna Reyes' }, shares: true })
    expect(page.pieces).toMatchObject([
      {
        ...{ workId, handIn: 1, title: 'Rain log', excerpt: 'It rained for three days.', links: 0 },
        reasons: [
          { side: 'pupil', why: 'My first log', goal: 'Read a gauge', by: 'Anna Reyes' },
          { side: 'teacher', why: 'Three days without a gap', goal: null, by: 'Ms Kestrel' },
        ],
      },
    ])
    const kept = await people.family.get('seeKept', piece())
    expect(kept.files.map(file => file.name)).toEqual(['gauge.png'])
    const { status } = await people.family.fetch(
      addressOf(routes.seeKeptFile, { ...piece(), fileId: kept.files[0]?.id ?? ('' as never) }),
    )
    expect(status).toBe(200)
  })

  it('shows what was handed in then, not what became of it', async () => {
    await handIn('<p>first</p>')
    await keep(people.anna, 'how I began')
    await handIn('<p>second</p>')
    await keep(people.anna, 'how far I came', '2')
    await people.anna.get('removeKept', piece())
    expect((await people.family.get('seeKept', piece('2'))).handIns).toEqual([2])
    expect((await people.teacher.get('seeKept', piece('2'))).handIns).toEqual([1, 2])
    await people.anna.get('restoreKept', piece())
    const { pieces } = await seen(people.anna)
    expect(pieces.map(one => [one.handIn, one.excerpt])).toEqual([
      [2, 'second'],
      [1, 'first'],
    ])
    expect((await people.anna.get('seeKept', piece())).html).toBe('<p>first</p>')
  })

  it('lets each side take away its own alone, and put it back with its words', async () => {
    await handIn('<p>words</p>')
    await keep(people.teacher, 'Keep this')
    expect(await code(people.anna.ask('removeKept', piece()))).toBe('not_found')
    await keep(people.anna, 'Mine')
    await people.anna.get('removeKept', piece())
    expect((await seen(people.anna)).pieces[0]?.reasons.map(one => one.side)).toEqual(['teacher'])
    await people.anna.get('restoreKept', piece())
    expect((await seen(people.anna)).pieces[0]?.reasons.map(one => one.why)).toEqual(['Mine', 'Keep this'])
    await people.teacher.get('removeKept', piece())
    await people.anna.get('removeKept', piece())
    expect((await seen(people.anna)).pieces).toEqual([])
  })

  it('takes a word why that says something, of a hand-in that there is', async () => {
    await handIn('<p>words</p>')
    expect(await code(keep(people.anna, '  '))).toBe('text_empty')
    expect(await code(keep(people.anna, 'x'.repeat(601)))).toBe('text_long')
    for (const number of ['2', '0', '-1', '1e3', 'one'])
      expect(await code(keep(people.anna, 'why', number)), number).toBe('not_found')
    for (const who of [people.bo, people.family]) expect(await code(keep(who, 'why'))).toBe('not_found')
  })

  it('is one PDF with all pieces, and a zip with the files as they are and a page that leads to each', async () => {
    await photo('gauge.png')
    const pdf = await PDFDocument.create()
    pdf.addPage([300, 300]).drawText('a leaflet')
    await addBytes(school.world, school.pupil, submissionOf(school.built, workId, 'Anna Reyes'), {
      name: 'leaflet.pdf',
      bytes: Buffer.from(await pdf.save()),
    })
    await addBytes(school.world, school.pupil, submissionOf(school.built, workId, 'Anna Reyes'), {
      name: 'broken.pdf',
      bytes: Buffer.from(
        `${Buffer.from(await pdf.save())
          .subarray(0, 60)
          .toString('latin1')}`,
        'latin1',
      ),
    })
    const given = await saveMaterial(
      school.world,
      { classId: school.built.classId, workId },
      { ...(await storedPicture()), name: 'map.png' },
    )
    const map = addressOf(routes.seeMaterial, { classId: school.built.classId, workId, materialId: given.id })
    await handIn(`<p>It rained.</p><img src="${map}">`)
    await keep(people.anna, 'My <first> log', '1', 'Read a gauge')
    // a picture of the work that stands in the page comes along
    const { html, files: all } = await people.family.get('seeKept', piece())
    expect(all.map(file => file.name)).toContain('map.png')
    const [, shownAt = ''] = /src="([^"]+)"/.exec(html) ?? []
    expect((await people.family.fetch(shownAt)).status).toBe(200)
    const read = async (name: 'takePortfolioPdf' | 'takePortfolioZip', who: Person) =>
      Buffer.from(await (await who.fetch(addressOf(routes[name], own()))).arrayBuffer())
    const shown = await getDocument({ data: new Uint8Array(await read('takePortfolioPdf', people.family)) })
      .promise
    const texts = await Promise.all(
      [1, 2].map(async number => {
        const { items } = await (await shown.getPage(number)).getTextContent()
        return items.map(item => ('str' in item ? item.str : '')).join(' ')
      }),
    )
    expect(shown.numPages).toBe(2)
    expect(texts[0]).toMatch(/Rain log — Anna Reyes.*My <first> log.*Shows: Read a gauge.*It rained\./s)
    expect(texts[1]).toContain('a leaflet')
    const files = await unzip(await read('takePortfolioZip', people.anna))
    const front = files.get('index.html')?.toString() ?? ''
    expect(front).toContain('My &lt;first&gt; log')
    const links = [...front.matchAll(/href="([^"]+)"/g)].map(([, to]) => decodeURIComponent(to ?? ''))
    expect([...links, 'index.html'].sort()).toEqual([...files.keys()].sort())
    expect(links.map(one => one.split('/')[1])).toEqual([
      'hand-in 1.html',
      'hand-in 1.pdf',
      '1 map.png',
      '2 gauge.png',
      '3 leaflet.pdf',
      '4 broken.pdf',
    ])
  })
})

describe('a link to a kept piece', () => {
  let presses = 0
  const stranger = () => school.person()
  const open = async (path: string) => {
    const { reply, error } = await stranger().ask('seeShared', { linkKey: path.split('/')[2] ?? '' })
    return error?.code ?? reply.title
  }
  async function link(who: Person, days: 1 | 7 = 7): Promise<{ id: string; path: string }> {
    const made = await who.get('makeLink', piece(), { press: `press ${++presses}`, days })
    return { id: made.id, path: made.path ?? '' }
  }

  beforeEach(async () => {
    await photo('gauge.png')
    await handIn('<p>It rained.</p>')
    await keep(people.anna, 'My first log')
    await keep(people.teacher, 'For her teachers to come')
  })

  it('shows a stranger that piece, its files, the first name and the pupil’s words, and nothing else', async () => {
    const { path } = await link(people.family)
    const linkKey = path.split('/')[2] ?? ''
    const page = await (await stranger().fetch(addressOf(routes.seeShared, { linkKey }))).json()
    expect(shapes.seeShared.reply.strict().parse(page)).toEqual(page)
    expect(page).toMatchObject({
      title: 'Rain log',
      firstName: 'Anna',
      why: 'My first log',
      html: '<p>It rained.</p>',
    })
    expect(JSON.stringify(page)).not.toMatch(/Reyes|Kestrel|Tides|to come|classes/)
    const file = await stranger().fetch(
      addressOf(routes.seeSharedFile, { linkKey, fileId: page.files[0]?.id ?? ('' as never) }),
    )
    expect([file.status, file.headers.get('x-robots-tag')]).toEqual([200, 'noindex, nofollow'])
    expect(
      (await stranger().fetch(addressOf(routes.seeSharedFile, { linkKey, fileId: 'another' as never })))
        .status,
    ).toBe(404)
  })

  it('is one, however often the same press arrives, and another of another press', async () => {
    const make = (press: string) => people.family.get('makeLink', piece(), { press, days: 7 })
    const all = await Promise.all([make('one'), make('one'), make('one')])
    expect(new Set(all.map(made => made.path)).size).toBe(1)
    expect((await make('two')).path).not.toBe(all[0]?.path)
    expect((await people.family.get('seeKept', piece())).links).toHaveLength(2)
  })

  it('ends at its time, by a clock that jumps too', async () => {
    const { path } = await link(people.family, 1)
    school.clock.moveTo(school.world.clock.now() + DAY - 1)
    expect(await open(path)).toBe('Rain log')
    school.clock.moveTo(school.world.clock.now() + 1)
    expect(await open(path)).toBe('link_over')
    school.clock.moveTo(school.world.clock.now() - DAY)
    expect(await open(path)).toBe('Rain log')
  })

  it('is ended by pupil, family or teacher, whoever made it, at once and also in an archived class', async () => {
    for (const who of [people.anna, people.family, people.teacher]) {
      const { id, path } = await link(people.teacher)
      await who.get('revokeLink', { ...piece(), linkId: id as never })
      await who.get('revokeLink', { ...piece(), linkId: id as never })
      expect(await open(path)).toBe('link_over')
    }
    const { id, path } = await link(people.family)
    await people.teacher.get('archiveClass', { classId: school.built.classId }, { archived: true })
    expect(await open(path)).toBe('Rain log')
    await people.anna.get('revokeLink', { ...piece(), linkId: id as never })
    expect(await open(path)).toBe('link_over')
    expect(await code(people.bo.ask('revokeLink', { ...piece(), linkId: id as never }))).toBe('not_found')
  })

  it('shows nothing once nobody keeps the piece, and again when somebody does', async () => {
    const { path } = await link(people.family)
    await people.anna.get('removeKept', piece())
    expect(await open(path)).toBe('Rain log')
    await people.teacher.get('removeKept', piece())
    expect(await open(path)).toBe('link_over')
    await people.teacher.get('restoreKept', piece())
    expect(await open(path)).toBe('Rain log')
  })

  it('is worth what its maker may do today', async () => {
    const { path } = await link(people.family)
    const { classId } = school.built
    const settings = await people.teacher.get('seeSettings', { classId })
    await people.teacher.get('changeSettings', { classId }, { ...settings, families: false })
    expect(await open(path)).toBe('link_over')
    await people.teacher.get('changeSettings', { classId }, { ...settings, families: true })
    expect(await open(path)).toBe('Rain log')
    const [family] =
      (await people.teacher.get('seeRegister', { classId })).places.find(one => one.id === placeId)
        ?.families ?? []
    await people.teacher.get('endFamilyLink', { ...own(), accountId: family?.accountId ?? ('' as never) })
    expect(await open(path)).toBe('link_over')
  })

  it('is for whom the class says, and not more than five at a time', async () => {
    expect(await code(people.anna.ask('makeLink', piece(), { press: 'another', days: 7 }))).toBe(
      'sharing_off',
    )
    const { classId } = school.built
    const settings = await people.teacher.get('seeSettings', { classId })
    const set = (sharing: 'nobody' | 'everybody') =>
      people.teacher.get('changeSettings', { classId }, { ...settings, sharing })
    await set('everybody')
    const { path } = await link(people.anna)
    for (let n = 1; n < 5; n++) await link(people.anna)
    expect(await code(people.family.ask('makeLink', piece(), { press: 'another', days: 7 }))).toBe(
      'shared_links_many',
    )
    await set('nobody')
    expect(await open(path)).toBe('link_over')
    expect((await seen(people.anna)).shares).toBe(false)
  })

  it('stands with its address for whoever made it alone, and in no table as it is', async () => {
    const { path } = await link(people.family)
    const paths = async (who: Person) => (await who.get('seeKept', piece())).links.map(one => one.path)
    expect(await paths(people.family)).toEqual([path])
    expect(await paths(people.anna)).toEqual([null])
    const rows = await school.world.db.rows('select * from shared_links')
    expect(JSON.stringify(rows)).not.toContain(path.split('/')[2])
  })
})

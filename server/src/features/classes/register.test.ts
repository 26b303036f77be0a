import type { PlaceId } from '@oppen/core/ids'
import { buildAccount, buildWork, placeOf, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { parse } from 'csv-parse/sync'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { fromBuffer } from 'yauzl'

let school: SmallSchool
beforeAll(async () => {
  school = await smallSchool()
})
afterAll(() => school.stop())

const at = () => ({ classId: school.built.classId, spaceId: school.built.classId })
const named = (name: string) => ({ name, groupId: null, email: null, number: null, familyLanguage: null })
const register = () => school.teacher.get('seeRegister', at())
const place = async (name: string) => {
  const page = await register()
  const found = [...page.places, ...page.away].find(one => one.name === name)
  if (!found) throw new Error(`${name} is not on the register`)
  return found
}
const here = (name: string) => ({ ...at(), placeId: placeOf(school.built, name).placeId })
const posted = (title: string) => buildWork(school.world, school.built, { title })

describe('names that bring their groups along', () => {
  it('go into the group of that name, which is made where it is not there yet', async () => {
    await school.teacher.get('addPlaces', at(), {
      places: [
        { ...named('Cara Iyer'), group: 'Curlew' },
        { ...named('Dan Oduya'), group: 'curlew', email: ' Dan@Mail.Example ', number: '20418' },
      ],
    })
    const page = await register()
    expect(page.groups.map(group => group.name)).toEqual(['All', 'Curlew'])
    const [cara, dan] = [await place('Cara Iyer'), await place('Dan Oduya')]
    expect(cara.groupId).toBe(dan.groupId)
    expect(dan).toMatchObject({ email: 'dan@mail.example', number: '20418' })
  })

  it('are refused with the line whose e-mail address is none', async () => {
    expect(
      await school.teacher.ask('addPlaces', at(), {
        places: [named('Ella Novak'), { ...named('Finn Marsh'), email: 'finn at home' }],
      }),
    ).toMatchObject({
      error: { code: 'email_unreadable', path: 'places.1.email', params: { text: 'finn at home' } },
    })
  })
})

describe('a place', () => {
  it('is renamed, and the pupil’s own name with it; moved to another group; given a language', async () => {
    const groups = (await register()).groups
    const bo = await place('Bo Lund')
    const form = { name: 'Bo Lund-Ray', groupId: groups[1]?.id ?? null, email: null, number: '7' }
    await school.teacher.get('changePlace', here('Bo Lund'), { ...form, familyLanguage: 'pt' })
    expect(await place('Bo Lund-Ray')).toMatchObject({
      groupId: groups[1]?.id,
      number: '7',
      familyLanguage: 'pt',
    })
    expect((await school.bo.get('me', {})).account.shownName).toBe('Bo Lund-Ray')
    await school.teacher.get('changePlace', here('Bo Lund'), {
      ...form,
      name: bo.name,
      groupId: bo.groupId,
      familyLanguage: null,
    })
  })

  it('takes a picture of any photo, cut square and without what the camera noted', async () => {
    const photo = await sharp({ create: { width: 640, height: 480, channels: 3, background: '#b07a2a' } })
      .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '38/1 42/1 0/1' } })
      .jpeg()
      .toBuffer()
    const send = async (bytes: Buffer, name: string) => {
      const form = new FormData()
      form.append('file', new Blob([new Uint8Array(bytes)]), name)
      const { classId, placeId } = here('Anna Reyes')
      return school.teacher.fetch(`/api/classes/${classId}/register/${placeId}/face`, {
        method: 'POST',
        body: form,
      })
    }
    expect((await send(photo, 'anna.jpg')).status).toBe(200)
    const { classId, placeId } = here('Anna Reyes')
    const face = await school.teacher.fetch(`/api/classes/${classId}/faces/${placeId}`)
    const kept = await sharp(Buffer.from(await face.arrayBuffer())).metadata()
    expect(kept).toMatchObject({ format: 'webp', width: 256, height: 256 })
    expect(kept.exif).toBeUndefined()
    const refused = await send(Buffer.from('%PDF-1.7\n%%EOF'), 'anna.pdf')
    expect(await refused.json()).toMatchObject({
      error: { code: 'picture_only', params: { name: 'anna.pdf' } },
    })
    await school.teacher.get('removeFace', here('Anna Reyes'))
    expect((await place('Anna Reyes')).hasPicture).toBe(false)
  })
})

describe('moving away', () => {
  it('takes pupil and family out at once, also from their live streams, and keeps the work for both sides', async () => {
    const submission = submissionOf(school.built, await posted('Log'), 'Anna Reyes')
    await school.anna.get('saveDraft', submission, { html: '<p>by Anna</p>', base: 0 })
    const stream = await school.anna.fetch('/api/live', { headers: { accept: 'text/event-stream' } })
    const reader = stream.body?.getReader()
    const { placeId } = here('Anna Reyes')
    await school.teacher.get('movePlaceAway', here('Anna Reyes'))
    for (const person of [school.anna, school.family]) {
      expect(await person.ask('seeTopics', at())).toMatchObject({ status: 404 })
      expect((await person.get('me', {})).ties).toEqual([])
    }
    // what happens in the class from now on is not told to who has gone
    await school.teacher.get('writeNotice', at(), { html: '<p>after</p>' })
    let heard = ''
    while (!heard.includes('"me"')) heard += Buffer.from((await reader?.read())?.value ?? []).toString()
    await reader?.cancel()
    expect(heard).not.toContain('talk')
    expect(await place('Anna Reyes')).toMatchObject({ leftHow: 'moved', leftAt: school.clock.now() })
    const kept = await school.teacher.get('seeOwnWork', { ...at(), placeId })
    expect(kept.submissions).toMatchObject([{ title: 'Log', draft: '<p>by Anna</p>' }])
    await school.teacher.get('bringPlaceBack', here('Anna Reyes'))
    expect((await school.anna.get('me', {})).ties).toMatchObject([{ className: 'Tides' }])
    expect((await school.family.get('me', {})).ties).toMatchObject([{ placeName: 'Anna Reyes' }])
  })
})

describe('leaving', () => {
  it('is for the pupil alone, who keeps reading and downloading the own work, and can come back', async () => {
    const submission = submissionOf(school.built, await posted('Map'), 'Bo Lund')
    await school.bo.get('saveDraft', submission, { html: '<p>by Bo</p>', base: 0 })
    await school.bo.get('handIn', submission, { version: 1 })
    expect(await school.anna.ask('leaveClass', here('Bo Lund'))).toMatchObject({ status: 404 })
    await school.bo.get('leaveClass', here('Bo Lund'))
    expect((await school.bo.get('me', {})).ties).toMatchObject([{ role: 'leaver', className: 'Tides' }])
    expect(await school.bo.ask('seeTopics', at())).toMatchObject({ status: 404 })
    expect(await school.bo.ask('saveDraft', submission, { html: '<p>more</p>', base: 1 })).toMatchObject({
      status: 404,
    })
    const own = await school.bo.get('seeOwnWork', here('Bo Lund'))
    expect(own.submissions).toMatchObject([{ title: 'Map', handIns: [{ html: '<p>by Bo</p>' }] }])
    expect(await school.bo.ask('seeOwnWork', here('Anna Reyes'))).toMatchObject({ status: 404 })
    const page = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
    await school.bo.get(
      'enterAsSelf',
      {},
      { code: page.door?.code ?? '', userName: 'bo.lund', secret: 'tern-hollow' },
    )
    expect((await school.bo.get('me', {})).ties).toMatchObject([{ role: 'pupil' }])
  })

  it('takes all own work along as a zip that another reader opens', async () => {
    const { classId, placeId } = here('Bo Lund')
    const answer = await school.bo.fetch(`/api/classes/${classId}/own-work/${placeId}/zip`)
    expect(answer.headers.get('content-type')).toBe('application/zip')
    const files = await unzip(Buffer.from(await answer.arrayBuffer()))
    expect(files.get('index.html')).toContain('Map')
    const pages = [...files].filter(([name]) => name.endsWith('.html') && name !== 'index.html')
    expect(pages.some(([, text]) => text.includes('by Bo'))).toBe(true)
  })
})

/** Reads a zip with yauzl, which shares no code with what wrote it. */
async function unzip(bytes: Buffer): Promise<Map<string, string>> {
  const zip = await new Promise<import('yauzl').ZipFile>((resolve, reject) =>
    fromBuffer(bytes, { lazyEntries: false }, (error, found) => (found ? resolve(found) : reject(error))),
  )
  const files = new Map<string, string>()
  const reads: Promise<void>[] = []
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', entry => {
      reads.push(
        new Promise((done, fail) =>
          zip.openReadStream(entry, (error, stream) => {
            if (!stream) return fail(error)
            const parts: Buffer[] = []
            stream.on('data', part => parts.push(part))
            stream.on('end', () => {
              files.set(entry.fileName, Buffer.concat(parts).toString())
              done()
            })
          }),
        ),
      )
    })
    zip.on('end', resolve)
    zip.on('error', reject)
  })
  await Promise.all(reads)
  return files
}

describe('two places that are one child', () => {
  const merge = (from: PlaceId, into: PlaceId) =>
    school.teacher.get('mergePlaces', { ...at(), placeId: from }, { into })
  const added = async (name: string) =>
    (await school.teacher.get('addPlaces', at(), { places: [named(name)] })).placeIds[0] ?? ('' as PlaceId)

  it('become one with account, work and family, and are taken apart as they were', async () => {
    const double = await added('Gwen Hale')
    const right = await added('Gwen Hale-Ost')
    const gwen = await buildAccount(school.world, 'pupil', 'Gwen Hale')
    const person = await school.person().signIn('gwen.hale')
    const page = await school.teacher.get('openDoor', at(), { span: 'today', admits: null })
    await person.get('claim', {}, { code: page.door?.code ?? '', placeId: double, secret: null })
    const workId = await posted('Poem')
    await person.get('saveDraft', { ...at(), workId, placeId: double }, { html: '<p>by Gwen</p>', base: 0 })
    const key = (await place('Gwen Hale')).keys.find(one => one.kind === 'family')
    await school
      .person()
      .get('joinFamily', {}, { key: key?.key ?? '', shownName: 'Ms Hale', secret: 'a long secret' })
    const before = JSON.stringify(await register())

    const { mergeId } = await merge(double, right)
    expect(await place('Gwen Hale-Ost')).toMatchObject({
      userName: 'gwen.hale',
      families: [{ name: 'Ms Hale' }],
    })
    expect((await register()).places.map(one => one.name)).not.toContain('Gwen Hale')
    expect(await person.get('seeSubmission', { ...at(), workId, placeId: right })).toMatchObject({
      draft: { html: '<p>by Gwen</p>' },
    })
    expect((await register()).merges).toMatchObject([{ from: 'Gwen Hale', into: 'Gwen Hale-Ost' }])

    await school.teacher.get('undoMerge', { ...at(), mergeId })
    expect(JSON.stringify(await register())).toBe(before)
    expect(await person.get('seeSubmission', { ...at(), workId, placeId: double })).toMatchObject({
      draft: { html: '<p>by Gwen</p>' },
    })
    expect(gwen.kind).toBe('pupil')
  })

  it('become one with answers, replies to them, own deadlines and what was asked of one alone, and back', async () => {
    const [double, right] = [await added('Ida Crane'), await added('Ida Crane-Moss')]
    const { db } = school.world
    const question = await buildWork(school.world, school.built, {
      title: 'Why?',
      kind: 'question',
      question: { choices: [], several: false, seen: 'always' } as never,
    })
    const alone = await posted('For one')
    const [later, earlier] = [await posted('Later'), await posted('Earlier')]
    const row = (table: string, columns: string, values: string) =>
      db.run(`insert into ${table} (${columns}) values (${values})`, {
        double,
        right,
        question,
        alone,
        later,
        earlier,
      })
    const teacher =
      (await db.row<{ id: string }>("select id from accounts where kind = 'teacher' limit 1"))?.id ?? ''
    const extension = (work: string, placeId: PlaceId, dueAt: number) =>
      db.run(
        `insert into extensions (work_id, place_id, due, due_at, why, at, by_account)
         values ($work, $placeId, '2026-10-30T17:00', $dueAt, 'null', 0, $teacher)`,
        { work, placeId, dueAt, teacher },
      )
    await db.write(async () => {
      await row(
        'answers',
        'work_id, place_id, text, choices, at, version',
        "$question, $double, 'Because', '[]', 1, 1",
      )
      await db.run(
        `insert into answer_replies (id, work_id, place_id, by_account, text, at)
         values ('reply-1', $question, $double, $teacher, 'Continue', 2)`,
        { question, double, teacher },
      )
      await db.run("update works set for_whom = 'pupils' where id = $alone", { alone })
      await row('work_pupils', 'work_id, place_id', '$alone, $double')
      await extension(later, double, 2_000)
      await extension(later, right, 1_000)
      await extension(earlier, double, 1_000)
      await extension(earlier, right, 2_000)
      await extension(question, double, 3_000)
    })
    const of = async (placeId: PlaceId) => ({
      answers: (
        await db.rows<{ text: string }>('select text from answers where place_id = $placeId', { placeId })
      ).length,
      replies: (await db.rows('select id from answer_replies where place_id = $placeId', { placeId })).length,
      asked: (await db.rows('select work_id from work_pupils where place_id = $placeId', { placeId })).length,
      due: (
        await db.rows<{ at: number }>(
          'select due_at as at from extensions where place_id = $placeId order by work_id = $later desc, work_id = $earlier desc',
          { placeId, later, earlier },
        )
      ).map(one => one.at),
    })
    const before = [await of(double), await of(right)]
    const { mergeId } = await merge(double, right)
    expect(await of(right)).toEqual({ answers: 1, replies: 1, asked: 1, due: [2_000, 2_000, 3_000] })
    await school.teacher.get('undoMerge', { ...at(), mergeId })
    expect([await of(double), await of(right)]).toEqual(before)
  })

  it('are refused where they are the same, or both somebody’s', async () => {
    const [anna, bo] = [here('Anna Reyes'), here('Bo Lund')]
    expect(await school.teacher.ask('mergePlaces', anna, { into: anna.placeId })).toMatchObject({
      error: { code: 'merge_self' },
    })
    expect(await school.teacher.ask('mergePlaces', anna, { into: bo.placeId })).toMatchObject({
      error: { code: 'merge_both_claimed', params: { name: 'Anna Reyes', other: 'Bo Lund' } },
    })
  })

  it('keep of one work the submission that is further along, and give the other back', async () => {
    const workId = await posted('Essay')
    const [double, right] = [await added('Hal Quill'), await added('Hal Quill-Ives')]
    const put = async (placeId: PlaceId, html: string, handIn: boolean) => {
      const key = (await register()).places
        .find(one => one.id === placeId)
        ?.keys.find(one => one.kind === 'home')
      const person = school.person()
      await person.get('comeHome', {}, { key: key?.key ?? '', asSelf: false })
      await person.get('saveDraft', { ...at(), workId, placeId }, { html, base: 0 })
      if (handIn) await person.get('handIn', { ...at(), workId, placeId }, { version: 1 })
    }
    await put(double, '<p>handed in</p>', true)
    await put(right, '<p>begun</p>', false)
    await school.teacher.get('freePlace', { ...at(), placeId: right })
    const { mergeId } = await merge(double, right)
    const draftOf = async (placeId: PlaceId) =>
      (await school.teacher.get('seeOwnWork', { ...at(), placeId })).submissions.find(
        one => one.workId === workId,
      )
    expect(await draftOf(right)).toMatchObject({ handIns: [{ html: '<p>handed in</p>' }] })
    await school.teacher.get('undoMerge', { ...at(), mergeId })
    expect(await draftOf(double)).toMatchObject({ handIns: [{ html: '<p>handed in</p>' }] })
    expect(await draftOf(right)).toMatchObject({ draft: '<p>begun</p>', handIns: [] })
  })
})

describe('the lists to take along', () => {
  it('are CSV that a second reader reads back, and no cell runs as a formula', async () => {
    await school.teacher.get('addPlaces', at(), {
      places: [{ ...named('=1+1 "Quote", Comma'), number: '+351' }],
    })
    const answer = await school.teacher.fetch(`/api/classes/${at().classId}/register-list`)
    const rows: Record<string, string>[] = parse(await answer.text(), { columns: true, bom: true })
    expect(rows.map(row => row.Name)).toContain('Anna Reyes')
    const odd = rows.find(row => row.Name?.includes('Quote'))
    expect(odd?.Name).toBe(`'=1+1 "Quote", Comma`)
    expect(odd?.Number).toBe(`'+351`)
    const keys = await school.teacher.fetch(`/api/classes/${at().classId}/keys`)
    const lines: Record<string, string>[] = parse(await keys.text(), { columns: true, bom: true })
    const { places } = await register()
    expect(lines).toHaveLength(2 * places.length)
    const anna = lines.find(line => line.Name === 'Anna Reyes' && line.Kind === 'home')
    expect(anna?.Address).toBe(`${school.address}/key#${placeOf(school.built, 'Anna Reyes').homeKey}`)
  })

  it('print the keys as a PDF, eight cards to a page', async () => {
    const { PDFDocument } = await import('pdf-lib')
    const answer = await school.teacher.fetch(`/api/classes/${at().classId}/cards/home`)
    expect(answer.headers.get('content-type')).toBe('application/pdf')
    const pdf = await PDFDocument.load(await answer.arrayBuffer())
    const { places } = await register()
    expect(pdf.getPageCount()).toBe(Math.ceil(places.length / 8))
    const { width, height } = pdf.getPage(0).getSize()
    // A4 in points (ISO 216: 210 mm × 297 mm)
    expect([Math.round((width / 72) * 25.4), Math.round((height / 72) * 25.4)]).toEqual([210, 297])
    expect((await school.teacher.fetch(`/api/classes/${at().classId}/cards/other`)).status).toBe(404)
  })
})

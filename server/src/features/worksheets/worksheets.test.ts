import { addressOf, FILE_LIMITS, routes, type WorksheetPage } from '@oppen/contract'
import type { SheetId, WorkId } from '@oppen/core/ids'
import { type InkItem, type InkPoint, pack } from '@oppen/core/ink'
import { buildWork, type Person, placeOf, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { degrees, PDFDocument, PDFName, PDFString } from 'pdf-lib'
import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { readPdf } from '../../testing/readBack.js'
import type { SubmissionAddress } from '../submissions/moves.js'

let school: SmallSchool
let anna: Person
let teacher: Person
let workId: WorkId
let submission: SubmissionAddress

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna, teacher } = school)
})
afterAll(() => school.stop())
beforeEach(async () => {
  workId = await buildWork(school.world, school.built, { title: 'Label the jar', due: '2026-10-16T17:00' })
  submission = submissionOf(school.built, workId, 'Anna Reyes')
})

async function pdfOf(
  pages: number,
  change: (pdf: PDFDocument) => void = () => undefined,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  for (let n = 1; n <= pages; n++) pdf.addPage([420, 594]).drawText(`Page ${n}`, { x: 40, y: 500, size: 20 })
  change(pdf)
  return pdf.save()
}

async function give(bytes: Uint8Array, name = 'sheet.pdf') {
  const form = new FormData()
  form.append('file', new File([Uint8Array.from(bytes)], name))
  const response = await teacher.fetch(
    addressOf(routes.giveSheets, { classId: submission.classId, workId }),
    {
      method: 'POST',
      body: form,
    },
  )
  return { status: response.status, json: await response.json() }
}

const line = (id: string, page: string, y = 100): InkItem => {
  const points: InkPoint[] = [0, 40, 80, 120].map(x => ({ x: 100 + x, y: y + x / 4, pressure: 0.5 }))
  return { kind: 'stroke', id, page, tool: 'pen', colour: 'blue', width: 4, points: pack(points) }
}
const worksheet = (who: Person = anna): Promise<WorksheetPage> => who.get('seeWorksheet', submission)
const draw = (put: InkItem[], drop: string[] = []) => anna.get('saveInk', submission, { put, drop })
const idsOf = (page: WorksheetPage) => page.items.map(item => item.id)

describe('pages given out', () => {
  it('are those of a PDF, with their sizes, for everybody of whom the work is asked', async () => {
    const { json } = await give(await pdfOf(3))
    expect(json.sheets).toMatchObject([
      { page: 1, width: 420, height: 594, own: false },
      { page: 2 },
      { page: 3 },
    ])
    const page = await worksheet()
    expect(page).toMatchObject({ version: 0, savedAt: null, items: [] })
    expect(page.sheets).toHaveLength(3)
    expect((await anna.get('seeSubmission', submission)).worksheet).toEqual({
      pages: 3,
      version: 0,
      items: 0,
    })
    const file = await anna.fetch(
      addressOf(routes.seeSheet, { ...submission, sheetId: page.sheets[0]?.id as SheetId }),
    )
    expect(file.headers.get('content-type')).toBe('application/pdf')
    expect((await readPdf(new Uint8Array(await file.arrayBuffer()))).pages[2]?.text).toBe('Page 3')
  })

  it('bring no script, action or attachment along', async () => {
    const bytes = await pdfOf(1, pdf => {
      pdf.addJavaScript('greet', 'app.alert(1)')
      const action = pdf.context.obj({ S: 'JavaScript', JS: PDFString.of('app.alert(2)') })
      pdf.catalog.set(PDFName.of('OpenAction'), action)
      pdf.getPages()[0]?.node.set(PDFName.of('AA'), pdf.context.obj({ O: action }))
      void pdf.attach(Buffer.from('x'), 'x.exe')
    })
    expect((await readPdf(bytes)).script).not.toBeNull()
    const { json } = await give(bytes)
    const params = { classId: submission.classId, workId, sheetId: json.sheets[0].id }
    const kept = new Uint8Array(
      await (await teacher.fetch(addressOf(routes.seeGivenSheet, params))).arrayBuffer(),
    )
    expect((await readPdf(kept)).script).toBeNull()
    expect(Buffer.from(kept).toString('latin1')).not.toMatch(/JavaScript|OpenAction|EmbeddedFile/)
    expect((await readPdf(kept)).pages[0]?.text).toBe('Page 1')
  })

  it('that lie on their side stand upright', async () => {
    const { json } = await give(await pdfOf(1, pdf => pdf.getPages()[0]?.setRotation(degrees(90))))
    expect(json.sheets[0]).toMatchObject({ width: 594, height: 420 })
  })

  it('are pictures too: each a page as wide as paper', async () => {
    const photo = await sharp({ create: { width: 300, height: 400, channels: 3, background: '#fff' } })
      .png()
      .toBuffer()
    const { json } = await give(photo, 'paper.png')
    expect(json.sheets).toMatchObject([{ type: 'image/png', page: 1 }])
    expect(json.sheets[0].width).toBeCloseTo(595.28, 1)
    expect(json.sheets[0].height / json.sheets[0].width).toBeCloseTo(4 / 3, 3)
  })

  it.each([
    ['broken', async () => Buffer.from('%PDF-1.7\nnothing more'), 'pdf_broken'],
    ['cut off', async () => Buffer.from(await pdfOf(2)).subarray(0, 300), 'pdf_broken'],
    ['of 500 pages', () => pdfOf(500), 'pdf_pages'],
    ['no PDF', async () => Buffer.from('words'), 'file_type'],
  ])('from a file that is %s are refused, naming it', async (_, make, code) => {
    const { json } = await give(await make())
    expect(json.error).toMatchObject({ code, params: { name: 'sheet.pdf' } })
    expect((await worksheet()).sheets).toEqual([])
  })

  it('from a locked PDF are refused', async () => {
    // what is encrypted says so in its trailer (ISO 32000-1, 7.6.1)
    const plain = Buffer.from(
      await (await PDFDocument.load(await pdfOf(1))).save({ useObjectStreams: false }),
    ).toString('latin1')
    const locked = plain.replace(
      /trailer\s*<</,
      'trailer\n<<\n/Encrypt << /Filter /Standard /V 1 /R 2 /O (x) /U (x) /P -4 >>',
    )
    expect(locked).not.toBe(plain)
    expect((await give(Buffer.from(locked, 'latin1'))).json.error.code).toBe('pdf_locked')
  })

  it('are not there before the submission opens, but for the teachers', async () => {
    workId = await buildWork(school.world, school.built, {
      title: 'Later',
      opens: '2026-10-15T09:00',
      due: '2026-10-16T17:00',
    })
    submission = { ...submission, workId }
    const { json } = await give(await pdfOf(1))
    expect(await anna.ask('seeWorksheet', submission)).toMatchObject({ error: { code: 'work_not_open' } })
    const address = addressOf(routes.seeSheet, { ...submission, sheetId: json.sheets[0].id })
    expect((await anna.fetch(address)).status).toBe(404)
    expect((await teacher.fetch(address)).status).toBe(200)
    expect((await worksheet(teacher)).sheets).toHaveLength(1)
  })

  it('edited later reach only those who have not begun', async () => {
    const first = (await give(await pdfOf(1))).json.sheets[0].id as SheetId
    await draw([line('a', first)])
    await give(await pdfOf(2))
    await teacher.get('removeGivenSheet', { classId: submission.classId, workId, sheetId: first })
    expect((await worksheet()).sheets.map(sheet => sheet.id)).toEqual([first])
    const bos = { ...submission, placeId: placeOf(school.built, 'Bo Lund').placeId }
    expect((await school.bo.get('seeWorksheet', bos)).sheets).toHaveLength(2)
  })
})

describe('ink', () => {
  let sheetId: SheetId
  beforeEach(async () => {
    sheetId = (await give(await pdfOf(2))).json.sheets[0].id
  })

  it('makes the own worksheet, starts the submission, and is the same however often it is sent', async () => {
    const saved = await draw([line('a', sheetId), line('b', sheetId)])
    expect(saved.version).toBe(1)
    expect((await anna.get('seeSubmission', submission)).status.phase).toBe('started')
    expect(await draw([line('a', sheetId), line('b', sheetId)])).toMatchObject({ version: 1 })
    await draw([line('c', sheetId)], ['a'])
    expect(await draw([line('c', sheetId)], ['a'])).toMatchObject({ version: 2 })
    expect(idsOf(await worksheet(teacher))).toEqual(['b', 'c'])
  })

  it('of two devices at once is all there', async () => {
    const ids = Array.from({ length: 40 }, (_, index) => `i${index}`)
    await Promise.all(ids.map(id => draw([line(id, sheetId)])))
    expect(idsOf(await worksheet()).sort()).toEqual([...ids].sort())
  })

  it('taken off comes back with what was undone', async () => {
    await draw([line('a', sheetId)])
    await draw([], ['a'])
    expect(idsOf(await worksheet())).toEqual([])
    await draw([line('a', sheetId)])
    expect(idsOf(await worksheet())).toEqual(['a'])
  })

  it('that was rubbed out at once is found again and brought back', async () => {
    await draw(Array.from({ length: 12 }, (_, index) => line(`i${index}`, sheetId)))
    await draw(
      [],
      Array.from({ length: 12 }, (_, index) => `i${index}`),
    )
    const versions = await anna.get('seeInkVersions', submission)
    expect(versions).toMatchObject([{ version: 1, why: 'cut', items: 12 }])
    expect((await anna.get('seeInkVersion', { ...submission, number: '1' })).items).toHaveLength(12)
    await teacher.get('bringInkBack', { ...submission, number: '1' })
    expect((await worksheet()).items).toHaveLength(12)
    expect((await anna.get('seeInkVersions', submission))[0]).toMatchObject({
      why: 'back',
      items: 0,
      keptBy: 'Ms Kestrel',
    })
  })

  it.each([
    ['on a page that is not of this worksheet', () => [line('a', 'elsewhere')], 404, 'not_found'],
    ['that is none', () => [{ ...line('a', sheetId), points: '!!' } as InkItem], 422, 'ink_unreadable'],
    [
      'of a shape that does not exist',
      () => [{ ...line('a', sheetId), kind: 'blob' } as never],
      422,
      'shape_wrong',
    ],
  ])('%s is refused, and nothing of the rest is lost', async (_, make, status, code) => {
    await draw([line('z', sheetId)])
    expect(await anna.ask('saveInk', submission, { put: make(), drop: [] })).toMatchObject({
      status,
      error: { code },
    })
    expect(idsOf(await worksheet())).toEqual(['z'])
  })

  it('handed in stays as it was, whatever is drawn after', async () => {
    const { version } = await draw([line('a', sheetId)])
    expect(await anna.ask('handIn', submission, { version: 0, ink: version + 1 })).toMatchObject({
      error: { code: 'worksheet_changed' },
    })
    await anna.get('handIn', submission, { version: 0, ink: version })
    expect(await anna.ask('saveInk', submission, { put: [line('b', sheetId)], drop: [] })).toMatchObject({
      error: { code: 'not_yours_to_change' },
    })
    await anna.get('takeBack', submission)
    await draw([line('b', sheetId)], ['a'])
    const page = await teacher.get('seeSubmission', submission)
    expect(page.handIns[0]?.worksheet).toEqual({ pages: 2, version: 1, items: 1 })
    expect(idsOf(await teacher.get('seeInkVersion', { ...submission, number: '1' }))).toEqual(['a'])
    expect(idsOf(await worksheet())).toEqual(['b'])
  })
})

describe('a pupil’s own pages', () => {
  const photo = () =>
    sharp({ create: { width: 300, height: 400, channels: 3, background: '#eee' } })
      .jpeg()
      .toBuffer()
  const add = async (bytes: Uint8Array, name: string) => {
    const { id } = await anna.begin(submission, { name, size: bytes.length }, bytes)
    return anna.ask('addSheets', submission, { uploadId: id })
  }

  it('are photos of paper, one behind the other, behind what was given out', async () => {
    await give(await pdfOf(1))
    await add(await photo(), 'one.jpg')
    const { reply } = await add(await photo(), 'two.jpg')
    expect(reply.sheets).toMatchObject([{ name: 'two.jpg', own: true }])
    const { sheets } = await worksheet()
    expect(sheets.map(sheet => [sheet.name, sheet.own])).toEqual([
      ['sheet.pdf', false],
      ['one.jpg', true],
      ['two.jpg', true],
    ])
    const ids = sheets.map(sheet => sheet.id)
    await anna.get('orderSheets', submission, { sheetIds: [ids[2], ids[0]] as SheetId[] })
    expect((await worksheet()).sheets.map(sheet => sheet.name)).toEqual(['two.jpg', 'sheet.pdf'])
    expect(await anna.ask('orderSheets', submission, { sheetIds: ['none' as SheetId] })).toMatchObject({
      status: 404,
    })
  })

  it('are not more than a worksheet takes', async () => {
    await give(await pdfOf(FILE_LIMITS.sheets))
    expect(await add(await photo(), 'more.jpg')).toMatchObject({ error: { code: 'sheets_many' } })
  })
})

describe('as a PDF', () => {
  const take = async (number = '0') =>
    readPdf(
      new Uint8Array(
        await (await anna.fetch(addressOf(routes.takeWorksheet, { ...submission, number }))).arrayBuffer(),
      ),
    )

  it('has everything on it: what was printed, strokes, shapes, words that can be found, and margin notes', async () => {
    const { json } = await give(await pdfOf(2))
    const [one, two] = json.sheets.map((sheet: { id: string }) => sheet.id)
    const text = {
      kind: 'text',
      id: 't',
      page: one,
      x: 200,
      y: 300,
      size: 24,
      colour: 'red',
      text: 'The lid\nholds warm air',
    } as const
    const note = {
      kind: 'note',
      id: 'n',
      page: two,
      x: 500,
      y: 500,
      text: 'Is this the dew point? 水',
      fileId: null,
    } as const
    const oval = {
      kind: 'shape',
      id: 'o',
      page: two,
      shape: 'oval',
      colour: 'green',
      width: 3,
      from: { x: 1, y: 1 },
      to: { x: 90, y: 90 },
    } as const
    await draw([line('a', one), { ...line('h', one), tool: 'highlighter' } as InkItem, text, note, oval])
    const { pages, title } = await take()
    expect(title).toBe('Label the jar — Anna Reyes')
    expect(pages).toHaveLength(3)
    expect(pages[0]).toMatchObject({ width: 420, height: 594 })
    expect(pages[0]?.text).toContain('Page 1')
    expect(pages[0]?.text).toMatch(/The lid\s+holds warm air/)
    expect(pages[0]?.drawn).toBe(2)
    expect(pages[1]?.drawn).toBe(2)
    expect(pages[2]?.text).toMatch(/1\.\s+Is this the dew point\?\s+水/)
  })

  it('is that of the version asked for', async () => {
    const { json } = await give(await pdfOf(1))
    await draw([line('a', json.sheets[0].id)])
    await anna.get('handIn', submission, { version: 0 })
    await anna.get('takeBack', submission)
    await draw([line('b', json.sheets[0].id), line('c', json.sheets[0].id)])
    expect((await take('1')).pages[0]?.drawn).toBe(1)
    expect((await take()).pages[0]?.drawn).toBe(3)
  })
})

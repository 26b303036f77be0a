import { rm } from 'node:fs/promises'
import { addressOf, routes } from '@oppen/contract'
import type { WorkId } from '@oppen/core/ids'
import { type InkItem, pack } from '@oppen/core/ink'
import { buildWork, type Person, type SmallSchool, smallSchool, submissionOf } from '@oppen/demo'
import { PDFDocument } from 'pdf-lib'
import sharp from 'sharp'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { readPdf, unzip } from '../../testing/readBack.js'
import type { SubmissionAddress } from '../submissions/moves.js'

let school: SmallSchool
let anna: Person
let teacher: Person
let workId: WorkId
let submission: SubmissionAddress
let count = 0

beforeAll(async () => {
  school = await smallSchool()
  ;({ anna, teacher } = school)
})
afterAll(() => school.stop())
beforeEach(async () => {
  count += 1
  const title = `../Rain ${count}: why "so" much?\u202E`
  workId = await buildWork(school.world, school.built, { title, due: '2026-10-16T17:00', points: '10' })
  submission = submissionOf(school.built, workId, 'Anna Reyes')
})

async function exportWork(): Promise<Map<string, Buffer>> {
  const { classId, placeId } = submission
  const answer = await anna.fetch(addressOf(routes.takeOwnWork, { classId, placeId }))
  return unzip(Buffer.from(await answer.arrayBuffer()))
}

/** The files of the last submission, by their names in its folder. */
function lastFolder(files: Map<string, Buffer>): Map<string, Buffer> {
  const last = [...files.keys()].find(name => name.includes(`Rain ${count}_`))?.replace(/[^/]+$/, '') ?? ''
  const inIt = [...files].filter(([name]) => name.startsWith(last))
  return new Map(inIt.map(([name, bytes]) => [name.slice(last.length), bytes]))
}

const photo = () =>
  sharp({ create: { width: 30, height: 40, channels: 3, background: '#eee' } })
    .jpeg()
    .toBuffer()

const WRITTEN = `<h2>Why it rains</h2><p>The <strong>hill</strong> is wetter, by <span data-tex="\\frac{3}{4} &lt; x"></span>.</p>
<ul><li><p>cloud</p></li></ul><table><tbody><tr><th><p>Day</p></th><td><p>3 mm</p></td></tr></tbody></table>
<p><a href="https://weather.example/">where</a> Привет 🌧</p>`

describe('all own work', () => {
  it('names a file that is missing on the server, in its place and in the list, and the rest comes', async () => {
    const text = (words: string, name: string) =>
      anna.upload(submission, Buffer.from(words), name, 'text/plain')
    const { reply } = await text('lost\n', 'lost.txt')
    await text('here\n', 'here.txt')
    const lost = await school.world.db.row<{ hash: string }>('select hash from files where id = $id', {
      id: reply.id,
    })
    await rm(school.world.files.pathOf(lost?.hash ?? ''))
    const all = await exportWork()
    const files = lastFolder(all)
    // files of one moment come in any order
    const named = new Map([...files].map(([name, bytes]) => [name.replace(/^\d /, ''), bytes.toString()]))
    expect([...named.keys()].sort()).toEqual(['here.txt', 'lost.txt is missing.txt'])
    expect(named.get('lost.txt is missing.txt')).toMatch(/missing on the server.*Tell your school/)
    expect(named.get('here.txt')).toBe('here\n')
    expect(all.get('index.html')?.toString()).toContain('lost.txt: missing on the server')
  })

  it('is written in the language of whoever downloads it', async () => {
    await anna.get('chooseLanguage', {}, { language: 'pt' })
    await anna.get('saveDraft', submission, { html: '<p>Chove.</p>', base: 0 })
    const all = await exportWork()
    await anna.get('chooseLanguage', {}, { language: null })
    expect([...lastFolder(all).keys()].sort()).toEqual(['cópia própria.html', 'cópia própria.pdf'])
    const index = all.get('index.html')?.toString() ?? ''
    expect(index).toContain('<html lang="pt">')
    expect(index).toMatch(/Como estava em quarta-feira.* 14 de outubro/)
    expect(index).toContain('<td>Começado</td>')
  })

  it('has each page as any browser shows it and as a PDF, with its pictures, links and formulas', async () => {
    const { reply } = await anna.upload(submission, await photo(), 'jar/lid.jpg')
    const src = addressOf(routes.seeFile, { ...submission, fileId: reply.id })
    const html = `${WRITTEN}<p><img src="${src}" alt="The jar" /></p>`
    const saved = await anna.get('saveDraft', submission, { html, base: 0 })
    await anna.get('handIn', submission, { version: saved.version })
    const files = lastFolder(await exportWork())
    expect([...files.keys()].sort()).toEqual([
      '1 lid.jpg',
      'hand-in 1.html',
      'hand-in 1.pdf',
      'own copy.html',
      'own copy.pdf',
    ])
    expect(files.get('1 lid.jpg')?.length).toBe(reply.size)
    const page = files.get('own copy.html')?.toString() ?? ''
    expect(page).toContain('src="1%20lid.jpg"')
    expect(page).toMatch(/<math.*<mfrac>.*&lt;.*<\/math>/s)
    for (const name of ['own copy.pdf', 'hand-in 1.pdf']) {
      const { pages, title } = await readPdf(files.get(name) ?? Buffer.alloc(0))
      expect(title).toContain('— Anna Reyes')
      expect(pages).toHaveLength(1)
      expect(pages[0]?.text).toMatch(
        /Why it rains.*The\s+hill\s+is wetter, by.*• .*cloud.*Day.*3 mm.*where.*Привет.*🌧/s,
      )
      // the photo, and the formula
      expect(pages[0]).toMatchObject({ pictures: 2, links: ['https://weather.example/'] })
    }
  })

  it('has a page in front that leads to everything, with states and marks', async () => {
    const { version } = await anna.get('saveDraft', submission, { html: '<p>mine</p>', base: 0 })
    await anna.get('handIn', submission, { version })
    await teacher.get('handBack', submission, {
      number: 1,
      mark: '8.5',
      feedback: '<p>A <em>good</em> day</p>',
    })
    const files = await exportWork()
    const front = files.get('index.html')?.toString() ?? ''
    const row = front.split('<tr>').find(one => one.includes(`Rain ${count}: why &quot;so&quot; much?`)) ?? ''
    expect(row).toMatch(/Handed back<\/td><td>8\.5/)
    const links = [...front.matchAll(/href="([^"]+)"/g)].map(([, to]) => decodeURIComponent(to ?? ''))
    expect([...links, 'index.html'].sort()).toEqual([...files.keys()].sort())
    expect(lastFolder(files).get('feedback.html')?.toString()).toContain('<p>A <em>good</em> day</p>')
  })

  it('has worksheets with everything on them, as they are and as they were handed in', async () => {
    const pdf = await PDFDocument.create()
    pdf.addPage([420, 594]).drawText('Page 1', { x: 40, y: 500, size: 20 })
    const form = new FormData()
    form.append('file', new File([Uint8Array.from(await pdf.save())], 'sheet.pdf'))
    const address = addressOf(routes.giveSheets, { classId: submission.classId, workId })
    const { sheets } = await (await teacher.fetch(address, { method: 'POST', body: form })).json()
    const stroke = (id: string): InkItem => {
      const points = pack([0, 40, 80].map(x => ({ x: 100 + x, y: 100 + x / 4, pressure: 0.5 })))
      return { kind: 'stroke', id, page: sheets[0].id, tool: 'pen', colour: 'blue', width: 4, points }
    }
    const { version } = await anna.get('saveInk', submission, { put: [stroke('a')], drop: [] })
    await anna.get('handIn', submission, { version: 0, ink: version })
    await anna.get('takeBack', submission)
    await anna.get('saveInk', submission, { put: [stroke('b')], drop: [] })
    const files = lastFolder(await exportWork())
    const drawn = async (name: string) =>
      (await readPdf(files.get(name) ?? Buffer.alloc(0))).pages.map(page => [page.text, page.drawn])
    expect(await drawn('hand-in 1 worksheet.pdf')).toEqual([['Page 1', 1]])
    expect(await drawn('worksheet.pdf')).toEqual([['Page 1', 2]])
    const { classId, placeId } = submission
    const { submissions } = await anna.get('seeOwnWork', { classId, placeId })
    expect(submissions.find(one => one.workId === workId)?.worksheet).toBe(2)
  })
})

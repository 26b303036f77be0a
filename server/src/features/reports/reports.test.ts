import type { ReportJob } from '@oppen/contract'
import { addressOf, routes } from '@oppen/contract'
import type { PlaceId } from '@oppen/core/ids'
import { buildWork, named, type Person, placeOf, type SmallSchool, smallSchool } from '@oppen/demo'
import { PDFDocument } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import { beforeEach, describe, expect, it } from 'vitest'

let school: SmallSchool
let teacher: Person
const at = () => ({ classId: school.built.classId })
const anna = () => placeOf(school.built, 'Anna Reyes').placeId as PlaceId
const span = { from: '2026-09-28', to: '2026-10-12' }

beforeEach(async () => {
  school = await smallSchool()
  ;({ teacher } = school)
  return () => school.stop()
})

async function finished(job: ReportJob): Promise<ReportJob> {
  let now = job
  while (now.state === 'working') now = await teacher.get('seeReportJob', { ...at(), jobId: job.id })
  return now
}
const take = async (jobId: string, who = teacher) => {
  const answer = await who.fetch(addressOf(routes.takeReports, { ...at(), jobId }))
  return { status: answer.status, bytes: new Uint8Array(await answer.arrayBuffer()) }
}
/** The words on each page, as an independent reader of PDF finds them. */
async function textsOf(bytes: Uint8Array): Promise<string[]> {
  const pdf = await getDocument({ data: bytes, useSystemFonts: false }).promise
  const texts: string[] = []
  for (let number = 1; number <= pdf.numPages; number++) {
    const { items } = await (await pdf.getPage(number)).getTextContent()
    texts.push(items.map(item => ('str' in item ? item.str : '')).join(' '))
  }
  return texts
}

describe('reports', () => {
  it('are a page for each pupil, with the teacher’s words, marks, goals and the average of these weeks', async () => {
    const workId = await buildWork(school.world, school.built, {
      title: 'Rain log',
      due: '2026-10-16T10:00',
      points: '10',
    })
    const late = await buildWork(school.world, school.built, {
      title: 'Later work',
      due: '2026-11-20T10:00',
      points: '10',
    })
    for (const [work, mark] of [
      [workId, '8.5'],
      [late, '1'],
    ] as const) {
      const cells = [{ workId: work, placeId: anna(), mark, was: null }]
      await teacher.get('setDraftMarks', at(), { cells })
      await teacher.get('handBackDrafts', at(), { cells })
    }
    await teacher.get('writeGoals', { ...at(), week: '2026-10-12' }, { goals: ['Read a gauge'] })
    const words = 'Anna asks good questions — weiter so! 好'
    await teacher.get('saveReportWords', { ...at(), placeId: anna() }, { ...span, words })
    const { pupils } = await teacher.get('seeReports', { ...at(), ...span })
    expect(pupils.find(one => one.placeId === anna())?.words).toBe(words)
    const placeIds = pupils.map(one => one.placeId)
    const job = await finished(await teacher.get('beginReports', at(), { ...span, placeIds }))
    expect(job).toMatchObject({ state: 'ready', done: placeIds.length, of: placeIds.length })
    const texts = await textsOf((await take(job.id)).bytes)
    expect(texts).toHaveLength(placeIds.length)
    const page = texts.find(text => text.startsWith('Anna Reyes')) ?? ''
    for (const part of [
      'Average 85.0 %',
      'from 1 mark',
      'weiter so!',
      'Rain log',
      '8.5 of 10',
      'Read a gauge',
    ])
      expect(page).toContain(part)
    expect(page).not.toContain('Later work')
    // where the class shows marks as words only, so does paper
    const { rules } = await teacher.get('seeMarkBook', at())
    const scale = [
      { label: 'Grown', from: 800 },
      { label: 'Growing', from: 0 },
    ]
    await teacher.get('setMarkRules', at(), { ...rules, scale, wordsOnly: true })
    const again = await finished(await teacher.get('beginReports', at(), { ...span, placeIds: [anna()] }))
    const [inWords = ''] = await textsOf((await take(again.id)).bytes)
    expect(inWords).toMatch(/Average Grown.*Rain log.*Grown/)
    expect(inWords).not.toMatch(/85\.0 %|8\.5 of 10/)
  })

  it('stay one page each, however much there is to say', async () => {
    for (let n = 0; n < 70; n++)
      await buildWork(school.world, school.built, {
        title: `Piece ${n}`,
        due: '2026-10-16T10:00',
        points: '10',
      })
    await teacher.get(
      'saveReportWords',
      { ...at(), placeId: anna() },
      { ...span, words: 'Long words. '.repeat(600) },
    )
    const job = await finished(await teacher.get('beginReports', at(), { ...span, placeIds: [anna()] }))
    expect((await PDFDocument.load((await take(job.id)).bytes)).getPageCount()).toBe(1)
  })

  it('can be given up, are whoever’s began them alone, and begun again take the place of those before', async () => {
    const names = Array.from({ length: 40 }, (_, n) => `Pupil ${String.fromCharCode(65 + (n % 26))}${n}`)
    await teacher.get('addPlaces', at(), { places: names.map(name => named(name)) })
    const { pupils } = await teacher.get('seeReports', { ...at(), ...span })
    const placeIds = pupils.map(one => one.placeId)
    const begin = () => teacher.get('beginReports', at(), { ...span, placeIds })
    const first = await begin()
    expect((await take(first.id)).status).toBe(404)
    await teacher.get('cancelReports', { ...at(), jobId: first.id })
    expect(await teacher.ask('seeReportJob', { ...at(), jobId: first.id })).toMatchObject({ status: 404 })
    const [second, third] = [await begin(), await begin()]
    expect(await teacher.ask('seeReportJob', { ...at(), jobId: second.id })).toMatchObject({ status: 404 })
    await finished(third)
    expect((await take(third.id, school.anna)).status).toBe(404)
    expect((await take(third.id)).status).toBe(200)
  })

  it('are refused for weeks that are none, and for nobody', async () => {
    const ask = (more: object) => teacher.ask('beginReports', at(), { ...span, placeIds: [anna()], ...more })
    for (const wrong of [{ from: 'x' }, { to: '2026-02-30' }, { from: '2026-10-19' }, { to: '2030-01-01' }])
      expect(await ask(wrong)).toMatchObject({ error: { code: 'report_span' } })
    expect(await ask({ placeIds: [] })).toMatchObject({ error: { code: 'report_nobody' } })
    expect(
      await teacher.ask(
        'saveReportWords',
        { ...at(), placeId: anna() },
        { ...span, words: 'x'.repeat(9_000) },
      ),
    ).toMatchObject({ error: { code: 'text_long' } })
  })
})

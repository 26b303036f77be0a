import { readFile } from 'node:fs/promises'
import { expect, type Page, test } from '@playwright/test'
import { parse } from 'csv-parse/sync'
import { unzipSync } from 'fflate'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const cell = (page: Page, name: string, title: string) =>
  page.getByRole('gridcell', { name: new RegExp(`^${name}, ${title}:`) })

/** Pastes as a spreadsheet would. */
const paste = (page: Page, text: string) =>
  page.getByRole('grid').evaluate((grid, pasted) => {
    const data = new DataTransfer()
    data.setData('text/plain', pasted)
    grid.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)

test('marks are typed, pasted and undone like in a spreadsheet, and seen by pupils once they are handed back', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  const faults: string[] = []
  page.on('pageerror', error => faults.push(error.message))
  page.on('console', message => message.type() === 'error' && faults.push(message.text()))
  await signIn(page, 'ms.varga')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('link', { name: 'Mark book', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Mark book', level: 1 })).toBeVisible()
  const average = page.getByRole('button', { name: /^Average of Ada Moreno: 78\.2 %/ })
  await expect(average).toBeVisible()
  await accessible(page)

  // by keys alone: down a column, with Enter
  const at = 'Soil jar drawing'
  await cell(page, 'Ada Moreno', at).click()
  await page.keyboard.type('9')
  await page.keyboard.press('Enter')
  await expect(cell(page, 'Bram Okoye', at)).toHaveAttribute('aria-selected', 'true')
  await expect(cell(page, 'Ada Moreno', at)).toHaveAccessibleName(/: 9, not handed back yet/)
  // 52 of 65 points
  await expect(page.getByRole('button', { name: /^Average of Ada Moreno: 80\.0 %/ })).toBeVisible()
  // more than there is to have is named, and what was typed stays to be put right
  await page.keyboard.type('11')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toHaveText(
    /Bram Okoye, Soil jar drawing: “11” is more than the 10 points/,
  )
  await expect(page.getByRole('textbox', { name: 'Mark for Bram Okoye, Soil jar drawing' })).toHaveValue('11')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('Enter')
  await expect(cell(page, 'Bram Okoye', at)).toHaveAccessibleName(/: 1, not handed back yet/)
  await expect(page.getByRole('alert')).toHaveCount(0)

  // a column that is pasted, and taken back with one key
  await expect(cell(page, 'Chidi Larsen', at)).toHaveAttribute('aria-selected', 'true')
  await paste(page, '7\r\n8,5\r\n6\r\n')
  await expect(cell(page, 'Dilys Park', at)).toHaveAccessibleName(/: 8\.5, not handed back yet/)
  await expect(cell(page, 'Ewan Sato', at)).toHaveAccessibleName(/: 6, not handed back yet/)
  await page.keyboard.press('Control+z')
  await expect(cell(page, 'Dilys Park', at)).toHaveAccessibleName(/: 8$/)
  await expect(cell(page, 'Ewan Sato', at)).toHaveAccessibleName(/: 7$/)
  await page.keyboard.press('Control+z')
  await expect(cell(page, 'Bram Okoye', at)).toHaveAccessibleName(/: 5\.5$/)
  await page.keyboard.press('Control+End')
  await page.keyboard.press('Control+Home')
  await expect(cell(page, 'Ada Moreno', 'Build a rain gauge')).toHaveAttribute('aria-selected', 'true')

  // what was typed outlives the page; the pupil has none of it before it is handed back
  const pupil = await device(browser, school.address)
  await signIn(pupil.page, 'ada.moreno')
  await page.reload()
  await expect(cell(page, 'Ada Moreno', at)).toHaveAccessibleName(/: 9, not handed back yet/)
  await pupil.page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await pupil.page.getByRole('link', { name: 'Progress' }).first().click()
  await expect(pupil.page.getByText('78.2 %').first()).toBeVisible()
  await page.getByRole('button', { name: 'Hand back 2 marks' }).click()
  await expect(page.getByText('2 marks are handed back.').first()).toBeVisible()
  await expect(cell(page, 'Ada Moreno', at)).toHaveAccessibleName(/: 9$/)
  await expect(pupil.page.getByText('80.0 %').first()).toBeVisible()
  expect(faults).toEqual([])
  await Promise.all([context.close(), pupil.context.close()])
})

test('an average shows how it comes about, by the rules that the teacher sets', async ({ browser }) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('link', { name: 'Mark book', exact: true }).click()
  // without a mouse: to the average of a row, and Enter
  await cell(page, 'Bram Okoye', 'Build a rain gauge').click()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  const working = page.getByRole('dialog', { name: 'How the average of Bram Okoye comes about' })
  await expect(working.getByRole('row', { name: /Build a rain gauge.*missing, not counted/ })).toBeVisible()
  await accessible(page)
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Rules for averages' }).click()
  const rules = page.getByRole('dialog', { name: 'Rules for averages' })
  await rules.getByLabel('Missing work counts as zero').check()
  await rules.getByLabel('Days after the deadline').fill('0')
  await rules.getByLabel('Lowest marks dropped').fill('1')
  await rules.getByLabel('Show a word or letter beside the average').check()
  await accessible(page)
  await rules.getByRole('button', { name: 'Save' }).click()
  await expect(rules).toHaveCount(0)
  await page.getByRole('button', { name: /^Average of Bram Okoye: .* · / }).click()
  await expect(
    working.getByRole('row', { name: /Build a rain gauge.*one of the lowest: dropped/ }),
  ).toBeVisible()
  await page.keyboard.press('Escape')
  // coming late takes points, and is forgiven with one press
  await page.getByRole('button', { name: 'Rules for averages' }).click()
  await rules.getByLabel('Late work loses points').check()
  await rules.getByRole('button', { name: 'Save' }).click()
  await expect(rules).toHaveCount(0)
  await page.getByRole('button', { name: /^Average of Chidi Larsen/ }).click()
  const chidi = page.getByRole('dialog', { name: 'How the average of Chidi Larsen comes about' })
  const late = chidi.getByRole('row', { name: /Seed packet detective/ })
  await expect(late).toContainText('of the points taken')
  await late.getByRole('button', { name: /^Forgive/ }).click()
  await expect(late).toContainText('late, forgiven')
  await expect(late).not.toContainText('of the points taken')
  await page.keyboard.press('Escape')
  // a piece of work that does not count any more
  await cell(page, 'Ada Moreno', 'Cloud names and what they bring').click()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('Enter')
  const work = page.getByRole('dialog', { name: 'Cloud names and what they bring' })
  await expect(work.getByText('Median')).toBeVisible()
  await work.getByLabel('Counts in averages').uncheck()
  await accessible(page)
  await work.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: /^Average of Bram Okoye/ }).click()
  await expect(
    working.getByRole('row', { name: /Cloud names and what they bring.*does not count/ }),
  ).toBeVisible()
  await context.close()
})

test('marks that are typed without a network are saved on the device, and sent once it is back', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  const { ties } = await (await page.request.get('/api/me')).json()
  const { classId } = ties.find((one: { className: string }) => one.className === 'Garden Science')
  await page.goto(`/c/${classId}/mark-book`)
  // the table is there before the network goes
  await expect(cell(page, 'Goran Pell', 'Bean height chart')).toBeVisible()
  await context.setOffline(true)
  await cell(page, 'Goran Pell', 'Bean height chart').click()
  await page.keyboard.type('6.5')
  await page.keyboard.press('Enter')
  await expect(page.getByText('1 mark is saved on this device')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText('1 mark is saved on this device')).toHaveCount(0, { timeout: 15_000 })
  const book = await (await page.request.get(`/api/classes/${classId}/mark-book`)).json()
  const goran = book.pupils.find((one: { name: string }) => one.name === 'Goran Pell')
  expect(goran.cells.filter((one: { draftMark?: number }) => one.draftMark === 650)).toHaveLength(1)
  await context.close()
})

test('marks go out as tables and as OneRoster, and come back from a file, seen before they are set', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await page
    .getByRole('link', { name: /^Garden Science/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Progress' }).first().click()
  await page.getByRole('link', { name: 'Mark book', exact: true }).click()
  await page.getByRole('button', { name: 'Import and export' }).click()
  await accessible(page)
  const saved = async (button: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button, exact: true }).click(),
    ])
    return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) }
  }
  const read = (text: Uint8Array | string): string[][] => parse(Buffer.from(text as never), { bom: true })
  const table = await saved('Table (CSV)')
  expect(table.name).toBe('Garden Science.csv')
  const [head = [], ...lines] = read(table.bytes)
  expect([head[0], head.at(-1)]).toEqual(['Pupil', 'Average'])
  expect(lines).toHaveLength(24)
  // read by a second reader of CSV (csv-parse), which refuses lines of different lengths
  for (const version of ['1.1', '1.2']) {
    const zip = await saved(`OneRoster ${version}`)
    const files = unzipSync(zip.bytes)
    expect(Object.keys(files).sort()).toEqual([
      'categories.csv',
      'lineItems.csv',
      'manifest.csv',
      'results.csv',
    ])
    const manifest = Object.fromEntries(read(files['manifest.csv'] ?? ''))
    expect(manifest).toMatchObject({
      'oneroster.version': version,
      'file.results': 'bulk',
      'file.users': 'absent',
    })
    const [columns = [], ...results] = read(files['results.csv'] ?? '')
    const marked = results.filter(line => line[columns.indexOf('scoreStatus')] === 'fully graded')
    expect(marked.length).toBeGreaterThan(50)
    for (const line of marked) expect(line[columns.indexOf('score')]).toMatch(/^\d+(\.\d+)?$/)
    const items = new Set(read(files['lineItems.csv'] ?? '').map(line => line[0]))
    expect(results.every(line => items.has(line[columns.indexOf('lineItemSourcedId')] ?? ''))).toBe(true)
  }
  // a colleague has written into the table; one line and one column are of nobody here
  const column = head.findIndex(title => title.startsWith('Soil jar drawing'))
  const changed = lines.map(line =>
    line.map((field, at) => (at === column && line[0] === 'Ada Moreno' ? '6,5' : field)),
  )
  const text = [[...head, 'Pond'], ...changed.map(line => [...line, '1']), ['Nobody', ...head]]
    .map(line => line.map(field => `"${field}"`).join(';'))
    .join('\n')
  await page.setInputFiles('input[type=file]', {
    name: 'marks.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  })
  await expect(page.getByText('marks.csv: 1 mark that is new or different')).toBeVisible()
  await expect(page.getByText(/nobody of this name, or several: Nobody\./)).toBeVisible()
  await expect(page.getByText(/this title, or several have: Pond\./)).toBeVisible()
  await page.getByRole('button', { name: 'Set 1 mark' }).click()
  await expect(cell(page, 'Ada Moreno', 'Soil jar drawing')).toHaveAccessibleName(
    /: 6\.5, not handed back yet/,
  )
  await cell(page, 'Ada Moreno', 'Soil jar drawing').click()
  await page.keyboard.press('Control+z')
  await expect(cell(page, 'Ada Moreno', 'Soil jar drawing')).not.toHaveAccessibleName(/6\.5/)

  // on paper it is whole, whatever of it is seen on the screen
  await page.evaluate(() => {
    window.print = () => undefined
  })
  await page.getByRole('button', { name: 'Print' }).click()
  await page.emulateMedia({ media: 'print' })
  const sheet = page.locator('.printed-sheet').first()
  await expect(sheet).toBeVisible()
  await expect(sheet.getByRole('row')).toHaveCount(25)
  await expect(page.locator('#root')).toBeHidden()
  await context.close()
})

import { expect, type Page, test } from '@playwright/test'
import { strToU8, zipSync } from 'fflate'
import { WITH_MEDIA } from '../browser.js'
import { accessible, classIdOf, device, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

test.use({ launchOptions: WITH_MEDIA })

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const CONTAINER = `<?xml version="1.0"?><container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container">
<rootfiles><rootfile full-path="OEBPS/content.opf" media-type="application/oebps-package+xml"/></rootfiles></container>`
const PACKAGE = `<?xml version="1.0"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0" unique-identifier="id">
<metadata xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:identifier id="id">x</dc:identifier><dc:title>Tales of the mud</dc:title><dc:language>en</dc:language></metadata>
<manifest><item id="c1" href="one.xhtml" media-type="application/xhtml+xml"/><item id="c2" href="two.xhtml" media-type="application/xhtml+xml"/></manifest>
<spine><itemref idref="c1"/><itemref idref="c2"/></spine></package>`
const chapter = (title: string, body: string) =>
  `<?xml version="1.0"?><html xmlns="http://www.w3.org/1999/xhtml"><head><title>${title}</title><script>window.ran = true</script></head><body><h1>${title}</h1>${body}</body></html>`

/** A book by EPUB 3.3 (W3C Recommendation 2023), with a script in its chapters; locked by a publisher where that is asked for. */
function book(locked = false): Buffer {
  const encryption = `<encryption xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><EncryptedData xmlns="http://www.w3.org/2001/04/xmlenc#"><CipherData><CipherReference URI="OEBPS/one.xhtml"/></CipherData></EncryptedData></encryption>`
  return Buffer.from(
    zipSync({
      mimetype: [strToU8('application/epub+zip'), { level: 0 }],
      'META-INF/container.xml': strToU8(CONTAINER),
      ...(locked && { 'META-INF/encryption.xml': strToU8(encryption) }),
      'OEBPS/content.opf': strToU8(PACKAGE),
      'OEBPS/one.xhtml': strToU8(chapter('Low tide', '<p>Nothing moves.</p>')),
      'OEBPS/two.xhtml': strToU8(
        chapter(
          'The heron',
          '<p>A heron stands in the channel. It has one leg in the water and one in its feathers.</p><script>window.ran = true</script><p>Nobody has ever seen it sit down. The children count how long it can wait. The longest wait was nine minutes.</p>',
        ),
      ),
    }),
  )
}

const choose = (page: Page, name: string, buffer: Buffer) =>
  page.getByLabel('Take it from a file').setInputFiles({ name, mimeType: 'application/epub+zip', buffer })
const passage = (page: Page) => page.getByRole('group', { name: 'The text' })

/** What is marked in the passage in a colour. */
const markedIn = (page: Page, colour: string) =>
  page.evaluate(
    name => [...((CSS.highlights.get(`marked-${name}`) ?? []) as Iterable<Range>)].map(String),
    colour,
  )

test('a reading comes out of a book; its pupil marks it, looks up a word, finds the lines of a question and hands it in', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  const { page } = teacher
  await signIn(page, 'ms.varga')
  const classId = await classIdOf(page, 'Garden Science')
  await page.goto(`/c/${classId}/post`)
  await page.getByRole('button', { name: /^Reading a text/ }).click()
  await page.getByLabel('Title').fill('The heron')
  // what cannot be taken is said, and the text is as it was
  await editor(page, 'Text to read').fill('A line that stays.')
  await choose(page, 'locked.epub', book(true))
  await expect(page.getByText('This book is locked by its publisher', { exact: false })).toBeVisible()
  await choose(page, 'broken.epub', book().subarray(0, 300))
  await expect(page.getByText('This file cannot be read', { exact: false })).toBeVisible()
  await expect(editor(page, 'Text to read')).toContainText('A line that stays.')
  await choose(page, 'tales.epub', book())
  const chapters = page.getByRole('dialog', { name: 'Tales of the mud' })
  await chapters.getByLabel(/The heron/).check()
  await chapters.getByRole('button', { name: 'Take it' }).click()
  await expect(editor(page, 'Text to read')).toContainText('A heron stands in the channel.')
  await expect(editor(page, 'Text to read')).not.toContainText('A line that stays.')
  expect(await page.evaluate(() => 'ran' in window)).toBe(false)
  await expect(page.getByText(/^\d+ words · /)).toBeVisible()
  await expect(page.getByText('A formula says something from 100 words on.')).toBeVisible()
  await page.getByLabel('Where the questions stand').selectOption('beside the text')
  await page.getByLabel(/^Pupils read this by themselves/).check()
  await page.getByRole('button', { name: 'Add a word' }).click()
  await page.getByLabel('Word 1', { exact: true }).fill('channel')
  await page.getByLabel('What it means').fill('Where the water is deep.')
  await page.getByRole('button', { name: 'One choice' }).click()
  await editor(page, 'The question').fill('How long was the longest wait?')
  await page.getByLabel('Choice 1', { exact: true }).fill('Nine minutes')
  await page.getByLabel('Choice 2', { exact: true }).fill('A day')
  await page.getByLabel('Choice 1 is right').check()
  await page.getByRole('button', { name: 'Choose its lines' }).click()
  const lines = page.getByRole('dialog', { name: 'Choose its lines' })
  await lines.getByRole('button', { name: 'The longest wait was nine minutes.' }).dblclick()
  await expect(page.getByText('It is about')).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: /October/ })).toBeVisible()

  const ada = await device(browser, school.address)
  await signIn(ada.page, 'ada.moreno')
  await ada.page.goto(`/c/${classId}/topics`)
  await ada.page.getByRole('link', { name: /The heron/ }).click()
  await expect(ada.page.getByText('This text is yours to read', { exact: false })).toBeVisible()
  await expect(ada.page.getByText('Where the water is deep.', { exact: false })).toBeVisible()
  // by key: the second sentence is wondered about, with a note
  await passage(ada.page).focus()
  for (let times = 0; times < 3; times++) await ada.page.keyboard.press('ArrowDown')
  await ada.page.keyboard.press('3')
  await expect
    .poll(() => markedIn(ada.page, 'sky'))
    .toEqual(['It has one leg in the water and one in its feathers.'])
  await ada.page.keyboard.type('Is it cold?')
  await expect(ada.page.getByLabel(/^Note on/)).toHaveValue('Is it cold?')
  // a word is looked up without being heard, and goes to the own list
  await ada.page
    .getByText('A heron stands', { exact: false })
    .last()
    .dblclick({ position: { x: 30, y: 10 } })
  await ada.page.keyboard.press('Alt+w')
  const card = ada.page.getByRole('dialog', { name: 'About this word' })
  await expect(card).toContainText('heron')
  await expect(card).toContainText('your teacher switched reading aloud off')
  await expect(card.getByText('On your word list.')).toBeVisible()
  await accessible(ada.page)
  await card.getByRole('button', { name: 'Close' }).click()
  await ada.page.getByRole('button', { name: 'Begin' }).click()
  await ada.page.getByRole('button', { name: 'Show the lines it is about' }).click()
  await expect
    .poll(() =>
      ada.page.evaluate(() =>
        [...((CSS.highlights.get('asked-about') ?? []) as Iterable<Range>)].map(String),
      ),
    )
    .toEqual(['The longest wait was nine minutes.'])
  await ada.page.getByRole('button', { name: 'Back to question 1' }).click()
  await ada.page.getByLabel('Nine minutes').check()
  await ada.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await ada.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(ada.page.getByText('1 of 1 points').first()).toBeVisible()
  await ada.page.reload()
  await expect.poll(() => markedIn(ada.page, 'sky')).toHaveLength(1)
  await expect(ada.page.getByLabel(/^Note on/)).toHaveValue('Is it cold?')
  await ada.page.getByRole('link', { name: 'Your word list' }).click()
  await expect(ada.page.getByRole('heading', { name: 'Words you looked up' })).toBeVisible()
  await ada.page.getByLabel('Your own sentence with “heron”').fill('The heron waits.')
  await ada.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(ada.page.getByRole('button', { name: 'Save', exact: true })).toBeHidden()
  await accessible(ada.page)

  // her teacher finds the mark and the note with what was handed in
  await page.goto(`/c/${classId}/topics`)
  await page
    .getByRole('link', { name: /The heron/ })
    .first()
    .click()
  await page.getByRole('link', { name: /Ada Moreno/ }).click()
  const marks = page.getByRole('region', { name: 'Marks and notes of Ada Moreno' })
  await expect(marks).toContainText('Is it cold?')

  // on a phone, text and questions in turn, and marks made without a network arrive later
  const bram = await device(browser, school.address, { phone: true })
  await signIn(bram.page, 'bram.okoye')
  await bram.page.goto(`/c/${classId}/topics`)
  await bram.page.getByRole('link', { name: /The heron/ }).click()
  await bram.page.getByRole('button', { name: 'Begin' }).click()
  await bram.page.getByRole('button', { name: '1 question' }).click()
  await expect(passage(bram.page)).toBeHidden()
  await bram.page.getByRole('button', { name: 'Show the lines it is about' }).click()
  await expect(passage(bram.page)).toBeVisible()
  await noSideways(bram.page)
  await accessible(bram.page)
  await bram.context.setOffline(true)
  await passage(bram.page).focus()
  await bram.page.keyboard.press('ArrowDown')
  await bram.page
    .getByRole('toolbar', { name: 'Mark as' })
    .getByRole('button', { name: /important/ })
    .click()
  await expect(bram.page.getByText('Your marks are on this device', { exact: false })).toBeVisible()
  await bram.context.setOffline(false)
  await expect(bram.page.getByText('Your marks are on this device', { exact: false })).toBeHidden()
  await bram.page.reload()
  await expect.poll(() => markedIn(bram.page, 'sun')).toHaveLength(1)
})

test('reading aloud is recorded, heard by the teacher, and counted on the text', async ({ browser }) => {
  const teacher = await device(browser, school.address)
  const { page } = teacher
  await signIn(page, 'ms.varga')
  const classId = await classIdOf(page, 'Garden Science')
  await page.goto(`/c/${classId}/post`)
  await page.getByRole('button', { name: /^Reading a text/ }).click()
  await page.getByLabel('Title').fill('Six words aloud')
  await editor(page, 'Text to read').fill('The mud is soft and cold.')
  await page.getByRole('button', { name: 'Ask to read aloud' }).click()
  await page
    .getByLabel('Where the questions stand')
    .selectOption('in the text, behind the lines they are about')
  await page
    .getByRole('button', { name: /Read this aloud and record yourself/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Choose its lines' }).click()
  await page
    .getByRole('dialog', { name: 'Choose its lines' })
    .getByRole('button', { name: 'The mud is soft and cold.' })
    .dblclick()
  await page.getByRole('button', { name: 'Post', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1, name: /October/ })).toBeVisible()

  const nia = await device(browser, school.address)
  await signIn(nia.page, 'nia.falk')
  await nia.page.goto(`/c/${classId}/topics`)
  await nia.page.getByRole('link', { name: /Six words aloud/ }).click()
  await nia.page.getByRole('button', { name: 'Begin' }).click()
  // it stands in the text, behind its lines
  await expect(passage(nia.page).getByRole('heading', { name: /^Question 1/ })).toBeVisible()
  await nia.page.getByRole('button', { name: 'Record your answer' }).click()
  await nia.page.getByRole('button', { name: 'Record', exact: true }).click()
  await expect(nia.page.getByText(/^0:(0[1-9]|[1-5]\d)$/)).toBeVisible()
  await nia.page.getByRole('button', { name: 'Stop' }).click()
  await nia.page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(nia.page.getByText(/^Saved/)).toBeVisible()
  await nia.page.getByRole('button', { name: 'Hand in', exact: true }).click()
  await nia.page.getByRole('dialog').getByRole('button', { name: 'Hand in' }).click()
  await expect(nia.page.getByText('With your teacher').first()).toBeVisible()

  await page.goto(`/c/${classId}/topics`)
  await page
    .getByRole('link', { name: /Six words aloud/ })
    .first()
    .click()
  await page.getByRole('link', { name: 'Pupils and questions' }).click()
  const count = page.getByRole('region', { name: 'Count the words of Nia Falk' })
  await count.getByRole('button', { name: 'soft, read' }).click()
  await count.getByRole('button', { name: 'Last word read' }).click()
  await count.getByRole('button', { name: 'and, read' }).click()
  await count.getByLabel('Seconds').fill('6')
  // four of five words in six seconds
  await expect(count.getByRole('status')).toHaveText('40 words correct in a minute · 4 of 5 words (80 %)')
  await accessible(page)
  await count.getByRole('button', { name: 'Save the count' }).click()
  await expect(count.getByRole('heading', { name: 'Words read correctly in a minute' })).toBeVisible()
  await page.reload()
  await expect(count.getByRole('button', { name: 'soft, a slip' })).toBeVisible()
  await expect(count.getByRole('button', { name: 'cold, not read' })).toBeVisible()
})

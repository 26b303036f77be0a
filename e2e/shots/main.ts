import { mkdir, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { type Browser, chromium, type Page } from '@playwright/test'
import { LAUNCH } from '../browser.js'
import { type DeviceOptions, editor, PHONE, signIn } from '../people.js'
import { School } from '../school.js'

/** Takes the pictures of docs/screenshots from the demo data, each main view once. */
const OUT = join(import.meta.dirname, '..', '..', 'docs', 'screenshots')

/** One page, as somebody sees it. */
type View = {
  readonly who?: string
  readonly options?: DeviceOptions
  readonly go: (page: Page) => Promise<void>
}

/** One picture: a page, or several that belong together side by side. */
type Shot = { readonly name: string } & (View | { readonly views: readonly View[] })

const inClass = async (page: Page, name: string, area: string) => {
  await page
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .first()
    .click()
  // what is new stands behind the name
  await page
    .getByRole('link', { name: new RegExp(`^${area}( \\d+)?$`) })
    .last()
    .click()
  await page.waitForURL(new RegExp(`/${area.toLowerCase()}`))
  // the page before stands until this one can be shown
  if (area !== 'Week') await page.getByRole('heading', { name: area, level: 1 }).waitFor()
  await settled(page)
}
/** Until the page has its heading and nothing is on its way. */
const settled = async (page: Page) => {
  await page.locator('h1').first().waitFor()
  for (const one of await page.getByText('Loading …').all()) await one.waitFor({ state: 'hidden' })
}

const charted = async (page: Page) => {
  await settled(page)
  await page.locator('svg.recharts-surface').first().waitFor()
}

async function circle(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Garden club' }).first().click()
  await page.getByRole('heading', { name: 'Garden club', level: 1 }).waitFor()
}

const SHOTS: readonly Shot[] = [
  { name: 'welcome', go: async page => void (await page.goto('/')) },
  {
    name: 'door',
    views: [
      {
        who: 'ms.varga',
        go: async page => {
          await page.getByRole('link', { name: 'Show the door' }).click()
          await page.getByRole('img', { name: /QR/ }).waitFor()
        },
      },
      { who: 'ms.quist', go: shareHere },
    ],
  },
  { name: 'today-pupil', who: 'ada.moreno', go: charted },
  { name: 'today-teacher', who: 'ms.varga', go: settled },
  {
    name: 'phones',
    views: [
      { who: 'mr.moreno', options: { phone: true }, go: todayOfAda },
      { who: 'mr.moreno', options: { phone: true }, go: news },
      { who: 'mr.moreno', options: { phone: true }, go: weekInShort },
      { who: 'ada.moreno', options: { phone: true }, go: doQuiz },
    ],
  },
  { name: 'news', who: 'ms.varga', go: news },
  { name: 'week-teacher', who: 'ms.varga', go: page => inClass(page, 'Garden Science', 'Week') },
  { name: 'topics-teacher', who: 'ms.varga', go: page => inClass(page, 'Garden Science', 'Topics') },
  { name: 'post', who: 'ms.varga', go: fillPost },
  {
    name: 'work',
    views: [
      { who: 'ada.moreno', go: page => openWork(page, 'Soil jar drawing') },
      { who: 'bram.okoye', go: readWithHelp },
    ],
  },
  {
    name: 'worksheet',
    who: 'nia.falk',
    go: async page => {
      await openWork(page, 'Label the gauge and chart a week')
      await page.locator('[role=img][aria-busy=false]').first().waitFor()
    },
  },
  {
    name: 'marking',
    views: [
      {
        who: 'ms.varga',
        go: async page => {
          await inClass(page, 'Garden Science', 'Topics')
          await page.getByRole('heading', { name: 'Topics', level: 1 }).waitFor()
          await page
            .getByRole('link', { name: /Soil jar drawing/ })
            .first()
            .click()
          await page.getByRole('region', { name: /Chidi Larsen/ }).waitFor()
          await charted(page)
        },
      },
      {
        who: 'ada.moreno',
        options: { phone: true },
        go: async page => {
          await inClass(page, 'Garden Science', 'Topics')
          await page
            .getByRole('link', { name: /Bean height chart/ })
            .first()
            .click()
          await page.getByText('Measured from the soil or from the seed?').waitFor()
        },
      },
    ],
  },
  {
    name: 'quiz-results',
    views: [
      {
        who: 'mr.bell',
        go: async page => {
          await openQuiz(page)
          await page.getByRole('link', { name: 'Pupils and questions' }).click()
          await page.getByRole('columnheader', { name: 'Time taken' }).waitFor()
        },
      },
      { who: 'ada.moreno', go: readStory },
      { who: 'ada.moreno', go: watchJar },
      {
        who: 'ms.varga',
        go: async page => {
          await inClass(page, 'Garden Science', 'Topics')
          await page
            .getByRole('link', { name: /Twelve days in a jar/ })
            .first()
            .click()
          await page.getByRole('link', { name: 'What was watched' }).click()
          await charted(page)
        },
      },
    ],
  },
  {
    name: 'talk',
    views: [
      { who: 'goran.pell', go: page => inClass(page, 'Garden Science', 'Talk') },
      { who: 'ms.varga', go: circle },
      { who: 'ms.varga', go: nod },
      { who: 'ms.varga', go: letter },
    ],
  },
  {
    name: 'progress',
    views: [
      {
        who: 'ada.moreno',
        go: async page => {
          await inClass(page, 'Garden Science', 'Progress')
          await charted(page)
        },
      },
      { who: 'ms.varga', go: page => inClass(page, 'Garden Science', 'Progress') },
    ],
  },
  {
    name: 'portfolio-and-settings',
    views: [
      {
        who: 'ada.moreno',
        go: async page => {
          await inClass(page, 'Garden Science', 'Progress')
          await page.getByRole('link', { name: 'Portfolio' }).click()
          await page.getByRole('heading', { name: 'Portfolio', level: 1 }).waitFor()
        },
      },
      {
        who: 'ms.varga',
        go: async page => {
          await inClass(page, 'Garden Science', 'Settings')
          await page.getByRole('heading', { name: 'Settings', level: 1 }).waitFor()
        },
      },
      {
        who: 'ms.varga',
        go: async page => {
          await inClass(page, 'Garden Science', 'Progress')
          await page.getByRole('link', { name: 'Reports' }).click()
          await page.getByRole('heading', { name: 'Reports', level: 1 }).waitFor()
          await settled(page)
        },
      },
    ],
  },
  {
    name: 'mark-book',
    who: 'ms.varga',
    go: async page => {
      await inClass(page, 'Garden Science', 'Progress')
      await page.getByRole('link', { name: 'Mark book', exact: true }).click()
      await page.getByRole('grid').waitFor()
    },
  },
  {
    name: 'register-and-school',
    views: [
      { who: 'ms.varga', go: page => inClass(page, 'Garden Science', 'Register') },
      {
        who: 'ms.thorne',
        go: async page => {
          await page.getByRole('link', { name: 'School', exact: true }).click()
          await page.getByRole('heading', { name: 'Overview', level: 1 }).waitFor()
        },
      },
    ],
  },
  {
    name: 'calendar',
    who: 'ada.moreno',
    go: async page => {
      await page.getByRole('link', { name: 'Calendar' }).first().click()
      await page.getByRole('heading', { name: 'October 2026' }).waitFor()
    },
  },
]

async function todayOfAda(page: Page): Promise<void> {
  await page.locator('nav a', { hasText: 'Ada' }).first().click()
  await page.waitForURL(/child=/)
  await settled(page)
}

async function news(page: Page): Promise<void> {
  await page.goto('/new')
  await page.getByRole('heading', { name: 'What is new', level: 1 }).waitFor()
  await settled(page)
}

async function weekInShort(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Progress' }).last().click()
  await page.getByRole('link', { name: 'The week in short' }).click()
  await page.getByRole('heading', { name: 'The week in short', level: 1 }).waitFor()
}

async function nod(page: Page): Promise<void> {
  await inClass(page, 'Garden Science', 'Talk')
  await page.getByRole('link', { name: 'Waiting and reported', exact: true }).click()
  await page.getByRole('heading', { name: 'The nod', level: 1 }).waitFor()
}

async function letter(page: Page): Promise<void> {
  await inClass(page, 'Garden Science', 'Talk')
  await page
    .getByRole('link', { name: /The key of the shed/ })
    .first()
    .click()
  await page.getByRole('heading', { name: 'The key of the shed', level: 1 }).waitFor()
}

async function doQuiz(page: Page): Promise<void> {
  await openQuiz(page)
  await page.getByRole('button', { name: 'Begin another attempt' }).click()
  await page.getByRole('heading', { name: 'Attempt 2' }).waitFor()
  await page.getByLabel('The length of a leaf').check()
  const ruler = page.getByRole('img', { name: /leaf above a ruler/ })
  await ruler.click({ position: { x: 127, y: 50 } })
  await page.getByText(/^Saved/).waitFor()
  await page.getByRole('heading', { name: 'Question 2 ' }).evaluate(head => head.scrollIntoView())
}

async function shareHere(page: Page): Promise<void> {
  await inClass(page, 'First Shells', 'Settings')
  await page.getByLabel('Name of the tablet').fill('Shell tablet 4')
  await page.getByRole('button', { name: 'Make this device a shared tablet' }).click()
  await page.getByRole('button', { name: 'Zara H.' }).waitFor()
}

async function openWork(page: Page, title: string): Promise<void> {
  await page
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click()
  await page.getByRole('heading', { name: new RegExp(`${title} —`) }).waitFor()
  await settled(page)
}

/** The quiz that came back weeks ago: lists show what is still to do. */
async function openQuiz(page: Page): Promise<void> {
  const { ties } = await (await page.request.get('/api/me')).json()
  const { classId } = ties.find((tie: { className: string }) => tie.className === 'Numbers & Measures')
  const { topics } = await (await page.request.get(`/api/classes/${classId}/topics`)).json()
  const works = topics.flatMap((topic: { works: object[] }) => topic.works)
  const { id } = works.find((work: { title: string }) => work.title === 'Measures: a check')
  await page.goto(`/c/${classId}/work/${id}`)
  await page.getByRole('heading', { name: 'Measures: a check', level: 1 }).waitFor()
  await settled(page)
}

/** A guided video at the stop to which it was played. */
async function watchJar(page: Page): Promise<void> {
  await inClass(page, 'Garden Science', 'Topics')
  await page.getByRole('link', { name: /Twelve days in a jar/ }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.getByText('What does the worm pull down into its tunnel?').waitFor()
}

/** Reading help while it is tried out, beside what is read. */
async function readWithHelp(page: Page): Promise<void> {
  await openWork(page, 'Why the hill is wetter than the harbour')
  await page.getByRole('button', { name: 'Reading help' }).click()
  const help = page.getByRole('dialog', { name: 'Reading help' })
  await help.getByRole('button', { name: 'Larger' }).click()
  await help.getByText('more room').click()
  await help.getByText('straw').click()
  await help.getByText('shorter', { exact: true }).click()
  await help.getByRole('button', { name: 'Use it' }).click()
  // read aloud as far as a word, stopped there, and asked what that is
  await page.keyboard.press('Alt+l')
  await page.waitForFunction(() =>
    [...((CSS.highlights.get('spoken-word') ?? []) as Iterable<Range>)].some(word => `${word}` === 'harbour'),
  )
  await page.keyboard.press('Alt+w')
  const card = page.getByRole('dialog', { name: 'About this word' })
  await card.getByText('Where boats are safe from the waves.').waitFor()
  await card.getByText('noun', { exact: true }).waitFor()
}

async function fillPost(page: Page): Promise<void> {
  await inClass(page, 'Garden Science', 'Topics')
  await page.getByRole('link', { name: 'Post work' }).first().click()
  await page.getByLabel('Title', { exact: true }).fill('Where does the puddle go?')
  await editor(page, 'Directions').fill(
    'Draw round a puddle in chalk every ten minutes. What does the last ring tell you?',
  )
  await editor(page, 'Template page').fill('First ring at …')
  await page.getByLabel('Topic', { exact: true }).selectOption({ label: 'Weather watch' })
  await page.getByLabel('Week').selectOption({ label: '7 · 19 Oct' })
  await page.getByLabel('Lane').selectOption({ label: 'Get ready' })
  await page.getByLabel('Due: how it is set').selectOption({ label: 'with a lesson of that week' })
  await page.getByLabel('Due: which lesson').selectOption({ label: 'lesson 3' })
  await page.getByLabel('Minutes').fill('30')
  await page.getByText('start of the Thursday lesson').waitFor()
}

async function picture(browser: Browser, address: string, { who, options = {}, go }: View): Promise<Buffer> {
  const context = await browser.newContext({
    baseURL: address,
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    viewport: options.phone ? PHONE : { width: 1280, height: 800 },
    colorScheme: options.dark ? 'dark' : 'light',
    reducedMotion: 'reduce',
  })
  const page = await context.newPage()
  if (who) await signIn(page, who)
  await go(page)
  await settled(page)
  await page.evaluate(() => document.fonts.ready)
  await page.waitForFunction(() =>
    Array.from(document.images).every(one => one.loading === 'lazy' || one.complete),
  )
  const taken = await page.screenshot()
  await context.close()
  return taken
}

/** So far apart stand pages in one picture, in pixels. */
const GAP = 24

/** Several pictures side by side in one. */
async function beside(browser: Browser, pictures: readonly Buffer[]): Promise<Buffer> {
  const page = await browser.newPage({ viewport: { width: 4_000, height: 1_000 } })
  const images = pictures.map(one => `<img src="data:image/png;base64,${one.toString('base64')}">`)
  await page.setContent(
    `<div style="display:inline-flex;gap:${GAP}px;padding:${GAP}px;background:#8a867b">${images.join('')}</div>`,
  )
  const taken = await page.locator('div').screenshot()
  await page.close()
  return taken
}

async function take(browser: Browser, address: string, shot: Shot): Promise<void> {
  const taken: Buffer[] = []
  for (const view of 'views' in shot ? shot.views : [shot]) taken.push(await picture(browser, address, view))
  const [one] = taken
  if (!one) return
  await writeFile(join(OUT, `${shot.name}.png`), taken.length > 1 ? await beside(browser, taken) : one)
}

const [only] = process.argv.slice(2)
const wanted = SHOTS.filter(shot => !only || shot.name === only)
await mkdir(OUT, { recursive: true })
const school = await School.open()
const browser = await chromium.launch(LAUNCH)
try {
  for (const shot of wanted) await take(browser, school.address, shot)
} finally {
  await browser.close()
  await school.close()
}

/** The story of Words & Stories beside its questions, with what was marked in it. */
async function readStory(page: Page): Promise<void> {
  await inClass(page, 'Words & Stories', 'Topics')
  await page
    .getByRole('link', { name: /The crab that waited/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Begin' }).click()
  await page.getByRole('button', { name: 'Show the lines it is about' }).nth(1).click()
  await page.getByRole('button', { name: 'Back to question 2' }).waitFor()
}

import type { ConversationId } from '@oppen/core/ids'
import { type Browser, expect, test } from '@playwright/test'
import { accessible, type Device, device, deviceOf, noSideways } from '../people.js'
import { School } from '../school.js'
import { handedBack, handedIn, letIn, PASSWORD, posted, tideTables } from '../tideTables.js'

/** What comes after the hand-in of the first day: the mark, and who sees it and who does not. */
let school: School
test.beforeEach(async () => {
  school = await School.open()
})
test.afterEach(() => school.close())

const as = (browser: Browser, userName: string, secret = PASSWORD): Promise<Device> =>
  deviceOf(browser, school.address, userName, secret)

test('a teacher sees who is in, reads the history, answers, marks and hands back; the pupil’s screen shows it', async ({
  browser,
}) => {
  const day = await tideTables(school)
  await handedIn(day, await letIn(school, day, 'Anna Reyes'), await posted(day))
  const pupil = await as(browser, 'anna.reyes')
  const teacher = await as(browser, 'mr.bell', 'tern-hollow')
  const { page } = teacher
  await page.getByRole('link', { name: /^Today/ }).click()
  await expect(page.getByText('“Is it summer time in the table?”')).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: 'Tide Tables' }).first().click()
  await page.getByRole('link', { name: /Read a tide table.*1 of 6 in/ }).click()
  await expect(page.getByRole('link', { name: /Anna Reyes.*handed in/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /Dan Oduya.*not yet/ })).toBeVisible()
  const paper = page.getByRole('region', { name: 'Read a tide table — Anna Reyes' })
  await expect(paper).toContainText('and the low ones between.')
  await expect(paper).toContainText(/Hand-in 2, .* first /)
  await paper.getByText('Earlier hand-ins').click()
  await expect(paper.getByRole('article').nth(1)).toContainText('05:42 and 18:07, and the')
  await expect(paper.getByRole('article').nth(1)).not.toContainText('low ones')
  await expect(page.getByRole('heading', { name: 'History' })).toBeVisible()
  await accessible(page)
  await page.getByLabel('Answer or tell Anna').fill('Yes, add nothing.')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('Yes, add nothing.')).toBeVisible()

  // no mouse from here: M to the mark, then Ctrl Enter
  await page.getByRole('heading', { name: 'Read a tide table', exact: true }).click()
  await page.keyboard.press('m')
  await page.keyboard.type('10.5')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('alert')).toHaveText('“10.5” is more than the 10 points of this work.')
  await page.getByRole('textbox', { name: 'Mark' }).fill('-1')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('alert')).toHaveText('“-1” is below zero. The lowest mark is 0.')
  await page.getByRole('textbox', { name: 'Mark' }).fill('8.5')
  await page.keyboard.press('Tab')
  await page.keyboard.type('Both high waters are right. Say which is the higher one.')
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('link', { name: /Anna Reyes.*8\.5/ })).toBeVisible()

  await test.step('the pupil’s screen shows it without a reload', async () => {
    const { page } = pupil
    await page.getByRole('link', { name: /^Today/ }).click()
    await expect(page.getByText('Handed back, 8.5 out of 10')).toBeVisible()
    await page.getByRole('link', { name: /Read a tide table/ }).click()
    await expect(page.getByText('Both high waters are right.').first()).toBeVisible()
    await expect(page.getByText('Yes, add nothing.')).toBeVisible()
    await teacher.page.getByRole('textbox', { name: 'Mark' }).fill('9')
    await teacher.page.getByRole('button', { name: 'Save changes' }).click()
    await expect(page.getByText('9 out of 10').first()).toBeVisible()
    await page.getByRole('link', { name: 'Progress' }).click()
    await expect(page.getByText('Average 90.0 %')).toBeVisible()
    await accessible(page)
  })
})

test('a parent comes in with the key and sees the child’s page', async ({ browser }) => {
  const day = await tideTables(school)
  const anna = await letIn(school, day, 'Anna Reyes')
  await handedBack(day, await handedIn(day, anna, await posted(day)))
  const { classId } = day
  const { notices } = await anna.get('seeTalk', { spaceId: classId })
  const conversationId = notices[0]?.id as ConversationId
  await anna.get(
    'writeMessage',
    { spaceId: classId, conversationId },
    { html: '<p>Mine ticks very loudly.</p>' },
  )
  const { page } = await device(browser, school.address, { phone: true })
  await page.goto('/')
  await noSideways(page)
  const field = page.getByLabel('Class code, key or user name')
  await field.fill(day.code)
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByRole('button', { name: 'I am family of' }).click()
  await expect(page.getByText('With a family key from a card you join straight away')).toBeVisible()
  await noSideways(page)
  await accessible(page)
  await page.goto('/')
  await field.fill(day.familyKey.toLowerCase().slice(0, -1))
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('alert')).toHaveText(/16 characters, this one has 15/)
  await field.fill(day.familyKey.toLowerCase())
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('heading', { name: 'For the family of Anna Reyes' })).toBeVisible()
  await accessible(page)
  await page.getByLabel('Your name').fill('Mr Reyes')
  await page.getByLabel('Choose a password').fill('short')
  await page.getByRole('button', { name: 'Join' }).click()
  await expect(page.getByRole('alert')).toHaveText(/at least 8 characters/)
  await page.getByLabel('Choose a password').fill('a long family secret')
  await page.getByRole('button', { name: 'Join' }).click()
  await expect(page.getByText('Handed back, 9 out of 10')).toBeVisible()
  await noSideways(page)
  await accessible(page)
  await page.getByRole('link', { name: /Read a tide table/ }).click()
  await expect(page.getByText('Both high waters are right.')).toBeVisible()
  await expect(page.getByText('due', { exact: false }).or(page.getByText('Fri 17:00')).first()).toBeVisible()
  await expect(page.getByText('summer time')).toHaveCount(0)
  await expect(page.getByText('low ones between')).toHaveCount(0)
  await noSideways(page)
  await accessible(page)
  await page.getByRole('link', { name: 'Talk' }).click()
  await expect(page.getByText('Bring a clock with hands')).toBeVisible()
  await expect(page.getByText('ticks very loudly')).toHaveCount(0)
  await page.getByRole('link', { name: 'Progress' }).click()
  await expect(page.getByText('Average 90.0 %')).toBeVisible()
  await noSideways(page)
  await accessible(page)
})

test('another pupil and a teacher of another class see none of it by any address', async ({ browser }) => {
  const day = await tideTables(school)
  const anna = await letIn(school, day, 'Anna Reyes')
  await letIn(school, day, 'Cara Iyer')
  await handedBack(day, await handedIn(day, anna, await posted(day)))
  const stranger = await as(browser, 'ms.varga', 'tern-hollow')
  const other = await as(browser, 'cara.iyer')
  const pupil = await as(browser, 'anna.reyes')
  const workAddress = await addressOfWork(pupil)
  for (const { page } of [other, stranger]) {
    for (const address of [workAddress.marking, workAddress.progress, workAddress.outcome]) {
      await page.goto(address)
      await expect(page.getByRole('alert')).toHaveText(/nothing at this address, or you may not see it/)
      await expect(page.getByText('Both high waters')).toHaveCount(0)
    }
    for (const path of workAddress.requests) {
      const answer = await page.request.get(path)
      expect(answer.status()).toBe(404)
      expect(await answer.json()).toEqual({ error: { code: 'not_found' } })
    }
  }
  const nothing = await stranger.page.request.get(
    '/api/classes/nosuchclass/works/nosuchwork/submissions/nosuchplace',
  )
  expect(await nothing.json()).toEqual({ error: { code: 'not_found' } })
})

/** Every address and request of Anna's submission. */
async function addressOfWork({ page }: Device) {
  const me = await (await page.request.get('/api/me')).json()
  const { classId, placeId } = me.ties[0]
  const progress = await (await page.request.get(`/api/classes/${classId}/progress/${placeId}`)).json()
  const workId = progress.submissions[0].work.id
  const submission = `/api/classes/${classId}/works/${workId}/submissions/${placeId}`
  const { handIns } = await (await page.request.get(submission)).json()
  return {
    marking: `/c/${classId}/work/${workId}/marking/${placeId}`,
    progress: `/c/${classId}/progress/${placeId}`,
    outcome: `/c/${classId}/work/${workId}/outcome/${placeId}`,
    requests: [
      submission,
      `${submission}/outcome`,
      `${submission}/files/${handIns[0].files[0].id}`,
      `/api/classes/${classId}/progress/${placeId}`,
      `/api/classes/${classId}/works/${workId}/marking`,
      `/api/classes/${classId}/register`,
    ],
  }
}

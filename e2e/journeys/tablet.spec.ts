import { type Browser, expect, type Page, test } from '@playwright/test'
import { accessible, bar, type Device, device, editor, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

/** A teacher's own class of small children with one work, and its open door. */
async function classOfThree(
  browser: Browser,
): Promise<{ teacher: Device; code: string; classAddress: string }> {
  const teacher = await device(browser, school.address)
  const { page } = teacher
  await signIn(page, 'mr.bell')
  await page.getByRole('link', { name: 'New class' }).click()
  await page.getByLabel('Name of the class').fill('Sand Crabs')
  await page.getByLabel('First group').fill('Everyone')
  await page.getByRole('button', { name: 'Create class' }).click()
  await page
    .getByLabel('Paste a list, one name per line')
    .fill('1. Holt, Mia\n2. Noa Birch\n3. Ole Finn 20418')
  await page.getByRole('button', { name: 'Add 3 names' }).click()
  await expect(page.getByRole('button', { name: 'Open Mia Holt' })).toBeVisible()
  const classAddress = page.url().replace('/register', '')
  await page.getByRole('link', { name: 'Settings' }).click()
  await page.getByRole('switch', { name: 'Shared tablets' }).click()
  await page.getByLabel('How pupils sign in').selectOption({ label: 'three pictures' })
  await expect(page.getByText('On the tablets you share').last()).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('No changes yet.')).toBeVisible()
  await page.goto(`${classAddress}/post`)
  await page.getByLabel('Title').fill('My shell')
  await page.getByRole('button', { name: 'Post' }).click()
  await expect(page.getByRole('link', { name: /My shell/ })).toBeVisible()
  await page.goto(`${classAddress}/door`)
  await page.getByRole('button', { name: 'today' }).click()
  const code = (await page.locator('[data-code]').getAttribute('data-code')) ?? ''
  return { teacher, code, classAddress }
}

const press = async (page: Page, pictures: readonly string[]) => {
  for (const name of pictures) await page.getByRole('button', { name, exact: true }).click()
}

test('three children in turn on one shared tablet: each as the right one, and nothing is left of the one before', async ({
  browser,
}) => {
  const { teacher, code } = await classOfThree(browser)
  const tablet = await device(browser, school.address)
  const { page } = tablet
  const faces = page.getByRole('heading', { name: 'Who are you?' })
  const mias = 'Mia found a shell as big as her hand.'

  await test.step('the tablet asks at the door, and the teacher nods on the board', async () => {
    await page.goto(`/come/${code}`)
    await page.getByRole('button', { name: 'This is a shared tablet' }).click()
    await page.getByLabel('Name of the tablet').fill('Crab 1')
    await accessible(page)
    await page.getByRole('button', { name: 'Ask the teacher' }).click()
    await expect(page.getByText('This becomes “Crab 1” when the teacher says yes.')).toBeVisible()
    await accessible(teacher.page)
    await teacher.page.getByRole('button', { name: 'Let Crab 1 in' }).click()
    await expect(faces).toBeVisible()
    await expect(page.getByRole('listitem')).toHaveCount(3)
    await accessible(page)
    // wherever the tablet begins, it begins with the faces
    await page.goto('/')
    await expect(faces).toBeVisible()
  })

  await test.step('Mia chooses three pictures, writes, and is signed out in mid-sentence by one press', async () => {
    await page.getByRole('button', { name: 'Mia H.' }).click()
    await expect(page.getByRole('heading', { name: 'Hello Mia H.' })).toBeVisible()
    await accessible(page)
    await press(page, ['fish', 'sun'])
    await page.getByRole('button', { name: 'That is me' }).click()
    await expect(page.getByRole('alert')).toHaveText(/Choose three pictures/)
    await press(page, ['fish', 'sun', 'tree'])
    await page.getByRole('button', { name: 'That is me' }).click()
    await expect(page.getByText('Mia Holt').first()).toBeVisible()
    await expect(teacher.page.getByText('1 of 3 are in')).toBeVisible()
    await page.getByRole('link', { name: /My shell/ }).click()
    await editor(page, /My shell/).fill(mias)
    await page.getByRole('button', { name: 'Not you?' }).first().click()
    await expect(faces).toBeVisible()
  })

  await test.step('Noa goes back and reloads, and finds nothing of Mia', async () => {
    await page.goBack()
    await expect(faces).toBeVisible()
    await expect(page.getByText(mias)).toHaveCount(0)
    await page.reload()
    await expect(faces).toBeVisible()
    await page.getByRole('button', { name: 'Noa B.' }).click()
    await press(page, ['cat', 'cat', 'boat'])
    await page.getByRole('button', { name: 'That is me' }).click()
    await expect(page.getByText('Noa Birch').first()).toBeVisible()
    await page.getByRole('link', { name: /My shell/ }).click()
    await expect(editor(page, /My shell/)).toHaveText('')
    // going back stays with Noa, whatever pages Mia had open
    await page.goBack()
    await page.goBack()
    await expect(page.getByText(mias)).toHaveCount(0)
    await expect(page.getByText('Mia Holt')).toHaveCount(0)
  })

  await test.step('Noa writes while the network is gone and walks away; the tablet becomes free by itself', async () => {
    await page.goto('/today')
    await page.getByRole('link', { name: /My shell/ }).click()
    // the server does not take the page any more, and the child does not wait for it
    await page.route('**/draft', route => route.abort())
    await editor(page, /My shell/).fill('Noa has two small ones.')
    await expect(bar(page)).toContainText('Not sent')
    await page.getByRole('button', { name: 'Not you?' }).first().click()
    await expect(faces).toBeVisible()
    await page.unroute('**/draft')
  })

  await test.step('Ole comes in by three pictures and sees nothing of Noa; a wrong child goes back by one press', async () => {
    await page.getByRole('button', { name: 'Noa B.' }).click()
    await page.getByRole('button', { name: 'That is not me' }).click()
    await page.getByRole('button', { name: 'Ole F.' }).click()
    await press(page, ['star', 'star', 'star'])
    await page.getByRole('button', { name: 'That is me' }).click()
    await page.getByRole('link', { name: /My shell/ }).click()
    await expect(editor(page, /My shell/)).toHaveText('')
    await expect(page.getByText('Noa has two small ones.')).toHaveCount(0)
    await page.getByRole('button', { name: 'Not you?' }).first().click()
    await expect(faces).toBeVisible()
  })

  await test.step('Noa comes back with the pictures alone, and the words that were not saved go to Noa’s page', async () => {
    await page.getByRole('button', { name: 'Noa B.' }).click()
    await press(page, ['cat', 'boat', 'cat'])
    await expect(page.getByRole('alert')).toHaveText(/is not right for this name/)
    await press(page, ['cat', 'cat', 'boat'])
    await expect(page.getByText('Noa Birch').first()).toBeVisible()
    // sent without the page being opened
    await expect
      .poll(async () => {
        const me = await (await page.request.get('/api/me')).json()
        const { classId, placeId } = me.ties[0]
        const own = await (await page.request.get(`/api/classes/${classId}/own-work/${placeId}`)).json()
        return own.submissions[0]?.draft ?? ''
      })
      .toContain('Noa has two small ones.')
    await page.getByRole('link', { name: /My shell/ }).click()
    await expect(editor(page, /My shell/)).toHaveText('Noa has two small ones.')
  })

  await test.step('before handing in the tablet asks who is in front of it, and the wrong face hands nothing in', async () => {
    await page.getByRole('button', { name: 'Hand in', exact: true }).click()
    const review = page.getByRole('dialog')
    const go = review.getByRole('button', { name: 'Hand in now' })
    await expect(review.getByRole('heading', { name: 'Who hands this in?' })).toBeVisible()
    await expect(go).toBeDisabled()
    await review.getByRole('button', { name: 'Ole F.' }).click()
    await expect(review.getByText('This page is Noa B.’s. If you are Ole F.')).toBeVisible()
    await expect(go).toBeDisabled()
    await accessible(page)
    await review.getByRole('button', { name: 'Noa B.' }).click()
    await expect(review.getByText('Hello Noa B., this is your page.')).toBeVisible()
    await go.click()
    await expect(bar(page)).toHaveText(/Your teacher has it\.$/)
  })

  await test.step('the teacher sees each word under the right name, and ends the tablet', async () => {
    await page.getByRole('button', { name: 'Not you?' }).first().click()
    await page.getByRole('button', { name: 'Mia H.' }).click()
    await press(page, ['fish', 'sun', 'tree'])
    await page.getByRole('link', { name: /My shell/ }).click()
    await expect(editor(page, /My shell/)).toHaveText(mias)
    // the tablet has just asked who is signed in, and does not hear of changes yet
    let continueLineage = () => {}
    const held = new Promise<void>(resolve => {
      continueLineage = resolve
    })
    await tablet.context.route('**/api/live', route => held.then(() => route.continue()))
    await page.reload()
    await expect(editor(page, /My shell/)).toHaveText(mias)
    const settings = teacher.page
    await settings.goto(settings.url().replace('/door', '/settings'))
    const end = settings.getByRole('button', { name: 'Stop sharing Crab 1' })
    await end.click()
    await expect(end).toHaveCount(0)
    continueLineage()
    await expect(page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
  })
  await teacher.context.close()
  await tablet.context.close()
})

test('a shared tablet that nobody touches becomes free', async ({ browser }) => {
  const tablet = await device(browser, school.address)
  const { page } = tablet
  await page.clock.install()
  await signIn(page, 'ms.quist')
  const me = await (await page.request.get('/api/me')).json()
  await page.goto(`/c/${me.ties[0].classId}/settings`)
  await page.getByLabel('Name of the tablet').fill('Shell 9')
  await page.getByRole('button', { name: 'Make this device a shared tablet' }).click()
  await page.getByRole('button', { name: 'Otis G.' }).click()
  await press(page, ['star', 'sun', 'boat'])
  await page.getByRole('button', { name: 'That is me' }).click()
  await expect(page.getByText('Otis Glen').first()).toBeVisible()
  await page.clock.fastForward('04:50')
  await page.keyboard.press('Shift')
  await page.clock.fastForward('04:50')
  await expect(page.getByText('Otis Glen').first()).toBeVisible()
  await page.clock.fastForward('00:20')
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible()
  await tablet.context.close()
})

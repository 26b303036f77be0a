import { expect, type Page, test } from '@playwright/test'
import { accessible, device, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const tieOf = async (page: Page, name: string) => {
  const me = await (await page.request.get('/api/me')).json()
  return me.ties.find((tie: { className: string }) => tie.className === name)
}

test('a register from a table of the school and from a OneRoster export, looked at before it is kept', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'ms.quist')
  await page.getByRole('link', { name: 'New class' }).click()
  await page.getByLabel('Name of the class').fill('Rock Pools')
  await page.getByLabel('First group').fill('Everyone')
  await page.getByRole('button', { name: 'Create class' }).click()
  const choose = page.getByLabel('Import a file')
  // a table with other headings, a quoted comma and a line break in a cell (RFC 4180), in an old code page
  const table =
    'Aluno,Turma,Nº,Observações\r\n"Prata, João",Limpets,7,"came late,\r\nto the class"\r\nInês Faial,Whelks,8,\r\n'
  await choose.setInputFiles({
    name: 'turma.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(table, 'latin1'),
  })
  await expect(page.getByLabel('Name in line 2')).toHaveValue('João Prata')
  await expect(page.getByLabel('Group of Inês Faial')).toHaveValue('Whelks')
  await expect(page.getByLabel('Column “Observações”')).toHaveValue('')
  await page.getByLabel('Name in line 2').fill('João Prata-Reis')
  await page.getByLabel('Column “Nº”').selectOption({ label: 'number' })
  await accessible(page)
  await page.getByRole('button', { name: 'Add 2 names' }).click()
  await expect(page.getByRole('button', { name: 'Open João Prata-Reis' })).toBeVisible()
  await expect(page.getByText('Limpets', { exact: true })).toBeVisible()

  await page.getByRole('button', { name: 'Add names' }).click()
  const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  const users = csv(
    'users.csv',
    'sourcedId,status,givenName,familyName,email,identifier,agentSourcedIds\nu1,active,Rui,Mar,,41,g1\nu2,tobedeleted,Old,Name,,,\ng1,active,Ana,Mar,ana.mar@mail.example,,\n',
  )
  const enrollments = 'sourcedId,classSourcedId,userSourcedId,role\ne1,c1,u1,student\ne2,c1,u2,student\n'
  await choose.setInputFiles([users, csv('enrollments.csv', enrollments.replace('userSourcedId', 'user'))])
  await expect(page.getByRole('alert')).toHaveText(/enrollments.csv has no column “userSourcedId”/)
  await choose.setInputFiles([
    users,
    csv('enrollments.csv', enrollments),
    csv('classes.csv', 'sourcedId,title\nc1,Year 1 Blue\n'),
  ])
  await expect(page.getByLabel('Class in the export')).toContainText('Year 1 Blue, 1 pupil')
  await expect(page.getByLabel(/Send the families/)).toBeChecked()
  await page.getByRole('button', { name: 'Add 1 name' }).click()
  await expect(page.getByText('family of Rui Mar')).toBeVisible()
  await page.getByRole('link', { name: 'Outbox' }).click()
  await expect(page.getByText('ana.mar@mail.example').first()).toBeVisible()
  await context.close()
})

test('a pupil who forgot the secret gets one for one use, and has to choose an own one', async ({
  browser,
}) => {
  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  const { classId } = await tieOf(teacher.page, 'Garden Science')
  await teacher.page.goto(`/c/${classId}/register`)
  await teacher.page.getByLabel('Find a name').fill('quinn')
  await teacher.page.getByRole('button', { name: 'Open Quinn Abara' }).click()
  await teacher.page.getByRole('button', { name: 'Give a one-time password' }).click()
  const secret = (await teacher.page.locator('[data-secret]').textContent()) ?? ''
  const { page, context } = await device(browser, school.address, { phone: true })
  await page.goto('/')
  await page.getByLabel('Class code, key or user name').fill('quinn.abara')
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByRole('button', { name: 'I forgot my password' }).click()
  await expect(
    page.getByText('Pupils: tell your teacher, who can give you a new one straight away.'),
  ).toBeVisible()
  await accessible(page)
  await page.getByRole('button', { name: 'Back' }).click()
  await page.getByLabel('Password, PIN or pictures').fill(secret)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.getByRole('link', { name: 'Choose a password' }).click()
  await page.getByLabel('New password').fill('abc')
  await page.getByRole('button', { name: 'Change password' }).click()
  await expect(page.getByRole('alert')).toHaveText(/at least 4 characters/)
  await page.getByLabel('New password').fill('pebbles and shells')
  await page.getByRole('button', { name: 'Change password' }).click()
  await expect(page.getByRole('link', { name: 'Choose a password' })).toHaveCount(0)
  await context.close()
  await teacher.context.close()
})

test('a colleague accepts on Today with one press, and the class is handed over', async ({ browser }) => {
  const varga = await device(browser, school.address)
  const bell = await device(browser, school.address)
  await signIn(varga.page, 'ms.varga')
  await signIn(bell.page, 'mr.bell')
  await expect(bell.page.getByText('Ms Varga asks you to teach Garden Science together')).toBeVisible()
  await bell.page.getByRole('button', { name: 'Join', exact: true }).click()
  await expect(bell.page.getByRole('link', { name: /^Garden Science/ }).first()).toBeVisible()
  const { classId } = await tieOf(varga.page, 'Garden Science')
  await varga.page.goto(`/c/${classId}/settings`)
  await varga.page.getByRole('button', { name: 'Hand the class over to Mr Bell' }).click()
  await expect(varga.page.getByRole('button', { name: 'Hand the class over to Mr Bell' })).toHaveCount(0)
  await bell.page.goto(`/c/${classId}/settings`)
  await bell.page.getByRole('button', { name: 'Hand the class over to Ms Varga' }).click()
  await expect(varga.page.getByRole('button', { name: 'Remove Mr Bell from this class' })).toBeVisible()
  await varga.page.getByRole('button', { name: 'Remove Mr Bell from this class' }).click()
  await expect(bell.page.getByRole('link', { name: /^Garden Science/ })).toHaveCount(0)
  await varga.context.close()
  await bell.context.close()
})

test('a pupil leaves a class and keeps the work; all classes a key away; an archived class can only be read', async ({
  browser,
}) => {
  const { page, context } = await device(browser, school.address)
  await signIn(page, 'priya.dane')
  await page.keyboard.press('2')
  await expect(page).toHaveURL(/\/week$/)
  await expect(page.getByText('Numbers & Measures').first()).toBeVisible()
  await page.keyboard.press('0')
  await expect(page.getByRole('heading', { name: 'Today', level: 1 })).toBeVisible()
  await page.getByRole('link', { name: 'All classes' }).click()
  await page.getByRole('radio', { name: 'As tiles' }).click()
  await accessible(page)
  await page.reload()
  await expect(page.getByRole('radio', { name: 'As tiles' })).toBeChecked()
  await page.getByRole('button', { name: 'Hide Words & Stories' }).click()
  await expect(page.getByRole('heading', { name: 'Hidden classes' })).toBeVisible()
  await expect(
    page.getByRole('navigation', { name: 'Classes' }).getByRole('link', { name: /^Search/ }),
  ).toHaveCount(0)
  await page.getByRole('button', { name: 'Show Words & Stories again' }).click()
  await page.getByRole('button', { name: 'Leave Numbers & Measures' }).click()
  await accessible(page)
  await page.getByRole('button', { name: 'Leave the class' }).click()
  await page.getByRole('link', { name: 'My work' }).click()
  await expect(page.getByRole('heading', { name: 'My work in Numbers & Measures' })).toBeVisible()
  await expect(page.getByText(/Hand-in 1,/).first()).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download everything (ZIP)' }).click()
  expect((await download).suggestedFilename()).toMatch(/\.zip$/)
  await accessible(page)
  await context.close()

  const teacher = await device(browser, school.address)
  await signIn(teacher.page, 'ms.varga')
  await teacher.page.getByRole('link', { name: 'All classes' }).click()
  await teacher.page.getByRole('link', { name: 'Pond Diary' }).click()
  await expect(teacher.page.getByText('This class is archived:')).toBeVisible()
  await expect(teacher.page.getByRole('heading', { name: 'Topics' })).toBeVisible()
  await expect(teacher.page.getByRole('button', { name: 'New topic' })).toHaveCount(0)
  await expect(teacher.page.getByRole('link', { name: 'Post work' })).toHaveCount(0)
  await teacher.page.getByRole('link', { name: 'Settings' }).click()
  await teacher.page.getByRole('button', { name: 'Reopen the class' }).click()
  await expect(teacher.page.getByText('This class is archived:')).toHaveCount(0)
  await teacher.page.getByRole('button', { name: 'Archive the class' }).click()
  await expect(teacher.page.getByText('This class is archived:')).toBeVisible()
  await teacher.context.close()

  const pupil = await device(browser, school.address)
  await signIn(pupil.page, 'ada.moreno')
  await pupil.page.getByRole('link', { name: 'All classes' }).click()
  await pupil.page.getByRole('link', { name: 'Pond Diary' }).click()
  await pupil.page.getByRole('link', { name: /Frogspawn/ }).click()
  await expect(pupil.page.getByText('In the first week it is a heap of glass beads')).toBeVisible()
  await expect(pupil.page.getByRole('textbox', { name: /Frogspawn/ })).toHaveCount(0)
  await pupil.context.close()
})

test('a circle of a pupil, a family and a teacher, joined by its own code', async ({ browser }) => {
  const administrator = await device(browser, school.address, { phone: true })
  await signIn(administrator.page, 'ms.okoye')
  await administrator.page.goto('/circles/new')
  await administrator.page.getByLabel('Name of the circle').fill('Walking to school')
  await administrator.page.getByRole('button', { name: 'Create circle' }).click()
  const code = (await administrator.page.locator('[data-code]').textContent()) ?? ''
  const other = await device(browser, school.address)
  await other.page.goto('/')
  await other.page.getByLabel('Class code, key or user name').fill(code.toLowerCase())
  await other.page.getByRole('button', { name: 'Continue' }).click()
  await expect(other.page.getByRole('heading', { name: 'The circle “Walking to school”' })).toBeVisible()
  await accessible(other.page)
  await other.page.getByLabel('User name').fill('rosa.teller')
  await other.page.getByLabel('Password, PIN or pictures').fill('tern-hollow')
  await other.page.getByRole('button', { name: 'Sign in' }).click()
  await expect(other.page.getByRole('heading', { name: 'Walking to school', level: 1 })).toBeVisible()
  await expect(administrator.page.getByText('Rosa Teller')).toBeVisible()
  await expect(other.page.locator('[data-code]')).toHaveCount(0)
  // it talks as a class does: a room, a notice that is answered, switches of its own
  await other.page.getByRole('main').getByRole('link', { name: 'Walking to school' }).click()
  await other.page
    .getByRole('textbox', { name: 'Write in “Walking to school”' })
    .fill('We meet at the bridge.')
  await other.page.getByRole('button', { name: 'Send', exact: true }).click()
  await expect(administrator.page.getByText('1 new', { exact: true })).toBeVisible()
  await administrator.page.getByRole('main').getByRole('link', { name: 'Walking to school' }).click()
  await expect(administrator.page.getByText('We meet at the bridge.')).toBeVisible()
  await administrator.page.getByRole('link', { name: 'All of Talk' }).click()
  await administrator.page.getByRole('button', { name: 'Write a notice' }).click()
  const form = administrator.page.getByRole('dialog', { name: 'New notice' })
  await form.getByRole('textbox', { name: 'What is it about?' }).fill('From Monday by the mill.')
  await form.getByLabel('Asks for').selectOption({ label: 'A tap: “I have read it”' })
  await expect(form.getByText('Who is it for?')).toHaveCount(0)
  await accessible(administrator.page)
  await form.getByRole('button', { name: 'Post' }).click()
  await other.page.getByRole('link', { name: 'All of Talk' }).click()
  await other.page.getByRole('button', { name: 'I have read it' }).click()
  await expect(administrator.page.getByText('I have read it: 1')).toBeVisible()
  await administrator.page.getByRole('button', { name: 'Rules of Talk' }).click()
  await administrator.page.getByLabel('Members can write to each other').uncheck()
  await administrator.page.getByRole('button', { name: 'Save' }).click()
  await other.page.getByRole('main').getByRole('link', { name: 'Walking to school' }).click()
  await expect(other.page.getByText('Members do not write to each other in this circle')).toBeVisible()
  await accessible(other.page)
  await administrator.page.getByRole('link', { name: 'What was decided here' }).click()
  await expect(administrator.page.getByText('The rules of Talk were changed')).toBeVisible()
  await administrator.page.goBack()
  await administrator.page.getByRole('button', { name: 'Remove Rosa Teller' }).click()
  // whoever is removed sees nothing more of it, without a reload
  await expect(other.page.getByRole('alert')).toHaveText(/nothing at this address, or you may not see it/)
  await administrator.context.close()
  await other.context.close()
})

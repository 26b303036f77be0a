import { expect, test } from '@playwright/test'
import { accessible, bar, device, editor, noSideways, signIn } from '../people.js'
import { School } from '../school.js'

let school: School
test.beforeAll(async () => {
  school = await School.open()
})
test.afterAll(() => school.close())

const WORK = 'Why the hill is wetter than the harbour'
/** It has points, and is still taken in when it is late. */
const MARKED = 'Soil jar drawing'

test('a browser that asks for Portuguese gets it: a pupil signs in, does the work and hands it in', async ({
  browser,
}) => {
  const { page } = await device(browser, school.address, { locale: 'pt-PT', phone: true })
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Abre a tua turma' })).toBeVisible()
  await expect(page.locator('html')).toHaveAttribute('lang', 'pt')
  await accessible(page)
  await page.getByLabel('Código da turma, chave ou nome de utilizador').fill('ada.moreno')
  await page.getByRole('button', { name: 'Continuar' }).click()
  await page.getByLabel('Palavra-passe, PIN ou imagens').fill('wrong one')
  await page.getByRole('button', { name: 'Iniciar sessão' }).click()
  await expect(page.getByRole('alert')).toHaveText(/palavra-passe não combinam/)
  await page.getByLabel('Palavra-passe, PIN ou imagens').fill('tern-hollow')
  await page.getByRole('button', { name: 'Iniciar sessão' }).click()
  await expect(page.getByRole('heading', { name: 'Hoje', level: 1 })).toBeVisible()
  await expect(
    page.getByText('quarta-feira, 14 de outubro').or(page.getByText('quarta-feira 14 de outubro')).first(),
  ).toBeVisible()
  await noSideways(page)
  await accessible(page)
  await page
    .getByRole('link', { name: new RegExp(WORK) })
    .first()
    .click()
  await editor(page, new RegExp(WORK)).pressSequentially('Porque o vento sobe.')
  await expect(bar(page)).toHaveText(/^Guardado \d\d:\d\d/)
  await accessible(page)
  await noSideways(page)
  await page.getByRole('button', { name: 'Entregar', exact: true }).click()
  await page.getByRole('button', { name: 'Entregar agora' }).click()
  await expect(bar(page)).toHaveText(/Entregue .+ O professor já o tem\.$/)
})

test('a first day in Portuguese: from the code on the board to the mark', async ({ browser }) => {
  const teacher = await device(browser, school.address, { locale: 'pt-PT' })
  await teacher.page.request.post('/api/sign-in', {
    data: { userName: 'ms.varga', secret: 'tern-hollow' },
    headers: { origin: school.address, 'sec-fetch-site': 'same-origin' },
  })
  const { ties } = await (await teacher.page.request.get('/api/me')).json()
  const { classId } = ties.find((one: { className: string }) => one.className === 'Garden Science')
  const { places } = await (await teacher.page.request.get(`/api/classes/${classId}/register`)).json()
  const free = places.find((one: { userName: string | null }) => !one.userName)
  await teacher.page.goto(`/c/${classId}/door`)
  await accessible(teacher.page)
  const code = (await teacher.page.locator('[data-code]').getAttribute('data-code')) ?? ''

  const { page } = await device(browser, school.address, { locale: 'pt-PT', phone: true })
  await page.goto('/')
  await page.getByLabel('Código da turma, chave ou nome de utilizador').fill(code.toLowerCase())
  await page.getByRole('button', { name: 'Continuar' }).click()
  await expect(page.getByRole('heading', { name: 'Procura o teu nome' })).toBeVisible()
  await accessible(page)
  await noSideways(page)
  const [first = ''] = String(free.name).split(' ')
  await page.getByRole('button', { name: new RegExp(`^${first}`) }).click()
  await page.getByLabel('Escolhe um PIN: quatro algarismos').fill('4827')
  await page.getByRole('button', { name: 'Sim, sou eu' }).click()
  await expect(page.getByRole('heading', { name: `Entraste, ${free.name}` })).toBeVisible()
  await expect(teacher.page.getByRole('listitem').filter({ hasText: free.name })).toBeVisible()
  await page.getByRole('link', { name: 'Ir para Hoje' }).click()
  await page
    .getByRole('link', { name: new RegExp(MARKED) })
    .first()
    .click()
  await editor(page, new RegExp(MARKED)).pressSequentially('A chuva cai do lado do vento.')
  await expect(bar(page)).toHaveText(/^Guardado \d\d:\d\d/)
  await page.getByRole('button', { name: 'Entregar', exact: true }).click()
  await page.getByRole('button', { name: 'Entregar agora' }).click()
  await expect(bar(page)).toHaveText(/Entregue .+ O professor já o tem\.$/)

  await teacher.page.goto('/today')
  await teacher.page.getByRole('link', { name: new RegExp(`^${MARKED}.* por corrigir`) }).click()
  await expect(teacher.page).toHaveURL(/\/marking/)
  await teacher.page.getByRole('link', { name: new RegExp(String(free.name)) }).click()
  await expect(teacher.page.getByLabel(new RegExp(`^Comentário para ${first}`))).toBeVisible()
  await teacher.page.getByLabel('Nota', { exact: true }).fill('9,5')
  await teacher.page.getByRole('button', { name: 'Devolver já' }).click()
  await expect(page.getByText(/9,5/).first()).toBeVisible()
  await accessible(page)
})

test('a teacher chooses Portuguese and marks in it; the next at the device is asked in the browser’s language', async ({
  browser,
}) => {
  const { page } = await device(browser, school.address)
  await signIn(page, 'ms.varga')
  await page.goto('/account')
  await page.getByLabel('Language').selectOption({ label: 'Português' })
  await expect(page.getByRole('heading', { name: 'A minha conta' })).toBeVisible()
  await accessible(page)
  await page.getByRole('link', { name: /^Hoje/ }).first().click()
  await page.getByRole('link', { name: /^Rainfall log.* por corrigir/ }).click()
  // Today names Ada as well, and stands until the next screen is there
  await expect(page).toHaveURL(/\/marking/)
  await page.getByRole('link', { name: /Ada Moreno/ }).click()
  await page.getByLabel(/^Comentário para Ada/).fill('Muito bem.')
  await page.getByLabel('Nota', { exact: true }).fill('8,5')
  await page.getByRole('button', { name: 'Devolver', exact: true }).click()
  await expect(page.getByRole('link', { name: /Ada Moreno.*8,5/ })).toBeVisible()
  await accessible(page)
  // another device of hers speaks it as well, from its first page on
  const other = await device(browser, school.address)
  const answer = await other.page.request.post('/api/sign-in', {
    data: { userName: 'ms.varga', secret: 'tern-hollow' },
    headers: { origin: school.address, 'sec-fetch-site': 'same-origin' },
  })
  expect(answer.ok()).toBe(true)
  await other.page.goto('/today')
  await expect(other.page.getByRole('heading', { name: 'Hoje', level: 1 })).toBeVisible()
  await other.page.getByRole('button', { name: 'Sair' }).first().click()
  await expect(other.page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
  // where the session ends elsewhere, the page leaves by itself and asks whoever comes next in the browser's language
  await page.request.post('/api/sign-out', {
    headers: { origin: school.address, 'sec-fetch-site': 'same-origin' },
  })
  await expect(page.getByRole('heading', { name: 'Open your class' })).toBeVisible()
  await signIn(page, 'mr.bell')
})

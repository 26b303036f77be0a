import { chromium } from '@playwright/test'

/** Compressed bytes of script that the first load of Today takes, and whether anything came from elsewhere. */
export async function firstLoad(
  address: string,
  cookie: string,
): Promise<{ script: number; outside: string[] }> {
  const browser = await chromium.launch({
    executablePath: process.env.OPPEN_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })
  const context = await browser.newContext()
  const [name = '', value = ''] = cookie.split('=')
  await context.addCookies([{ name, value, url: address }])
  const page = await context.newPage()
  const session = await context.newCDPSession(page)
  await session.send('Network.enable')
  const scripts = new Set<string>()
  const outside: string[] = []
  let script = 0
  session.on('Network.responseReceived', ({ requestId, type, response }) => {
    if (type === 'Script') scripts.add(requestId)
    if (!response.url.startsWith(address) && !response.url.startsWith('data:')) outside.push(response.url)
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) script += encodedDataLength
  })
  await page.goto(`${address}/today`)
  await page.getByRole('heading', { name: 'Next' }).waitFor()
  await page.waitForLoadState('load')
  await browser.close()
  return { script, outside }
}

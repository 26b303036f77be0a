import { contextOf, launch } from './browser.js'

/**
 * Compressed bytes of script that the first load of Today takes until it answers to whoever uses it, those that come
 * after (charts, what few need), and whether anything came from elsewhere.
 */
export async function firstLoad(
  address: string,
  cookie: string,
): Promise<{ script: number; later: number; outside: string[] }> {
  const browser = await launch()
  const context = await contextOf(browser, address, cookie)
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
  await page.locator('#root:not([data-wide])').waitFor()
  const first = script
  await page.locator('.recharts-surface').first().waitFor()
  await browser.close()
  return { script: first, later: script - first, outside }
}

import { contextOf, launch } from './browser.js'

/**
 * Compressed bytes of script that the page of Today names and waits for, those that it fetches afterwards (charts, what
 * can go wrong), and whether anything came from elsewhere.
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
  const named = new Set<string>()
  const scripts = new Set<string>()
  const outside: string[] = []
  let script = 0
  let later = 0
  session.on('Network.requestWillBeSent', ({ requestId, initiator }) => {
    if (initiator.type === 'parser') named.add(requestId)
  })
  session.on('Network.responseReceived', ({ requestId, type, response }) => {
    if (type === 'Script') scripts.add(requestId)
    if (!response.url.startsWith(address) && !response.url.startsWith('data:')) outside.push(response.url)
  })
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (!scripts.has(requestId)) return
    if (named.has(requestId)) script += encodedDataLength
    else later += encodedDataLength
  })
  await page.goto(`${address}/today`)
  await page.locator('.recharts-surface').first().waitFor()
  await browser.close()
  return { script, later, outside }
}

import { type Browser, type BrowserContext, type BrowserContextOptions, chromium } from '@playwright/test'

/** Debian's Chromium, as the journeys use it. */
export const launch = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env.OPPEN_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  })

/** A browser of somebody with these cookies (as a request's header has them), in which nothing is kept yet. */
export async function contextOf(
  browser: Browser,
  address: string,
  cookie: string,
  options: BrowserContextOptions = {},
): Promise<BrowserContext> {
  const context = await browser.newContext({ serviceWorkers: 'block', ...options })
  const cookies = cookie.split('; ').filter(Boolean)
  await context.addCookies(
    cookies.map(one => {
      const at = one.indexOf('=')
      return { name: one.slice(0, at), value: one.slice(at + 1), url: address }
    }),
  )
  return context
}

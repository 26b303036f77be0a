import type { LaunchOptions } from '@playwright/test'

/** How Chromium is started for journeys and pictures: no sandbox, and no call to anywhere outside. */
export const LAUNCH: LaunchOptions = {
  executablePath: process.env.OPPEN_CHROMIUM ?? '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
}

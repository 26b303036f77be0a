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

/** A browser with a camera and a microphone, which are given to whoever asks. */
export const WITH_MEDIA: LaunchOptions = {
  ...LAUNCH,
  args: [...(LAUNCH.args ?? []), '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
}

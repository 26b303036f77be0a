import { defineConfig } from '@playwright/test'
import { LAUNCH } from './browser.js'

export default defineConfig({
  testDir: './journeys',
  outputDir: './results',
  globalSetup: './master.ts',
  // what is limited is each step, with room for a machine three times slower; this only ends what hangs for ever
  timeout: 900_000,
  expect: { timeout: 45_000 },
  // journeys wait more than they work: two side by side take little more than half the time
  workers: 2,
  forbidOnly: !!process.env.CI,
  reporter: [['list']],
  use: {
    actionTimeout: 45_000,
    navigationTimeout: 60_000,
    launchOptions: LAUNCH,
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    viewport: { width: 1280, height: 800 },
    // journeys about being without a network let the screens be kept on the device
    serviceWorkers: 'block',
    // a trace costs every journey a third of its time: `OPPEN_TRACE=1` where one is looked into
    trace: process.env.OPPEN_TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
  },
})

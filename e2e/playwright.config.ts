import { defineConfig } from '@playwright/test'

/** Debian's Chromium, headless. As root its sandbox cannot be had; it only ever sees our own pages on loopback. */
const args = ['--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run']

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers: 1,
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['json']],
  timeout: 60_000,
  expect: { timeout: 10_000 },
  use: {
    baseURL: process.env.E2E_FIRST,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: process.getuid?.() === 0 ? ['--no-sandbox', ...args] : args,
    },
  },
})

import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { defineConfig } from '@playwright/test'
import { workers } from './servers.ts'

/** The microphone of the browser plays a plucked belt of 62 Hz, over and over. */
process.env.E2E_PLUCK ??= pluck()

function pluck(): string {
  const file = join(mkdtempSync(join(tmpdir(), 'diatribon-pluck-')), 'pluck.wav')
  const script = fileURLToPath(new URL('../devices/microphone.ts', import.meta.url))
  execFileSync(process.execPath, ['--import', 'tsx', script, file, '62'])
  return file
}

/** Debian's Chromium, headless. As root its sandbox cannot be had; it only ever sees our own pages on loopback. */
const args = [
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--use-fake-device-for-media-stream',
  '--use-fake-ui-for-media-stream',
  `--use-file-for-fake-audio-capture=${process.env.E2E_PLUCK}`,
]

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results',
  workers,
  fullyParallel: true,
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list'], ['json']],
  // How long things take is for the bench; here a slow machine must not look like a fault.
  timeout: 600_000,
  expect: { timeout: 90_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    // A hand that finds nothing to press says what it looked for, long before the whole journey gives up.
    actionTimeout: 90_000,
    locale: 'en-GB',
    timezoneId: 'Europe/Lisbon',
    // Nobody watches: what slides and fades only makes a loaded machine slower.
    contextOptions: { reducedMotion: 'reduce' },
    // Each context would keep the whole application anew; only the journey without a line needs that.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: process.getuid?.() === 0 ? ['--no-sandbox', ...args] : args,
    },
  },
})

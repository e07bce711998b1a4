import { defineConfig, devices } from '@playwright/test';

/** Run by ./test, which starts the app and says where it is. */
export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  // Generous: a busy computer is no fault of the app. What is too slow is found by the benchmarks.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // A second try begins from a clean state: ./test gives the failed ones a new database and server, and tells them by name.
  retries: 0,
  outputDir: '.test/playwright',
  reporter: [['list'], ['json', { outputFile: '.test/playwright.json' }]],
  use: {
    ...devices['Desktop Chrome'],
    baseURL: process.env['VIVID_TEST_URL'] ?? 'http://127.0.0.1:4321',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Berlin',
    locale: 'en-GB',
    // A service worker would answer in place of the routes that tests lay; tests/e2e/offline.spec.ts allows it.
    serviceWorkers: 'block',
    // A colour on its way from one state to the next is no colour of the design: axe must not measure it.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      // Debian's Chromium without its window: a page is open in half the time. Tests that need the whole one
      // (the camera, certificates, a browser that is killed) start it themselves.
      executablePath: '/usr/bin/chromium-headless-shell',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});

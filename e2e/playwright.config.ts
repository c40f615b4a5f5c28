import { defineConfig } from '@playwright/test'

/** Where what a run found is put: two may go on beside each other. */
const results = process.env['E2E_RESULTS'] ?? 'e2e'

// What a service worker fetches is not looked at one by one: it fetches the whole app.
process.env['PLAYWRIGHT_DISABLE_SERVICE_WORKER_NETWORK'] = '1'

export default defineConfig({
  testDir: '.',
  projects: [
    { name: 'app', testMatch: '*.spec.ts', testIgnore: 'start.spec.ts' },
    // What they start mostly waits: they need no worker of the others.
    { name: 'start', testMatch: 'start.spec.ts' },
  ],
  workers: 2,
  fullyParallel: true,
  // A busy machine makes no test fail: it may be many times slower than a quiet one.
  timeout: 300_000,
  // What passed only at its second go is told by the list as flaky.
  retries: 1,
  expect: { timeout: 60_000 },
  outputDir: `../test-results/${results}`,
  reporter: [['list'], ['json', { outputFile: `../test-results/${results}.json` }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 60_000,
    trace: 'off',
    // Each page would keep the whole app before it is closed; what does so has tests of its own.
    serviceWorkers: 'block',
    testIdAttribute: 'data-test',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
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
})

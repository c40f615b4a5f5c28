import { defineConfig } from '@playwright/test'

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  workers: 2,
  timeout: 60_000,
  // What passed only at its second go is told by the list as flaky.
  retries: 1,
  expect: { timeout: 10_000 },
  outputDir: '../test-results',
  reporter: [['list'], ['json', { outputFile: '../test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    actionTimeout: 10_000,
    trace: 'off',
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

import { defineConfig } from '@playwright/test'

/** Those that look at the filled demo. */
const DEMO = /(?:screens|reading|results|acting|safety|words)\.spec\.ts/
/** What measures the browser has it for itself. */
const SMOOTH = /smooth\.spec\.ts/

export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  reporter: [['list'], ['json', { outputFile: '.cache/e2e.json' }]],
  workers: 2,
  // What fails once on a busy machine is tried again, and named at the end of the run.
  retries: 1,
  fullyParallel: true,
  globalSetup: './tests/e2e/everything.ts',
  projects: [
    { name: 'fill', testMatch: /fill\.setup\.ts/ },
    { name: 'worlds', testMatch: /spec\.ts/, testIgnore: [DEMO, SMOOTH] },
    { name: 'demo', testMatch: DEMO, dependencies: ['fill'] },
    { name: 'smooth', testMatch: SMOOTH, fullyParallel: false, dependencies: ['worlds', 'demo'] },
  ],
  // A machine that builds others beside is some three times slower than one at rest.
  timeout: 150_000,
  expect: { timeout: 15_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    trace: 'off',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--disable-domain-reliability',
        '--no-pings',
        '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
      ],
    },
  },
})

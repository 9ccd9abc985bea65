import { defineConfig } from '@playwright/test';
import { BROWSER } from './tests/support/browser';

const port = Number(process.env.TEST_PORT ?? 4859);

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  fullyParallel: true,
  // A slow or busy machine is no failure: these end a test that hangs, and nothing else.
  timeout: 300_000,
  expect: { timeout: 45_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['line'], ['json']] : [['line']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    launchOptions: {
      executablePath: BROWSER,
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    },
    reducedMotion: 'reduce',
    // A device that has been asked already who works on it, and with which tester. Stories that begin before that clear it.
    storageState: {
      cookies: [],
      origins: [
        {
          origin: `http://127.0.0.1:${port}`,
          localStorage: [
            { name: 'gauntlet:me', value: JSON.stringify({ id: 'bo', name: 'Bo Tarn' }) },
            { name: 'gauntlet:tester', value: 'wiremap' },
          ],
        },
      ],
    },
  },
  projects: [
    // What is the same at either size is tried at one of them.
    {
      name: 'phone',
      grepInvert: /@laptop/,
      testIgnore: /\/(http|log|plan)\.spec/,
      use: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
    },
    {
      name: 'laptop',
      grepInvert: /@phone/,
      testIgnore: /\/(trace|slips)\.spec/,
      use: { viewport: { width: 1440, height: 900 } },
    },
  ],
  webServer: [
    {
      command: 'node scripts/serve.js --demo',
      url: `http://127.0.0.1:${port}/api/health`,
      env: {
        PORT: String(port),
        GAUNTLET_DB: process.env.GAUNTLET_DB ?? 'data/test.db',
        GAUNTLET_BACKUP_HOURS: '0',
        GAUNTLET_WARM_UP: 'off',
      },
      reuseExistingServer: false,
    },
    {
      // People have to be let in here.
      command: 'node scripts/serve.js',
      url: `http://127.0.0.1:${port + 1}/api/health`,
      env: {
        PORT: String(port + 1),
        GAUNTLET_DB: process.env.GAUNTLET_DB
          ? `${process.env.GAUNTLET_DB}.guarded.db`
          : 'data/test-guarded.db',
        GAUNTLET_BACKUP_HOURS: '0',
        GAUNTLET_WARM_UP: 'off',
        GAUNTLET_ACCESS: 'on',
        GAUNTLET_FIRST_CODE: 'FRST-2345',
      },
      reuseExistingServer: false,
    },
  ],
});

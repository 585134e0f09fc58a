import { defineConfig } from '@playwright/test';
import { chromiumProgram } from './scripts/chromium.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  fullyParallel: false,
  // each file has a server and data of its own
  workers: 2,
  // a file that failed is begun again once, with a shop of its own; what passes only then is named at the end
  retries: 1,
  timeout: 90_000,
  expect: { timeout: 20_000 },
  reporter: [
    ['list'],
    ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'test-results/report.json' }],
  ],
  use: {
    actionTimeout: 30_000,
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/Oslo',
    // nothing fades in: what is there is there
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: {
      executablePath: chromiumProgram,
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    },
  },
});

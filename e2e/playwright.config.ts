import { defineConfig } from '@playwright/test';
import { chromiumOptions } from './chromiumOptions';

const port = Number(process.env.E2E_PORT ?? 4179);

export default defineConfig({
  testDir: '.',
  outputDir: '../test-results/browser',
  fullyParallel: true,
  // As many as the cores it is made for: one more would warm up one more page, and gains nothing.
  workers: 2,
  forbidOnly: true,
  timeout: 240_000,
  // A machine that does ten other things at once is slow, and not wrong.
  expect: { timeout: 45_000 },
  reporter: [['list'], ['json', { outputFile: '../test-results/browser.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    timezoneId: 'Europe/London',
    locale: 'en-GB',
    trace: 'off',
    contextOptions: { reducedMotion: 'reduce' },
    // Kept copies would outlive a test; what is told of them allows them itself.
    serviceWorkers: 'block',
    launchOptions: chromiumOptions,
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    cwd: '..',
    // The pages of the tests have a clock of their own; who asks for what is ready now starts a server for it.
    env: { PORT: String(port), OPENING: 'off' },
    url: `http://127.0.0.1:${port}/api/health`,
    reuseExistingServer: false,
  },
});

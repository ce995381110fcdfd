import { defineConfig } from '@playwright/test';
import browserFile from './scripts/browser.json' with { type: 'json' };

const PORT = Number(process.env.E2E_PORT ?? 4317);

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results',
  timeout: 180_000,
  expect: { timeout: 25_000 },
  workers: 2,
  fullyParallel: true,
  // What needs a second try passes, and is named at the end: it is to be mended, and hides nothing of what comes after it.
  retries: 1,
  reporter: [['list'], ['json', { outputFile: process.env.E2E_RESULTS ?? '.cache/playwright.json' }]],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Where lengths are read in centimetres, on a system that is dark; what else does is tested where it matters.
    locale: 'en-GB',
    colorScheme: 'dark',
    actionTimeout: 40_000,
    video: 'off',
    // The service worker puts the whole build aside for every browser anew; the tests of it let it.
    serviceWorkers: 'block',
    contextOptions: { reducedMotion: 'reduce' },
    trace: 'off',
    launchOptions: {
      executablePath: browserFile.path,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        // Recording is tested with the browser's own fake input, which beeps.
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        '--autoplay-policy=no-user-gesture-required',
      ],
    },
  },
  projects: [
    { name: 'made', testMatch: 'made.setup.ts' },
    { name: 'all', testMatch: '*.spec.ts', dependencies: ['made'] },
  ],
  webServer: { command: `PORT=${PORT} npx tsx src/server/main.ts`, url: `http://127.0.0.1:${PORT}/`, reuseExistingServer: !process.env.CI },
});

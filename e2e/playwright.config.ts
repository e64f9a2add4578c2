import { defineConfig } from '@playwright/test';

const port = 8499;

/** The real server on a fresh MariaDB, Debian's Chromium with software rendering. */
export default defineConfig({
  testDir: './tests',
  outputDir: './test-results',
  workers: 1,
  // Bounds for what hangs, not measures of speed: a shared machine was seen to stand still for half a minute.
  timeout: 240_000,
  expect: { timeout: 60_000 },
  retries: 0,
  forbidOnly: true,
  reporter: [['list']],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    trace: { mode: 'retain-on-failure', screenshots: false },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-dev-shm-usage',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--ignore-gpu-blocklist',
        '--disable-gpu-compositing',
      ],
    },
  },
  webServer: {
    command: `rm -rf .work/data && node --enable-source-maps ../packages/server/dist/main.js --data .work/data --port ${port}`,
    url: `http://127.0.0.1:${port}/api/health`,
    timeout: 120_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 10_000 },
    stdout: 'ignore',
  },
});

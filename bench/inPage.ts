import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import browserFile from '../scripts/browser.json' with { type: 'json' };
import type { Session } from '../src/core/document';
import { exportSession } from '../src/core/exchange';
import { saySessions } from '../src/words/sessions.page.en';

/** Runs something in the built application, served on a port of its own; says so where it is not built. */
export async function inPage(what: string, port: number, run: (page: Page) => Promise<void>): Promise<void> {
  if (!existsSync('dist/index.html')) {
    console.log(`${what}: not measured in the page, the application is not built (npm run build)`);
    return;
  }
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
    env: { ...process.env, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  await once(server.stdout, 'data');
  const browser = await chromium.launch({
    executablePath: browserFile.path,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    await run(await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: `http://127.0.0.1:${port}` }));
  } finally {
    await browser.close();
    server.kill();
  }
}

/** Imports a session on the first page and goes to one of its views. */
export async function openIn(page: Page, session: Session, view: string): Promise<void> {
  await page
    .getByLabel(saySessions('import-a-session-shelf-or-backup'))
    .setInputFiles({ name: 's.json', mimeType: 'application/json', buffer: Buffer.from(exportSession(session)) });
  await page.getByRole('button', { name: saySessions('take-it-in') }).click();
  await page.getByRole('article').first().waitFor();
  await page.goto(`/session/${session.id}/${view}`);
}

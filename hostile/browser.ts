import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import browserFile from '../scripts/browser.json' with { type: 'json' };
import { freePort } from './serve';

const FLAGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--window-size=1280,800',
];

/** A browser with a profile on disk that can be killed outright and started again on the same profile. */
export class KillableBrowser {
  private readonly profile = mkdtempSync(join(tmpdir(), 'shuttlecraft-profile-'));
  private child: ChildProcess | null = null;
  private browser: Browser | null = null;

  async start(): Promise<Page> {
    const port = await freePort();
    this.child = spawn(browserFile.path, [...FLAGS, `--user-data-dir=${this.profile}`, `--remote-debugging-port=${port}`, 'about:blank'], {
      stdio: 'ignore',
      detached: true,
    });
    for (let i = 0; i < 200 && !this.browser; i++) {
      await new Promise((done) => setTimeout(done, 100));
      this.browser = await chromium.connectOverCDP(`http://127.0.0.1:${port}`).catch(() => null);
    }
    if (!this.browser) throw new Error('Chromium did not start.');
    const context = this.browser.contexts()[0];
    if (!context) throw new Error('Chromium has no window.');
    const page = context.pages()[0] ?? (await context.newPage());
    await page.setViewportSize({ width: 1280, height: 800 });
    return page;
  }

  /** Ends every process of it at once, as a power cut or an impatient person would. */
  async kill(): Promise<void> {
    const { child } = this;
    if (!child?.pid) return;
    const ended = new Promise((done) => child.once('exit', done));
    process.kill(-child.pid, 'SIGKILL');
    await ended;
    await this.browser?.close().catch(() => undefined);
    this.browser = null;
    this.child = null;
  }

  async dispose(): Promise<void> {
    await this.kill();
    rmSync(this.profile, { recursive: true, force: true });
  }
}

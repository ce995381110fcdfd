import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdirSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { chromium, type Page } from '@playwright/test';
import { writeWav } from '../src/core/audio';
import { sayBrief } from '../src/words/brief.page.en';
import { sayCheck } from '../src/words/check.page.en';
import { sayEars } from '../src/words/ears.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayLoop } from '../src/words/loop.page.en';
import { sayPairs } from '../src/words/pairs.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { sayReady } from '../src/words/ready.page.en';
import { sayRecord } from '../src/words/record.page.en';
import { sayRoom } from '../src/words/room.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySetups } from '../src/words/setups.page.en';
import { sayTape } from '../src/words/tape.page.en';
import browserFile from './browser.json' with { type: 'json' };

const { values } = parseArgs({
  options: {
    out: { type: 'string', default: 'docs/screenshots' },
    daylight: { type: 'boolean', default: false },
    width: { type: 'string', default: '1280' },
    height: { type: 'string', default: '800' },
    only: { type: 'string', default: '' },
  },
});
const PORT = 4391;
const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts'], {
  env: { ...process.env, PORT: String(PORT) },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await once(server.stdout, 'data');
mkdirSync(values.out, { recursive: true });
const browser = await chromium.launch({
  executablePath: browserFile.path,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream'],
});
const context = await browser.newContext({
  viewport: { width: Number(values.width), height: Number(values.height) },
  baseURL: `http://127.0.0.1:${PORT}`,
  serviceWorkers: 'block',
  locale: 'en-GB',
});
await context.addInitScript((theme) => localStorage.setItem('shuttlecraft-theme', theme), values.daylight ? 'daylight' : 'slate');
const page = await context.newPage();
const shot = async (name: string): Promise<void> => {
  if (values.only && !name.includes(values.only)) return;
  await page.evaluate(() => document.fonts.ready);
  // Settled is what looks the same twice, a quarter of a second apart.
  let before = await page.screenshot();
  for (let n = 0; n < 20; n++) {
    await page.waitForTimeout(250);
    const now = await page.screenshot();
    if (now.equals(before)) break;
    before = now;
  }
  writeFileSync(`${values.out}/${name}.png`, before);
  console.log(name);
};
/** Eight taps beside the lugs of a tom, two of them off. */
function taps(): Uint8Array {
  const rate = 24_000;
  const samples = new Float32Array(9 * rate);
  [0, 4, -22, 2, -5, 13, 1, -3].forEach((cents, lug) => {
    for (const [ratio, level] of [
      [1 / 1.593, 0.3],
      [1, 0.8],
      [2.136 / 1.593, 0.4],
    ] as const)
      for (let i = 0; i < rate; i++) {
        const at = Math.round((0.4 + lug) * rate) + i;
        samples[at] =
          (samples[at] ?? 0) + 0.5 * level * Math.exp((-9 * i) / rate) * Math.sin((2 * Math.PI * 196 * 2 ** (cents / 1200) * ratio * i) / rate);
      }
  });
  return writeWav([samples], rate, 'f32');
}
const station = (name: string): Promise<void> =>
  page
    .getByRole('navigation', { name: sayFrame('stations') })
    .getByRole('link', { name: new RegExp(`^(Choose |Place |Plug )?${name}`) })
    .click();
const choose = (on: Page, name: string): Promise<void> =>
  on
    .getByRole('button', { name: new RegExp(`^${name} microphone`) })
    .first()
    .press('Enter');

await page.goto('/demo');
await page
  .getByRole('button', { name: /Kick microphone/ })
  .first()
  .waitFor();
await shot('floor');
await station('Brief');
await page
  .getByRole('list', { name: sayBrief('proposed-set-ups') })
  .getByRole('listitem')
  .first()
  .waitFor();
await shot('brief');
await station('Room');
await page
  .getByRole('list', { name: sayRoom('best-places') })
  .getByRole('listitem')
  .first()
  .waitFor();
await shot('room');
await station('Ready');
await page.getByRole('button', { name: sayReady('drum-tuning') }).click();
await page.getByLabel(sayReady('drum'), { exact: true }).selectOption({ label: 'Floor tom' });
await page.getByLabel('Taps file').setInputFiles({ name: 'taps.wav', mimeType: 'audio/wav', buffer: Buffer.from(taps()) });
await page.getByRole('img', { name: /^Lugs/ }).waitFor();
await shot('ready-tuning');
await station('Floor');
await choose(page, 'Overhead right');
await page.keyboard.press('Escape');
await page.goto(page.url().replace('/floor', '/setups'));
await page.getByRole('list', { name: saySetups('proposed') }).waitFor();
await page
  .getByRole('button', { name: saySetups('compare') })
  .nth(0)
  .click();
await page
  .getByRole('button', { name: saySetups('compare') })
  .nth(1)
  .click();
await shot('setups-compared');
await station('Pairs');
await page.getByRole('button', { name: sayPairs('other-geometries') }).click();
await shot('pairs');
await page.goto(page.url().replace('/pairs', '/ears'));
await page.getByRole('button', { name: sayEars('second-reversed') }).click();
await page.getByRole('slider').fill('1');
await shot('ears');
await station('Tape');
// Read what is planned, a little off as tapes are, and once by more.
for (const off of [0.5, -0.5, 0, 6]) {
  const shown = (await page.getByRole('region', { name: sayTape('reading') }).textContent()) ?? '';
  await page.getByLabel(/The tape says/).fill(String(Number(/capsule\s*([\d.]+) cm/.exec(shown)?.[1]) + off));
  await page.keyboard.press('Enter');
}
await shot('tape');
await page.setViewportSize({ width: 390, height: 844 });
await shot('tape-phone');
await page.setViewportSize({ width: Number(values.width), height: Number(values.height) });
await station('Patch');
await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
await page.getByRole('heading', { name: '4 of 8 inputs in use' }).waitFor();
await shot('patch');
await station('Check');
await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
await page.getByRole('list', { name: sayCheck('channels') }).waitFor({ timeout: 60_000 });
await shot('check');
await station('Floor');
await page
  .getByRole('button', { name: /Snare microphone/ })
  .first()
  .press('Shift+ArrowUp');
await station('Check');
await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
await page.getByRole('progressbar').waitFor({ state: 'hidden', timeout: 60_000 });
await station('Loop');
const attempts = page.getByRole('list', { name: sayLoop('attempts') }).getByRole('listitem');
await attempts.nth(1).waitFor();
await attempts.nth(1).getByRole('button').click();
await page.getByRole('button', { name: '3 of 5' }).click();
await page.getByRole('button', { name: 'thin', exact: true }).click();
await attempts.nth(0).getByRole('button').click();
await shot('loop');
await station('Record');
await page.getByRole('button', { name: sayRecord('record'), exact: true }).click();
await page.getByRole('img', { name: /Input level/ }).waitFor();
await shot('record');
await page.keyboard.press('Escape');
await station('Sheet');
await page.getByRole('table', { name: 'Tape list' }).waitFor();
await shot('sheet');
await page.goto('/session/demo-boathouse-12-string/floor');
await page.getByRole('button', { name: 'From the front' }).click();
await choose(page, 'Voice and guitar');
await page.getByRole('button', { name: sayFloor('what-it-hears') }).click();
await page.getByRole('button', { name: /theme$/ }).click();
await shot('floor-guitar-daylight');
await page.getByRole('button', { name: /theme$/ }).click();
await page.goto('/start?then=/shelf');
await page.getByRole('heading', { name: 'What do you own?' }).waitFor();
for (const [kind, count] of [
  ['Rugged dynamic', 2],
  ['Small condenser', 2],
  ['Passive ribbon', 1],
] as const)
  for (let n = 0; n < count; n++) await page.getByRole('button', { name: `One more: ${kind}`, exact: true }).click();
await page.getByRole('heading', { name: 'What do you own?' }).scrollIntoViewIfNeeded();
await shot('start');
await page.getByRole('button', { name: saySessions('put-them-on-the-shelf') }).click();
await page
  .getByRole('button', { name: /^Edit / })
  .first()
  .waitFor();
await shot('shelf');
await page.goto('/');
await page.getByRole('article').first().waitFor();
await shot('sessions');
await browser.close();
server.kill();

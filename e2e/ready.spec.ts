import { writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { writeWav } from '../src/core/audio/wavWriter';
import { say } from '../src/words';
import { sayBrief } from '../src/words/brief.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { sayReady } from '../src/words/ready.page.en';
import { station } from './steps';

const RATE = 24_000;

/**
 * Six taps beside the lugs of a drum, a second apart: the second note of a membrane with its neighbours (Rossing), one lug 40 cents flat; with
 * a stroke in the middle after them or without.
 */
function taps(withMiddle: boolean): Uint8Array {
  const samples = new Float32Array(8 * RATE);
  if (withMiddle)
    for (let i = 0; i < RATE; i++)
      samples[Math.round(6.4 * RATE) + i] = 0.5 * Math.exp((-9 * i) / RATE) * Math.sin((2 * Math.PI * (233 / 1.7) * i) / RATE);
  for (let lug = 0; lug < 6; lug++) {
    const second = 233 * 2 ** ((lug === 4 ? -40 : 0) / 1200);
    for (const [ratio, level] of [
      [1 / 1.593, 0.3],
      [1, 0.8],
      [2.136 / 1.593, 0.4],
    ] as const)
      for (let i = 0; i < RATE; i++) {
        const at = Math.round((0.4 + lug) * RATE) + i;
        samples[at] = (samples[at] ?? 0) + 0.5 * level * Math.exp((-9 * i) / RATE) * Math.sin((2 * Math.PI * second * ratio * i) / RATE);
      }
  }
  return writeWav([samples], RATE, 'f32');
}

test.beforeEach(async ({ page }) => {
  await page.goto('/demo');
  await station(page, 'Ready').click();
});

test('the list: ticked, kept after a reload, one of one’s own added and taken off; a reminder is set and done', async ({ page }) => {
  const before = page.getByRole('list', { name: 'before plugging' });
  await before.getByLabel(/^Neighbours told/).check();
  await page.getByLabel(sayReady('one-of-your-own')).fill('The neighbour’s dog is out');
  await page.getByRole('button', { name: sayReady('add-it') }).click();
  const first = page.getByRole('list', { name: 'before the first take' });
  await first.getByRole('checkbox', { name: 'The neighbour’s dog is out' }).check();
  await before.getByLabel(/^Fridge/).check();
  await expect(page.getByRole('list', { name: sayReady('reminders') })).toContainText(sayReady('switch-the-fridge-on-again'));
  await page.reload();
  await expect(before.getByLabel(/^Neighbours told/)).toBeChecked();
  await expect(first.getByRole('checkbox', { name: 'The neighbour’s dog is out' })).toBeChecked();
  await page.getByRole('button', { name: 'Remove: The neighbour’s dog is out' }).click();
  await expect(first).not.toContainText('dog');
  await page.getByRole('button', { name: /^Done: Switch the fridge on/ }).click();
  await expect(page.getByRole('list', { name: sayReady('reminders') }).getByRole('listitem')).toHaveCount(0);
  // On paper it is dark on white, in the dark theme too, and one page.
  await page.emulateMedia({ media: 'print' });
  await expect(before.getByText(/^Neighbours told/)).toHaveCSS('color', /rgb\((17|68), (17|68), (17|68)\)/);
  const pdf = await page.pdf({ format: 'A4' });
  expect([...pdf.toString('latin1').matchAll(/\/Type\s*\/Page[^s]/g)]).toHaveLength(1);
  await page.emulateMedia({ media: 'screen' });
  // The patch is seen, not ticked.
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible();
  await station(page, 'Ready').click();
  await expect(first.getByLabel(/^Each microphone on the input/)).toBeChecked();
});

test('a drum is tuned by taps from a file: the flat lug is named with its turn, and the log keeps it', async ({ page }, info) => {
  await page.getByRole('button', { name: sayReady('drum-tuning') }).click();
  await page.getByLabel(sayReady('drum'), { exact: true }).selectOption({ label: 'Floor tom' });
  const path = info.outputPath('taps.wav');
  await writeFile(path, taps(false));
  await page.getByLabel('Taps file').setInputFiles(path);
  await expect(page.getByText(/hit it once in the middle after the lugs/)).toBeVisible({ timeout: 20_000 });
  const whole = info.outputPath('with-middle.wav');
  await writeFile(whole, taps(true));
  await page.getByLabel('Taps file').setInputFiles(whole);
  await expect(page.getByRole('img', { name: /^Lugs: 1 \S+ cents, .*5 −4\d cents, 6 \S+ cents$/ })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/Lug 5: an eighth tighter/)).toBeVisible();
  await expect(page.getByRole('list', { name: 'Log of Floor tom' }).getByRole('listitem')).toHaveCount(2);
  await expect(page.getByText(/own note is C♯3 \(137\.\d Hz in its middle\); the song is in A minor/)).toBeVisible();
});

test('the day’s exposure follows the minutes played; what would help is by kind', async ({ page }) => {
  await page.getByRole('button', { name: sayReady('hearing') }).click();
  const list = page.getByRole('list', { name: sayReady('exposure') });
  await page.getByLabel(/^Level, if measured/).fill('94');
  await page.getByLabel(/^Level, if measured/).press('Enter');
  await page.getByLabel(/^Played today/).fill('30');
  await page.getByLabel(/^Played today/).press('Enter');
  // 94 dBA for an hour is a whole day by the recommended limit (NIOSH 98-126).
  await expect(list).toContainText(/recommended, 85 dBA for 8 h:\s*50 %/);
  await page.getByRole('button', { name: sayReady('what-would-help-next') }).click();
  await expect(page.getByText('Free of charge', { exact: false })).toBeVisible();
  await expect(page.getByRole('heading', { name: sayReady('one-more-of-what') })).toBeVisible();
});

test('parts and choices: a lone side is told, balanced it is not; what was chosen is on the sheet', async ({ page }) => {
  await station(page, 'Brief').click();
  await page.getByText(sayBrief('tempo-levels-and-how-you-work')).click();
  const add = async (name: string): Promise<void> => {
    await page.getByLabel(sayBrief('another-part')).fill(name);
    await page.getByLabel(sayBrief('another-part')).press('Enter');
  };
  await add('Drums');
  await add('Guitar');
  await page.getByLabel('Place of Guitar').selectOption('left');
  const lone = say('planning', 'lone-side', { name: 'Guitar', side: 'right', centred: 'none' }, 'metric');
  await expect(page.getByText(lone)).toBeVisible();
  await add('Guitar again');
  await page.getByLabel('Place of Guitar again').selectOption('right');
  await expect(page.getByText(lone)).toHaveCount(0);
  await station(page, 'Ready').click();
  await page.getByRole('button', { name: sayReady('choices') }).click();
  await page.getByLabel('Beater').selectOption('wool');
  await station(page, 'Sheet').click();
  await expect(page.getByText('Loft kit: beater wool.', { exact: false })).toContainText('Guitar again right, against Drums');
});

import { readFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { boathouseKit } from '../demo/boathouse';
import { openAs } from '../hostile/views';
import { writeWav } from '../src/core/audio/wavWriter';
import { MICROPHONE_CATALOGUE } from '../src/core/microphones';
import { CABLE_CATALOGUE, DEVICE_CATALOGUE, OUTBOARD_CATALOGUE, onShelf } from '../src/core/patch';
import { clickTrack } from '../src/core/recording';
import { say } from '../src/words';
import { sayFloor } from '../src/words/floor.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { sayShelf } from '../src/words/shelf.page.en';
import { station } from './steps';

const kit = { ...boathouseKit(), id: 'patch-trial' };
const never = {
  ...kit,
  shelf: {
    ...kit.shelf,
    microphones: kit.shelf.microphones.map((model) => (model.id === kit.microphones[0]?.modelId ? { ...model, phantom: 'never' as const } : model)),
  },
};

test('power where it harms is refused until it is said in words; then every station and the sheet say so', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await openAs(page, never, 'patch');
  const cross = page.getByRole('table', { name: sayPatch('microphones-and-inputs') });
  await cross.getByRole('button', { name: 'Overhead left into input 1', exact: true }).click();
  await cross.getByRole('button', { name: 'Kick into input 2', exact: true }).click();
  const refusal = page.getByRole('alert').filter({ hasText: 'Not plugged' });
  await expect(refusal).toContainText('Kick must never get phantom power');
  await expect(refusal.getByRole('button', { name: sayPatch('plug-it-in-all-the-same') })).toBeDisabled();
  await refusal.getByLabel(/type “power is off”/).fill('Power is off');
  await refusal.getByRole('button', { name: sayPatch('plug-it-in-all-the-same') }).click();
  await station(page, 'Floor').click();
  await expect(page.getByRole('button', { name: sayFloor('legend') })).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'Kick must never get phantom power' }).first()).toBeVisible();
  await station(page, 'Sheet').click();
  await expect(
    page
      .getByRole('table', { name: saySheet('input-list') })
      .getByRole('row')
      .filter({ hasText: 'Bass-drum' }),
  ).toContainText('off, must stay off: it would harm Kick, and Overhead left needs it');
  await page.getByRole('link', { name: sayFloor('look-at-the-patch') }).click();
  await cross.getByRole('button', { name: 'Kick into input 5', exact: true }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Kick must never' })).toHaveCount(0);
});

test('more than the inputs take: the rest is plugged, the reason said, one press mends it; what is pinned stays', async ({ page }) => {
  const two = { ...kit, shelf: { ...kit.shelf, devices: kit.shelf.devices.map((device) => ({ ...device, inputs: device.inputs.slice(0, 3) })) } };
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await openAs(page, two, 'patch');
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  const why = page.getByRole('alert').filter({ hasText: '4 microphones and 3 inputs: 1 too many' });
  await expect(why).toBeVisible({ timeout: 30_000 });
  await why.getByRole('button', { name: /^Plug the rest without/ }).click();
  await expect(page.getByRole('heading', { name: '3 of 3 inputs in use' })).toBeVisible();
  await page.getByRole('button', { name: sayShelf('undo') }).click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  await why
    .getByRole('group', { name: sayPatch('what-would-mend-it') })
    .getByRole('button', { name: 'Remove Kick' })
    .click();
  await expect(page.getByRole('heading', { name: '3 of 3 inputs in use' })).toBeVisible({ timeout: 30_000 });
});

test('monitoring, a loop of cable from a file, and room on the disk', async ({ page }, info) => {
  const rate = 48_000;
  const out = clickTrack(4, rate);
  const back = new Float32Array(out.length);
  for (let i = 0; i + 417 < out.length; i++) back[i + 417] = -0.4 * (out[i] as number);
  const path = info.outputPath('loop.wav');
  await writeFile(path, writeWav([out, back], rate, 's24'));
  await page.goto('/demo');
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('monitoring-and-recording') }).click();
  const monitoring = page.getByRole('region', { name: sayPatch('monitoring') });
  await monitoring.getByLabel(sayPatch('buffer')).selectOption({ label: '256 samples' });
  await expect(monitoring).toContainText('13.7 ms');
  const loop = page.getByRole('region', { name: sayPatch('loopback') });
  await loop.getByLabel(sayPatch('loopback-files')).setInputFiles(path);
  await expect(loop).toContainText('417.0 samples');
  await expect(loop).toContainText('−417 samples');
  await expect(loop).toContainText('polarity reversed');
  const silent = info.outputPath('silent.wav');
  await writeFile(silent, writeWav([new Float32Array(rate), new Float32Array(rate)], rate, 's24'));
  await loop.getByLabel(sayPatch('loopback-files')).setInputFiles(silent);
  await expect(loop.getByRole('alert')).toContainText('There are not two clicks');
  await expect(page.getByRole('region', { name: sayPatch('room-on-the-disk') })).toContainText(/4 channels at 48(\.0)? kHz take 35 MB a minute/);
});

test('a splitter, a strip with a low cut and eight more inputs over a digital port are patched, drawn and on the sheet', async ({ page }) => {
  const catalogued = (id: string) => OUTBOARD_CATALOGUE.find((one) => one.id === id) as (typeof OUTBOARD_CATALOGUE)[number];
  const [host] = kit.shelf.devices;
  const more = onShelf(DEVICE_CATALOGUE.find(({ id }) => id === 'eight-by-light') as (typeof DEVICE_CATALOGUE)[number], host ? [host] : []);
  const rich = {
    ...kit,
    shelf: {
      ...kit.shelf,
      devices: [...kit.shelf.devices, more],
      outboard: [catalogued('splitter'), catalogued('channel-strip'), catalogued('line-equaliser')],
    },
  };
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await openAs(page, rich, 'patch');
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  const cross = page.getByRole('table', { name: sayPatch('microphones-and-inputs') });
  await expect(page.getByRole('heading', { name: '4 of 16 inputs in use' })).toBeVisible({ timeout: 30_000 });
  await cross.getByRole('button', { name: /^K ?Kick/ }).click();
  await page.getByText(sayPatch('between-low-cut-and-more')).click();
  await page.getByLabel(sayPatch('between-it-and-the-input')).selectOption({ label: 'Splitter with a transformer' });
  await page.getByLabel(sayPatch('its-second-way-goes-into')).selectOption({ label: 'input 8 of Eight preamps for a digital port' });
  await expect(cross.getByRole('button', { name: /^Kick into input 8 of Eight preamps.*, its second output$/ })).toBeVisible();
  await expect(page.getByRole('heading', { name: '5 of 16 inputs in use' })).toBeVisible();
  await cross.getByRole('button', { name: /^SN? ?Snare/ }).click();
  await page.getByLabel(sayPatch('between-it-and-the-input')).selectOption('channel-strip');
  await page.getByRole('button', { name: 'low cut 80 Hz of channel strip' }).click();
  await expect(page.getByRole('button', { name: 'low cut 80 Hz of channel strip', pressed: true })).toBeVisible();
  await page.getByLabel(sayPatch('then-at-line-level')).selectOption({ label: 'Equaliser at line level' });
  await expect(page.getByRole('button', { name: 'low cut 60 Hz of equaliser at line level', pressed: true })).toBeVisible();
  // Solved again, what was put between for its own sake stays, and the second way keeps its input.
  await page.getByRole('button', { name: sayPatch('solve-keeping-most-cables') }).click();
  await expect(page.getByRole('status').filter({ hasText: 'This is the cheapest patch' })).toBeVisible({ timeout: 30_000 });
  await expect(cross.getByRole('button', { name: /, its second output$/ })).toBeVisible();
  await expect(cross).toContainText('through Channel strip, then equaliser at line level');
  await station(page, 'Sheet').click();
  const list = page.getByRole('table', { name: saySheet('input-list') });
  await expect(list.getByRole('row').filter({ hasText: 'Kick, second way' })).toBeVisible();
  await expect(list.getByRole('row').filter({ hasText: 'low cut on its way' })).toContainText(sayFloor('snare'));
});

test('a device across the room wants a longer cable than there is, and one press gets it', async ({ page }) => {
  const cables = CABLE_CATALOGUE.filter(({ id }) => id === 'xlr-5').map((cable) => ({ ...cable, count: 9 }));
  const far = { ...kit, id: 'far-desk', brief: { ...kit.brief, desk: 'back left' as const }, shelf: { ...kit.shelf, cables } };
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await openAs(page, far, 'patch');
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  const why = page.getByRole('alert').filter({ hasText: /longer cables?/ });
  await expect(why).toBeVisible({ timeout: 30_000 });
  await why.getByRole('button', { name: /^Get .* more: XLR cable, 10 m$/ }).click();
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 30_000 });
  // What the patch counts on is to be got until somebody says that it is here.
  await page.getByRole('button', { name: sayPatch('cables-and-power') }).click();
  const toGet = page.getByRole('region', { name: sayPatch('to-get') });
  await expect(toGet).toContainText('XLR cable, 10 m');
  await expect(toGet).toContainText(say('lists', 'patch-counts-on-it', {}, 'metric'));
  await toGet.getByRole('button', { name: 'I have it: XLR cable, 10 m' }).click();
  await expect(toGet).toContainText(sayPatch('nothing-what-is-planned-is-there'));
});

test('a passive ribbon beside condensers on one switch: the Floor and the line say so before anything is plugged; a blocker mends it and is on every list', async ({
  page,
}) => {
  const ribbon = MICROPHONE_CATALOGUE.filter(({ id }) => id === 'passive-ribbon');
  const mixer = DEVICE_CATALOGUE.filter(({ id }) => id === 'small-mixer');
  const shelf = { ...kit.shelf, devices: mixer, microphones: [...kit.shelf.microphones.filter(({ id }) => id !== 'passive-ribbon'), ...ribbon] };
  const microphones = kit.microphones.map((placed) => (placed.name === 'Snare' ? { ...placed, modelId: 'passive-ribbon' } : placed));
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await openAs(page, { ...kit, id: 'one-switch', patch: {}, shelf, microphones }, 'floor');
  const why = page.getByRole('alert').filter({ hasText: /Snare must never get it/ });
  await expect(why).toBeVisible({ timeout: 30_000 });
  await expect(station(page, 'Patch')).toHaveAccessibleName(/something to fix/);
  await why.getByRole('link', { name: sayFloor('look-at-the-patch') }).click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  const mends = page.getByRole('group', { name: sayPatch('what-would-mend-it') });
  await expect(mends.getByRole('button').first()).toHaveText('Get one more: Phantom blocker', { timeout: 30_000 });
  await expect(mends).not.toContainText('booster');
  await mends.getByRole('button').first().click();
  await expect(page.getByRole('heading', { name: '4 of 4 inputs in use' })).toBeVisible({ timeout: 30_000 });
  await expect(station(page, 'Patch')).not.toHaveAccessibleName(/something to fix/);
  await page.getByRole('button', { name: sayPatch('cables-and-power') }).click();
  await expect(page.getByRole('region', { name: sayPatch('to-get') })).toContainText('1 × Phantom blocker');
  await station(page, 'Sheet').click();
  const row = page
    .getByRole('table', { name: saySheet('input-list') })
    .getByRole('row')
    .filter({ hasText: sayFloor('snare') });
  await expect(row).toContainText(`ON, ${say('lists', 'held-off-by', { shield: 'Phantom blocker' }, 'metric')}`);
});

test('the next best patch is another one, and says what it costs; what is pinned stays in it', async ({ page }) => {
  await page.goto('/demo');
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  await expect(page.getByRole('status').filter({ hasText: '1 bank is on. This is the cheapest patch' })).toBeVisible({ timeout: 30_000 });
  const cross = page.getByRole('table', { name: sayPatch('microphones-and-inputs') });
  await cross.getByRole('button', { name: /^K ?Kick/ }).click();
  await page.getByText(sayPatch('between-low-cut-and-more')).click();
  await page.getByRole('button', { name: sayPatch('stays-in-this-input') }).click();
  const before = await cross.getByRole('button', { name: /^Kick into/, pressed: true }).getAttribute('aria-label');
  await page.getByRole('button', { name: sayPatch('next-best') }).click();
  await expect(page.getByRole('status').filter({ hasText: 'cheapest patch besides the one before' })).toBeVisible({ timeout: 30_000 });
  await expect(cross.getByRole('button', { name: /^Kick into/, pressed: true })).toHaveAttribute('aria-label', before ?? '');
});

test('the sheet’s drawings as files: SVG with its own colours, PNG as pixels', async ({ page }, info) => {
  await page.goto('/demo');
  await station(page, 'Sheet').click();
  const saved: string[] = [];
  for (const kind of ['SVG', 'PNG'] as const) {
    const files: Promise<void>[] = [];
    page.removeAllListeners('download');
    page.on('download', (file) => {
      const path = info.outputPath(file.suggestedFilename());
      saved.push(path);
      files.push(file.saveAs(path));
    });
    await page.getByRole('button', { name: `Drawings as ${kind}` }).click();
    await expect.poll(() => files.length).toBe(2);
    await Promise.all(files);
  }
  expect(saved.map((path) => path.replace(/.*Saturday /, ''))).toEqual(['plan.svg', 'side.svg', 'plan.png', 'side.png']);
  const svg = await readFile(saved[0] ?? '', 'utf8');
  expect(svg).toMatch(/^<svg[^>]* xmlns="http:\/\/www.w3.org\/2000\/svg"/);
  expect(svg).not.toContain('var(');
  expect(svg.match(/stroke="rgb/g)?.length).toBeGreaterThan(20);
  const png = await readFile(saved[2] ?? '');
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  expect(png.readUInt32BE(16)).toBeGreaterThan(600);
});

test('things between, cables, prices: from the shelf into the patch, onto the sheet and into files', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  const session = page.url().replace(/\/[a-z]+$/, '');
  await page.goto(`${session}/shelf`);
  await page.getByLabel(sayShelf('add-between')).selectOption({ label: 'Attenuator, 20 dB' });
  await page.getByRole('button', { name: 'One more: Attenuator, 20 dB' }).click();
  await expect(page.getByRole('list', { name: sayShelf('between-microphone-and-input') })).toContainText('2×');
  await page.goto(`${session}/patch`);
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  await page.getByRole('rowheader', { name: /Snare/ }).getByRole('button').click();
  const ladder = page.getByRole('list', { name: sayPatch('from-air-to-file') });
  await expect(ladder).not.toContainText('Attenuator');
  await page.getByText(sayPatch('between-low-cut-and-more')).click();
  await page.getByLabel(sayPatch('between-it-and-the-input')).selectOption({ label: 'Attenuator, 20 dB' });
  await expect(ladder).toContainText('Attenuator, 20 dB');
  await expect(ladder).toContainText('−20 dB');
  await page.goto(`${session}/shelf`);
  await page.getByLabel(sayShelf('add-a-cable')).selectOption({ label: 'XLR cable, 10 m' });
  await page.goto(`${session}/patch`);
  await page.getByRole('button', { name: sayPatch('cables-and-power') }).click();
  await page.getByLabel(sayPatch('the-devices-stand-at-the')).selectOption({ label: 'back right, seen from the audience' });
  await expect(page.getByRole('list', { name: sayPatch('cables'), exact: true }).getByText('XLR cable, 10 m')).toHaveCount(1);
  await page.getByRole('button', { name: sayPatch('add-it-up-with-prices') }).click();
  const price = page
    .getByRole('region', { name: sayPatch('to-get') })
    .getByRole('textbox')
    .first();
  await price.fill('12.5');
  await price.press('Enter');
  await expect(page.getByText('by your own prices')).toBeVisible();
  await station(page, 'Sheet').click();
  await expect(
    page
      .getByRole('table', { name: saySheet('input-list') })
      .getByRole('row')
      .filter({ hasText: sayFloor('snare') }),
  ).toContainText('through Attenuator, 20 dB');
  await expect(page.getByRole('region', { name: saySheet('gear') })).toContainText('none there');
  await page.getByLabel(/Files are called/).fill('{date} {label}');
  await page.getByLabel(/Files are called/).press('Enter');
  await expect(page.getByText('For instance: 2026-06-13')).toBeVisible();
  const sizeOf = async (): Promise<string> =>
    /MediaBox\s*\[([^\]]*)\]/.exec((await page.pdf({ preferCSSPageSize: true })).toString('latin1'))?.[1]?.trim() ?? '';
  // ISO 216 A4 and US Letter in points of 1/72 inch.
  expect(await sizeOf()).toMatch(/^0 0 59[45]\.\d+ 84[12]/);
  await page.getByLabel(saySheet('paper')).selectOption({ label: 'Letter' });
  expect(await sizeOf()).toMatch(/^0 0 612 792/);
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: saySheet('all-lists-as-json') }).click();
  const lists = JSON.parse(readFileSync(await (await waiting).path(), 'utf8'));
  expect(lists.inputs.find(({ microphone }: { microphone: string }) => microphone === 'Snare')).toMatchObject({ between: 'Attenuator, 20 dB' });
  expect(lists.inputs[0].fileName).toMatch(/^2026-06-13 /);
  expect(lists.toGet[0].price).toBe(12.5);
});

test('a knot is dragged along to another input, which plugs it there; pressed it stays a press', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  const cross = page.getByRole('table', { name: sayPatch('microphones-and-inputs') });
  const knot = cross.getByRole('button', { name: 'Kick into input 1', exact: true });
  await expect(knot).toHaveAttribute('aria-pressed', 'true');
  const to = cross.getByRole('button', { name: 'Kick into input 7', exact: true });
  const [from, target] = [await knot.boundingBox(), await to.boundingBox()];
  if (!from || !target) throw new Error('both are there');
  await page.mouse.move(from.x + 24, from.y + 24);
  await page.mouse.down();
  await page.mouse.move(from.x + 80, from.y + 26, { steps: 4 });
  await page.mouse.move(target.x + 20, target.y + 20, { steps: 6 });
  await page.mouse.up();
  await expect(to).toHaveAttribute('aria-pressed', 'true');
  await expect(knot).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: sayShelf('undo') }).click();
  await expect(knot).toHaveAttribute('aria-pressed', 'true');
  // Pressed it stays a press.
  await cross.getByRole('button', { name: 'Kick into input 6', exact: true }).click();
  await expect(cross.getByRole('button', { name: 'Kick into input 6', exact: true })).toHaveAttribute('aria-pressed', 'true');
});

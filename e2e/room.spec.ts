import { writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { writeWav } from '../src/core/audio/wavWriter';
import { stepTold } from '../src/core/document';
import { createRandom } from '../src/core/math/random';
import { sayCapture } from '../src/words/capture.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayRoom } from '../src/words/room.page.en';
import { sayStep } from '../src/words/steps';
import { station } from './steps';

const RATE = 48_000;

/** A clap in a room that dies away in so many seconds. */
function clap(seconds: number): Uint8Array {
  const random = createRandom(4);
  const samples = Float32Array.from({ length: 3 * RATE }, (_, i) => {
    const t = i / RATE - 0.5;
    return 0.4 * ((t < 0 ? 0 : 0.5 * random.normal() * 10 ** ((-3 * t) / seconds)) + 0.0002 * random.normal());
  });
  return writeWav([samples], RATE, 'f32');
}

test.beforeEach(async ({ page }) => {
  await page.goto('/demo');
  await station(page, 'Room').click();
  // The station is fetched first: a reload before that would stay where it was.
  await expect(page).toHaveURL(/\/room$/);
  await expect(page.getByRole('button', { name: sayRoom('clap-test') })).toBeVisible();
});

test('where to put it: three places with their reasons; one press moves the kit with its microphones and raises nothing', async ({ page }) => {
  const places = page.getByRole('list', { name: sayRoom('best-places') }).getByRole('listitem');
  await expect(places).toHaveCount(3);
  await page.getByRole('button', { name: 'Move it to 1' }).click();
  await expect(places.filter({ hasText: sayRoom('it-stands-here') })).toHaveCount(1);
  await station(page, 'Floor').click();
  await expect(page.getByRole('region', { name: sayFloor('findings-and-selection') })).toContainText('Nothing to fix in the plan.');
  await page.getByRole('button', { name: sayFrame('undo-one') }).click();
  await expect(page.getByRole('button', { name: /^Redo: move/ })).toBeEnabled();
});

test('bare walls flutter, a curtain put where it is advised ends it; the modes and reflections are told', async ({ page }) => {
  const does = page.getByRole('region', { name: sayRoom('what-the-room-does') });
  await page.getByText(sayRoom('surfaces-windows-doors-furniture')).click();
  await page.getByLabel('Left wall').selectOption({ label: 'brick' });
  await page.getByLabel('Right wall').selectOption({ label: 'sealed concrete' });
  await expect(does).toContainText(/left wall and right wall are bare and 540 cm apart: a clap flutters every\s*32 ms/);
  await expect(does).toContainText('Arau-Puchades');
  await page.getByRole('button', { name: sayRoom('what-to-hang') }).click();
  const advice = page.getByRole('list', { name: sayRoom('what-to-hang') }).getByRole('listitem');
  await expect(advice.first()).toContainText('Ends the flutter between left wall and right wall');
  await advice
    .first()
    .getByRole('button', { name: sayRoom('put-it-there') })
    .click();
  const soft = page.getByRole('list', { name: sayRoom('soft-things') });
  await expect(soft).toContainText('Heavy curtain');
  await soft.getByRole('button', { name: 'Heavy curtain', exact: true }).click();
  await soft.getByLabel('Air behind (cm)').fill('40');
  await soft.getByLabel('Air behind (cm)').press('Enter');
  await expect(page.getByRole('button', { name: sayFrame('undo-one') })).toBeEnabled();
  await expect(does).not.toContainText('flutters');
  await page.getByRole('button', { name: sayRoom('modes') }).click();
  await expect(page.getByLabel(sayRoom('mode'))).toContainText('32 Hz, across');
  await page.getByLabel(sayRoom('mode')).selectOption('-1');
  await page.getByLabel(/^At height/).fill('150');
  await page.getByLabel(/^At height/).press('Enter');
  await expect(page.getByText(/The worst three are those your instrument drives hardest/)).toBeVisible();
  await page.getByRole('button', { name: sayRoom('first-reflections') }).click();
  await expect(page.getByRole('table', { name: sayRoom('first-reflections') }).getByRole('row')).toHaveCount(7);
});

test('a doorway in a bare wall ends its flutter; a low part of the ceiling shortens the way over it; both are undone', async ({ page }) => {
  const does = page.getByRole('region', { name: sayRoom('what-the-room-does') });
  await page.getByText(sayRoom('surfaces-windows-doors-furniture')).click();
  await page.getByLabel('Left wall').selectOption({ label: 'brick' });
  await page.getByLabel('Right wall').selectOption({ label: 'sealed concrete' });
  await expect(does).toContainText('flutters');
  await page.getByRole('button', { name: '+ open doorway' }).click();
  await page.getByLabel(sayRoom('wall'), { exact: true }).selectOption('left wall');
  await page.getByLabel('Part wide (m)').fill('3');
  await page.getByLabel('Part wide (m)').press('Enter');
  await expect(page.getByRole('list', { name: sayRoom('in-the-walls') })).toContainText('Open doorway, left wall, 300 cm');
  await expect(does).not.toContainText('flutters');

  await page.getByRole('button', { name: sayRoom('first-reflections') }).click();
  const ceiling = page
    .getByRole('table', { name: sayRoom('first-reflections') })
    .getByRole('row')
    .filter({ hasText: 'ceiling' });
  const before = await ceiling.textContent();
  await page.getByLabel(sayRoom('ceiling-lower-along')).selectOption('right wall');
  await page.getByLabel('Low part reaches (m)').fill('5');
  await page.getByLabel('Low part reaches (m)').press('Enter');
  await expect(ceiling).not.toHaveText(before ?? '');
  await page.getByRole('button', { name: sayFrame('undo-one') }).click();
  await page.getByRole('button', { name: sayFrame('undo-one') }).click();
  await expect(ceiling).toHaveText(before ?? '');
});

test('a clap from a file: decay by octave, and the plan takes it up; a file that is none is refused', async ({ page }, info) => {
  await page.getByRole('button', { name: sayRoom('clap-test') }).click();
  const good = info.outputPath('clap.wav');
  const bad = info.outputPath('bad.wav');
  await writeFile(good, clap(0.62));
  await writeFile(bad, 'words');
  await page.getByLabel('Clap file').setInputFiles(bad);
  await expect(page.getByRole('alert')).toContainText('bad.wav cannot be used');
  await page.getByLabel('Clap file').setInputFiles(good);
  const says = page.getByRole('region', { name: sayRoom('what-the-clap-says') });
  await expect(says).toContainText(/Its decay is\s*0\.6\d? s|Its decay is\s*0\.[56]\d s/, { timeout: 30_000 });
  await says.getByRole('button', { name: sayRoom('let-the-plan-use-what-was') }).click();
  await expect(page.getByRole('region', { name: sayRoom('what-the-room-does') })).toContainText(/decay is\s*0\.[56]\d? s/);
  await expect(page.getByRole('button', { name: sayFrame('undo', { step: sayStep(stepTold('take-heard-decay')) }) })).toBeEnabled();
});

test('live: the browser’s input is listened to, with levels and a countdown, and told of', async ({ page }) => {
  await page.getByRole('button', { name: sayRoom('quiet-test') }).click();
  await page.getByRole('button', { name: sayCapture('record') }).click();
  await expect(page.getByRole('timer')).toContainText('in');
  await expect(page.getByRole('img', { name: /^Input level/ })).toBeVisible({ timeout: 15_000 });
  await expect(page.getByRole('timer')).toContainText('50 s left', { timeout: 20_000 });
  await page.getByRole('button', { name: sayCapture('that-is-enough') }).click();
  // The fake input beeps once a second.
  await expect(page.getByRole('region', { name: sayRoom('what-the-quiet-says') })).toContainText(/Noise at/, { timeout: 30_000 });
});

test('four channels are heard as four; not being allowed says what to do', async ({ page }) => {
  // This browser's own streams carry two channels at most between pages' nodes: four are put in where the stream would come out.
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      if (sessionStorage.getItem('refuse')) throw new DOMException('no', 'NotAllowedError');
      const stream = new MediaStreamAudioDestinationNode(new AudioContext()).stream;
      const [track] = stream.getAudioTracks();
      if (track) track.getSettings = () => ({ channelCount: 4 });
      return stream;
    };
    AudioContext.prototype.createMediaStreamSource = function (this: AudioContext) {
      const merger = this.createChannelMerger(4);
      for (let c = 0; c < 4; c++) {
        const tone = new OscillatorNode(this, { frequency: 200 * (c + 1) });
        tone.connect(new GainNode(this, { gain: 0.1 * (c + 1) })).connect(merger, 0, c);
        tone.start();
      }
      return merger as unknown as MediaStreamAudioSourceNode;
    };
  });
  await page.reload();
  await page.getByRole('button', { name: sayRoom('clap-test') }).click();
  await page.getByRole('button', { name: sayCapture('record') }).click();
  await expect(page.getByRole('img', { name: /^Input level −20 dBFS, −14 dBFS, −10 dBFS, −8 dBFS$/ })).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: sayCapture('that-is-enough') }).click();
  await page.evaluate(() => sessionStorage.setItem('refuse', 'yes'));
  await page.getByRole('button', { name: sayCapture('record') }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'was not allowed to listen' })).toContainText('allow the microphone for this page', {
    timeout: 20_000,
  });
});

import { readFileSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { expect, type Page, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { boathouseKit } from '../demo/boathouse';
import { bytesSource, openAudio, writeWav } from '../src/core/audio';
import { createRandom } from '../src/core/math';
import { resolveFiles } from '../src/core/planning';
import { renderTake } from '../src/core/render';
import { AUDIO } from '../src/words/audio.en';
import { sayCheck } from '../src/words/check.page.en';
import { sayComponents } from '../src/words/components.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { pieceOf, placeFour, station } from './steps';

/** Opens what is folded under the take: places, reports, clocks, corrected files, mid and side. */
async function openTools(page: Page): Promise<void> {
  await page.getByText(sayCheck('more-tools')).click({ timeout: 60_000 });
}

test('files of one’s own: matched by name, corrected by hand, bad ones told, nothing lost', async ({ page }, info) => {
  await placeFour(page);
  await station(page, 'Check').click();
  const tone = Float32Array.from({ length: 96_000 }, (_, i) =>
    i % 24_000 < 4000 ? 0.4 * Math.sin(i / 9) * Math.exp(-(i % 24_000) / 900) : 0.0004 * Math.sin(i * i),
  );
  const files: string[] = [];
  for (const name of ['Kik 01', 'Snr 01', 'OH_L 01', 'Audio 9']) {
    const path = info.outputPath(`${name}.wav`);
    await writeFile(path, writeWav([tone], 48_000));
    files.push(path);
  }
  const broken = info.outputPath('broken.wav');
  await writeFile(broken, 'these are words');
  await page.getByLabel(sayCheck('take-files')).setInputFiles([...files, broken]);
  await expect(page.getByLabel('Microphone of channel Kik 01')).toHaveValue(/.+/, { timeout: 30_000 });
  await expect(page.getByRole('alert').first()).toContainText(pieceOf(AUDIO['not-a-sound-file']));
  await expect(page.getByLabel('Microphone of channel Audio 9')).toHaveValue('');
  await expect(
    page.getByText('Which file is which? Overhead right has no file yet, and “Audio 9” has no microphone. Listen to each and choose.'),
  ).toBeVisible();
  await page.getByLabel('Microphone of channel Audio 9').selectOption({ label: 'Overhead right' });
  await expect(
    page.getByText('Which file is which? Overhead right has no file yet, and “Audio 9” has no microphone. Listen to each and choose.'),
  ).toBeHidden();

  await page.getByLabel(sayCheck('take-files')).setInputFiles([broken]);
  await expect(page.getByRole('alert').first()).toContainText('broken.wav cannot be used');
  await expect(page.getByLabel('Microphone of channel Kik 01')).toBeVisible();
});

test('FLAC as other programs write it: unpacked and checked; one cut short is refused', async ({ page }) => {
  const folder = 'node_modules/supersonic-scsynth-samples/samples';
  const flac = (name: string, as: string, bytes = readFileSync(`${folder}/${name}.flac`)) => ({
    name: `${as}.flac`,
    mimeType: 'audio/flac',
    buffer: bytes,
  });
  await placeFour(page);
  await station(page, 'Check').click();
  const half = readFileSync(`${folder}/drum_heavy_kick.flac`);
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles([
      flac('drum_heavy_kick', 'Kick'),
      flac('drum_heavy_kick', 'Snare'),
      flac('drum_heavy_kick', 'Cut', half.subarray(0, half.length >> 1)),
    ]);
  await expect(page.getByLabel('Microphone of channel Snare')).toHaveValue(/.+/, { timeout: 30_000 });
  await expect(page.getByRole('alert').first()).toContainText(/Cut\.flac cannot be used: .*can be unpacked/);
});

test('mid and side of a take: decoded to a file of left and right, as the sum and the difference of what was recorded', async ({ page }, info) => {
  const samples = (hertz: number): Float32Array =>
    Float32Array.from({ length: 24_000 }, (_, i) => 0.25 * Math.sin((2 * Math.PI * hertz * i) / 48_000));
  const [mid, side] = [samples(440), samples(660)];
  const files = await Promise.all(
    [
      ['Mid.wav', mid],
      ['Side.wav', side],
    ].map(async ([name, data]) => {
      const path = info.outputPath(name as string);
      await writeFile(path, writeWav([data as Float32Array], 48_000, 'f32'));
      return path;
    }),
  );
  await page.goto('/demo');
  await station(page, 'Check').click();
  await page.getByLabel(sayCheck('take-files')).setInputFiles(files);
  await openTools(page);
  const tool = page.getByRole('group', { name: sayCheck('mid-and-side') });
  await tool.getByLabel(sayCheck('mid'), { exact: true }).selectOption('Mid');
  await tool.getByLabel('Side', { exact: true }).selectOption('Side');
  await tool.getByLabel('Side (dB)').fill('-6');
  await tool.getByLabel('Side (dB)').press('Enter');
  const [file] = await Promise.all([page.waitForEvent('download'), tool.getByRole('button', { name: sayCheck('make-a-wav') }).click()]);
  const path = info.outputPath('made.wav');
  await file.saveAs(path);
  const bytes = await readFile(path);
  expect(bytes.length).toBe(44 + 8 * 24_000);
  for (const i of [100, 7777, 20_000]) {
    const s = 10 ** (-6 / 20) * (side[i] as number);
    expect(bytes.readFloatLE(44 + 8 * i)).toBeCloseTo((mid[i] as number) + s, 5);
    expect(bytes.readFloatLE(44 + 8 * i + 4)).toBeCloseTo((mid[i] as number) - s, 5);
  }
});

test('corrected files: what the plan turns and slides is done to copies, exactly, in one zip', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Floor').click();
  await page
    .getByRole('button', { name: /Snare microphone/ })
    .first()
    .press('Enter');
  await page.getByRole('button', { name: sayFloor('inverted-in-the-mix') }).click();
  await station(page, 'Check').click();
  const rate = 48_000;
  const sound = (name: string): Float32Array =>
    Float32Array.from({ length: 4 * rate }, (_, i) => 0.3 * Math.sin(i / (9 + name.length)) * Math.exp(-((i % rate) / 2000)));
  const names = ['Kick', 'Snare', 'Overhead left', 'Overhead right'];
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles(names.map((name) => ({ name: `${name}.wav`, mimeType: 'audio/wav', buffer: Buffer.from(writeWav([sound(name)], rate, 's24')) })));
  const reported = page.waitForEvent('download');
  await openTools(page);
  await page.getByRole('button', { name: sayCheck('report-as-csv') }).click();
  const lines = readFileSync(await (await reported).path(), 'utf8').split('\r\n');
  expect(lines.filter((line) => line.startsWith('channel,')).map((line) => line.split(',')[2])).toEqual(names);
  const corrected = page.getByRole('group', { name: sayCheck('corrected-files') });
  await expect(corrected).toContainText('Copies with Snare reversed in polarity');
  const waiting = page.waitForEvent('download');
  await corrected.getByRole('button', { name: sayCheck('save-them-as-one-zip') }).click();
  const files = unzipSync(readFileSync(await (await waiting).path()));
  expect(Object.keys(files)).toHaveLength(4);
  for (const [file, bytes] of Object.entries(files)) {
    const opened = await openAudio(bytesSource(file, bytes));
    if (!opened.ok) throw new Error(opened.reason.code);
    const samples = new Float32Array(4 * rate);
    await opened.file.read(0, 4 * rate, [samples]);
    const name = names.find((one) => file.includes(one)) ?? '';
    const was = sound(name);
    const way = name === 'Snare' ? -1 : 1;
    let worst = 0;
    for (let i = 0; i < samples.length; i++) worst = Math.max(worst, Math.abs((samples[i] as number) - way * (was[i] as number)));
    expect([file, worst < 3e-7]).toEqual([file, true]);
  }
});

test('two inputs live: a millisecond is told as one, the other way up too, and a tone can be had; one channel is told', async ({ page }) => {
  // Noise in two channels where the browser's input would come out, the second a millisecond later and turned round.
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      const stream = new MediaStreamAudioDestinationNode(new AudioContext()).stream;
      const [track] = stream.getAudioTracks();
      if (track) track.getSettings = () => ({ channelCount: sessionStorage.getItem('one') ? 1 : 2 });
      return stream;
    };
    AudioContext.prototype.createMediaStreamSource = function (this: AudioContext) {
      const merger = this.createChannelMerger(2);
      const buffer = this.createBuffer(1, 2 * this.sampleRate, this.sampleRate);
      buffer.getChannelData(0).forEach((_, i, all) => {
        all[i] = 0.2 * (Math.random() - Math.random());
      });
      const source = new AudioBufferSourceNode(this, { buffer, loop: true });
      source.connect(merger, 0, 0);
      source
        .connect(new DelayNode(this, { delayTime: 0.001 }))
        .connect(new GainNode(this, { gain: -0.5 }))
        .connect(merger, 0, 1);
      source.start();
      return merger as unknown as MediaStreamAudioSourceNode;
    };
  });
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  const live = page.getByRole('region', { name: sayCheck('two-inputs-live') });
  await live.getByRole('button', { name: sayCheck('listen-to-two-inputs') }).click();
  await expect(live.getByRole('status')).toContainText(/The second is (1|0\.99|1\.00|1\.01) ms .*later, opposite polarity, [67] dB softer/);
  await live.getByLabel(sayCheck('first')).selectOption({ label: 'input 2' });
  await live.getByLabel(sayCheck('second')).selectOption({ label: 'input 1' });
  await expect(live.getByRole('status')).toContainText(/earlier, opposite polarity, [67] dB louder/);
  await live.getByRole('button', { name: sayCheck('tone-that-rises-into-step') }).click();
  await live.getByRole('button', { name: sayCheck('stop-listening') }).click();
  await page.evaluate(() => sessionStorage.setItem('one', '1'));
  await live.getByRole('button', { name: sayCheck('listen-to-two-inputs') }).click();
  await expect(live.getByRole('alert')).toContainText('gets only one channel from this input');
});

test('two recorders: the second’s clock is told from its distance, and taken out of its channel in the corrected files', async ({ page }) => {
  // The same playing by two recorders: the second 4 ms farther off, begun 0.3 s earlier, counting 40 in a million faster.
  const rate = 16_000;
  const ppm = 40;
  const playing = (t: number): number => {
    let sum = 0;
    for (let i = Math.max(0, Math.floor(t / 0.4) - 1); i <= t / 0.4; i++) {
      const since = t - 0.4 * i - 0.1 * Math.abs(Math.sin(i * 7.3));
      if (since > 0) for (const k of [1, 2.7, 5.1]) sum += 0.1 * Math.exp(-since * 9) * Math.sin(2 * Math.PI * (180 + 61 * (i % 9)) * k * since + i);
    }
    return sum;
  };
  const hiss = (i: number): number => 5e-4 * Math.sin(i * i * 0.713);
  const first = Float32Array.from({ length: 24 * rate }, (_, n) => playing(n / rate) + hiss(n));
  const second = Float32Array.from({ length: 25 * rate }, (_, n) => {
    const t = n / (rate * (1 + ppm * 1e-6)) - 0.304;
    return (t > 0 ? playing(t) : 0) + hiss(n + 991);
  });
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  const file = (name: string, samples: Float32Array) => ({
    name: `${name}.wav`,
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav([samples], rate, 'f32')),
  });
  await page.getByLabel(sayCheck('take-files')).setInputFiles([file('Kick', first), file('Overhead right', second)]);
  await openTools(page);
  const clocks = page.getByRole('region', { name: sayCheck('clocks-of-two-recorders') });
  await clocks.getByRole('button', { name: sayCheck('compare-their-clocks') }).click();
  await expect(clocks.getByRole('status')).toContainText('That is a clock, not a distance', { timeout: 60_000 });
  const told = (await clocks.getByRole('status').textContent()) ?? '';
  expect(Math.abs(Number(/runs ([\d.]+) ppm too fast/.exec(told)?.[1]) - ppm)).toBeLessThan(2);
  expect(Number(/it is (0\.30\d+) s ahead/.exec(told)?.[1])).toBeCloseTo(0.304, 3);
  await clocks.getByRole('button', { name: /Correct it in Overhead right/ }).click();
  const corrected = page.getByRole('group', { name: sayCheck('corrected-files') });
  await expect(corrected).toContainText('Overhead right set to the first recorder’s clock');
  const waiting = page.waitForEvent('download');
  await corrected.getByRole('button', { name: sayCheck('save-them-as-one-zip') }).click();
  const files = unzipSync(readFileSync(await (await waiting).path()));
  const [name] = Object.keys(files).filter((one) => one.includes('Overhead right'));
  const opened = await openAudio(bytesSource('r.wav', files[name ?? ''] as Uint8Array));
  if (!opened.ok) throw new Error(opened.reason.code);
  const samples = new Float32Array(24 * rate);
  await opened.file.read(0, samples.length, [samples]);
  // Twenty seconds on it lies where the first clock has it: uncorrected it would be 13 samples off.
  let [off, power] = [0, 0];
  for (let n = 20 * rate; n < 23 * rate; n++) {
    const t = n / rate - 0.304;
    off += ((samples[n] as number) - playing(t)) ** 2;
    power += playing(t) ** 2;
  }
  expect(off / power).toBeLessThan(0.02);
});

test('a fuller sum is an offer: done to the copies alone, sample for sample as it says', async ({ page }) => {
  const rate = 48_000;
  const LATE = 96;
  const noise = createRandom(5);
  const grains = Float32Array.from({ length: 400 }, () => noise.normal());
  // A soft thud every half second: the pair hears it two milliseconds later.
  const thud = (n: number): number => {
    const at = (n - 12_000) % 24_000;
    return n < 12_000 || at > 6000 ? 0 : Math.exp(-at / 700) * Math.sin((2 * Math.PI * 110 * at) / rate + 0.02 * (grains[at % 400] as number));
  };
  const hiss = (): number => 1e-5 * noise.normal();
  const channel = (late: number, gain: number) => Float32Array.from({ length: 6 * rate }, (_, n) => gain * thud(n - late) + hiss());
  const file = (name: string, samples: Float32Array) => ({
    name: `${name}.wav`,
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav([samples], rate, 'f32')),
  });
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  const snare = channel(0, 0.4);
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles([file('Snare', snare), file('Overhead left', channel(LATE, 0.3)), file('Overhead right', channel(LATE, 0.3))]);
  await openTools(page);
  const corrected = page.getByRole('group', { name: sayCheck('corrected-files') });
  await corrected.getByLabel(sayCheck('for-a-fuller-sum')).selectOption({ label: 'Snare aligned with the pair' }, { timeout: 60_000 });
  await expect(corrected).toContainText(/The sum changes by \+\d\.\d dB below 250 Hz/);
  await expect(corrected).toContainText('Snare moved 2.00 ms later');
  const waiting = page.waitForEvent('download');
  await corrected.getByRole('button', { name: sayCheck('save-them-as-one-zip') }).click();
  const files = unzipSync(readFileSync(await (await waiting).path()));
  const [name] = Object.keys(files).filter((one) => one.includes('Snare'));
  const opened = await openAudio(bytesSource('s.wav', files[name ?? ''] as Uint8Array));
  if (!opened.ok) throw new Error(opened.reason.code);
  const samples = new Float32Array(2 * rate);
  await opened.file.read(0, samples.length, [samples]);
  let [off, power] = [0, 0];
  for (let n = 12_000; n < rate; n++) {
    off += ((samples[n + LATE] as number) - (snare[n] as number)) ** 2;
    power += (snare[n] as number) ** 2;
  }
  expect(off / power).toBeLessThan(0.01);
});

test('something is hidden in the practice take, found by the check, and told on request', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  for (const [thing, said] of [
    ['a clipped channel', /^(.+) was recorded 6 dB too loud/],
    ['a knocked stand', /^Somebody knocks the stand of (.+) three times/],
  ] as const) {
    await page.getByLabel(sayCheck('hidden-in-the-practice-take')).selectOption(thing);
    await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
    await page.getByText(sayCheck('what-was-hidden-in-it')).click({ timeout: 90_000 });
    const words = (await page.getByRole('status').filter({ hasText: said }).textContent()) ?? '';
    const name = said.exec(words)?.[1] ?? 'nobody';
    await expect(page.getByRole('list', { name: sayCheck('findings-of-the-take') })).toContainText(
      thing === 'a clipped channel' ? `${name} clips` : `${name} is bumped`,
    );
  }
});

test('a reversed cable that is inverted in the mix: the take asks for another, the next agrees, the Floor asks for nothing, the copies are right', async ({
  page,
}) => {
  const kit = boathouseKit();
  const last = kit.microphones.find(({ name }) => name === 'Overhead right');
  const faults = last ? [{ kind: 'reversed' as const, microphoneId: last.id }] : [];
  const take = renderTake(resolveFiles(kit), { seed: 11, faults });
  const files = take.channels.map(({ name, samples }) => ({
    name: `${name}.wav`,
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav([samples], take.sampleRateHz)),
  }));
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByLabel(sayCheck('take-files')).setInputFiles(files);
  const verdicts = page.getByRole('list', { name: sayCheck('findings-of-the-take') });
  await expect(verdicts).toContainText('The polarity of Overhead right is reversed', { timeout: 60_000 });
  // Where the plan, the patch and the sheet are read it is said as well: they would be fine without it.
  for (const name of ['Floor', 'Patch', 'Sheet']) {
    await station(page, name).click();
    await expect(page.getByRole('region', { name: sayDrawing('in-the-last-take') })).toContainText('The polarity of Overhead right is reversed');
  }
  await station(page, 'Check').click();
  await openTools(page);
  const corrected = page.getByRole('group', { name: sayCheck('corrected-files') });
  await expect(corrected).toContainText('Copies with Overhead right reversed in polarity');
  // What is saved is measured again: the pair was against itself before, and is not any more.
  const waiting = page.waitForEvent('download');
  await corrected.getByRole('button', { name: sayCheck('save-them-as-one-zip') }).click();
  await waiting;
  const again = page.getByRole('group', { name: sayCheck('measured-again') });
  await expect(again).toContainText(/added together, two channels lose \d\.\d dB on average, \d\.\d dB before\.Overhead left/, { timeout: 60_000 });
  await expect(again).toContainText(/Overhead left and Overhead rightCorrelation−0\.\d\d → 0\.\d\d/);
  await verdicts.getByRole('button', { name: 'Reverse polarity in the mix' }).click();
  await expect(verdicts).toContainText(
    'Recorded before the cable of Overhead right was known to be reversed. Record another ten seconds to prove it.',
  );
  await expect(verdicts).not.toContainText('The polarity of Overhead right is reversed');
  await expect(page.getByText('The take matches the plan')).toHaveCount(0);
  await expect(station(page, 'Check')).toHaveAccessibleName(/begun: another take is wanted/);
  await expect(station(page, 'Floor')).toHaveAccessibleName(/done/);
  // The same cable, another take: it is known now, and mended in the mix.
  await page.getByLabel(sayCheck('take-files')).setInputFiles(files);
  await expect(page.getByText('The take matches the plan')).toBeVisible({ timeout: 60_000 });
  await expect(verdicts).toContainText('The cable of Overhead right is wired in reverse; the mix corrects it.');
  await expect(page.getByRole('group', { name: sayCheck('corrected-files') })).toContainText('Copies with Overhead right reversed in polarity');
  await station(page, 'Sheet').click();
  await expect(
    page
      .getByRole('table', { name: saySheet('input-list') })
      .getByRole('row')
      .filter({ hasText: 'Overhead right' }),
  ).toContainText('cable reversed, reverse in the mix');
});

test('files that are named crosswise are given to each other by a press; names that do not tell are asked, each to be heard', async ({ page }) => {
  const kit = boathouseKit();
  const [left, right] = ['Overhead left', 'Snare'].map((name) => kit.microphones.find((one) => one.name === name)?.id ?? '');
  const take = renderTake(resolveFiles(kit), { seed: 12, faults: [{ kind: 'exchanged', microphoneId: left as string, otherId: right as string }] });
  const file = (name: string, samples: Float32Array) => ({
    name: `${name}.wav`,
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav([samples], take.sampleRateHz)),
  });
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByLabel(sayCheck('take-files')).setInputFiles(take.channels.map(({ name, samples }) => file(name, samples)));
  const verdicts = page.getByRole('list', { name: sayCheck('findings-of-the-take') });
  await expect(verdicts).toContainText('are swapped', { timeout: 60_000 });
  await verdicts.getByRole('button', { name: 'Only the file names are swapped' }).click();
  await expect(page.getByText('The take matches the plan')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByLabel('Microphone of channel Snare')).toHaveValue(left as string);
  // The same channels under names that say nothing.
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles(take.channels.map(({ samples }, i) => file(i < 2 ? `take ${'xy'[i]}` : (take.channels[i]?.name ?? ''), samples)));
  const asked = page.getByRole('group', { name: sayCheck('which-file-is-which') });
  await expect(asked).toBeVisible({ timeout: 60_000 });
  const first = asked.getByRole('button', { name: 'Listen to take x' });
  await first.click();
  await expect(asked.getByRole('button', { name: 'Stop take x' })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await expect(first).toHaveAttribute('aria-pressed', 'false');
  await expect(asked.getByLabel('Which microphone is take x?')).toHaveValue('');
});

test('a finding is heard where it stands, as recorded and corrected without a gap; a lane and a pair are heard; Escape stops all of it', async ({
  page,
}) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  const finding = page.getByRole('listitem').filter({ hasText: 'The polarity of Overhead right is reversed' });
  await finding.getByRole('button', { name: sayComponents('hear-it') }).click({ timeout: 60_000 });
  const player = page.getByRole('group', { name: sayCheck('player') });
  await expect(player.getByRole('button', { name: sayCheck('stop') })).toBeVisible();
  await expect(player).toContainText(/\d\.\d to \d+\.\d s/);
  await expect(player.getByLabel(sayCheck('what-you-hear')).locator('option:checked')).toHaveText(sayCheck('all-in-mono'));
  await player.getByRole('button', { name: sayCheck('corrected-2') }).click();
  await expect(player.getByRole('button', { name: sayCheck('corrected-2') })).toHaveAttribute('aria-pressed', 'true');
  await expect(player.getByRole('button', { name: sayCheck('stop') })).toBeVisible();
  await player.getByLabel(sayCheck('what-you-hear')).selectOption('Overheads');
  await expect(player.getByRole('button', { name: sayCheck('stop') })).toBeVisible();
  await page.getByRole('button', { name: sayCheck('hear-the-moment-of', { channel: 'Snare' }) }).click();
  await expect(page.getByRole('button', { name: sayCheck('heard-stop-listen-to', { heard: 'yes', channel: 'Snare' }) })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Escape');
  await expect(player.getByRole('button', { name: sayCheck('play'), exact: true })).toBeVisible();
  await player.getByRole('button', { name: sayCheck('whole-take') }).click();
  await expect(player).not.toContainText(/\d\.\d to \d+\.\d s/);
});

test('an earlier part is heard with the take, slid to where it belongs; how loud the take is beside it is told, and another rate is refused', async ({
  page,
}) => {
  /** A sine at 997 Hz in both channels: as many LUFS as it has dBFS (ITU-R BS.1770-5). */
  const sine = (dbfs: number, rate: number): Buffer => {
    const side = Float32Array.from({ length: 8 * rate }, (_, i) => 10 ** (dbfs / 20) * Math.sin((2 * Math.PI * 997 * i) / rate));
    return Buffer.from(writeWav([side, side], rate));
  };
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  const earlier = page.getByRole('group', { name: sayCheck('earlier-part') });
  const player = page.getByRole('group', { name: sayCheck('player') });
  const choose = (name: string, buffer: Buffer): Promise<void> =>
    earlier.getByLabel(sayCheck('earlier-part-file')).setInputFiles({ name, mimeType: 'audio/wav', buffer });
  await expect(player).toBeVisible({ timeout: 60_000 });
  await choose('Bass, other rate.wav', sine(-20, 32_000));
  await player.getByRole('button', { name: sayCheck('play'), exact: true }).click();
  await expect(player.getByRole('alert')).toContainText('Bass, other rate.wav is at 32000 Hz');
  const beside = async (dbfs: number): Promise<number> => {
    const name = `Bass ${dbfs}.wav`;
    await choose(name, sine(dbfs, boathouseKit().sampleRateHz));
    await expect(earlier).toContainText(name);
    const told = earlier.getByRole('status');
    await expect(told).toContainText('LU', { timeout: 60_000 });
    return Number(/at ([−\d]+) LU/.exec((await told.textContent()) ?? '')?.[1]?.replace('−', '-'));
  };
  await choose('Bass.wav', sine(-26, boathouseKit().sampleRateHz));
  await player.getByRole('button', { name: sayCheck('play'), exact: true }).click();
  // What sounds is made anew with every part that is chosen.
  const [loud, soft] = [await beside(-20), await beside(-32)];
  expect(Math.abs(soft - loud - 12)).toBeLessThanOrEqual(1);
  const later = earlier.getByLabel(sayCheck('it-begins-later-than-the-take'));
  await later.fill('250');
  await later.press('Enter');
  await expect(later).toHaveValue('250');
  await expect(earlier.getByRole('status')).toContainText('LU', { timeout: 60_000 });
  await earlier.getByRole('button', { name: sayCheck('without-it') }).click();
  await expect(earlier.getByRole('status')).toHaveCount(0);
  await expect(player.getByRole('button', { name: sayCheck('stop') })).toBeVisible({ timeout: 60_000 });
});

import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import wavefile from 'wavefile';
import { plainClap, plainClick } from '../hostile/plainClaps';
import { plainTake, plainTakeWithGains } from '../hostile/plainTake';
import { openAs } from '../hostile/views';
import { allCases, placed } from '../src/cli/audit/cases';
import { marksToClick } from '../src/core/analysis';
import { arrivalTable } from '../src/core/arrivals';
import { writeWav } from '../src/core/audio';
import type { Session } from '../src/core/document';
import { createRandom } from '../src/core/math';
import { resolveFiles } from '../src/core/planning';
import { sayCapture } from '../src/words/capture.page.en';
import { sayCheck } from '../src/words/check.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayLoop } from '../src/words/loop.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { chooseFolder, injectInput, playFrom, unplug } from './injected';
import { station, wordsInView } from './steps';

const drummer = (id: string): Session => {
  const four = allCases().find(({ recipe, room }) => recipe.id === 'kit-four-spaced' && room.name === 'middle');
  if (!four) throw new Error('there is no set-up of four microphones');
  return { ...placed(four), id };
};

/** A take of the session by the plain renderer, a channel each, in the order of the microphones. */
function channelsOf(session: Session, rounds = 2, thenQuietS = 0): { channels: Float32Array[]; rate: number } {
  const plan = resolveFiles(session);
  const take = plainTake(plan, 3, rounds);
  const rate = plan.sampleRateHz;
  const channels = session.microphones.flatMap(({ id }): Float32Array[] => {
    const played = take.get(id);
    if (!played) return [];
    const whole = new Float32Array(played.length + thenQuietS * rate);
    whole.set(played);
    return [whole];
  });
  return { channels, rate };
}

async function atCheck(page: Page, session: Session): Promise<void> {
  await page.goto('/');
  await openAs(page, session, 'check');
  await page.goto(`/session/${session.id}/check`);
}

const recordButton = (page: Page) => page.getByRole('button', { name: sayCheck('record-here') });
const startButton = (page: Page) => page.getByRole('button', { name: sayCapture('start-recording'), exact: true });
const panel = (page: Page) => page.getByRole('group', { name: sayCapture('recording-here') });
const seconds = async (page: Page): Promise<number> => Number((await panel(page).getByRole('timer').textContent())?.match(/\d+/)?.[0] ?? 99);

/** Waits until it has recorded so long of its first step. */
async function recorded(page: Page, most: number): Promise<void> {
  await expect(panel(page).getByRole('button', { name: sayCapture('stop-recording') })).toBeVisible();
  await expect.poll(() => seconds(page)).toBeLessThanOrEqual(most);
}

test('four inputs from Check to a take that is proven and kept, in four actions', async ({ page }) => {
  const session = drummer('record-four');
  const { channels, rate } = channelsOf(session);
  await injectInput(page, channels, rate);
  await chooseFolder(page, 'My takes');
  await atCheck(page, session);
  const actions: string[] = [];
  const read: number[] = [];
  const act = async (what: string, work: () => Promise<unknown>): Promise<void> => {
    actions.push(what);
    read.push(await wordsInView(page));
    await work();
  };
  await act('Record here', () => recordButton(page).click());
  await expect(panel(page).getByRole('img', { name: /Input level .*Kick −?\d+ dBFS.*Overhead right/ })).toBeVisible();
  await act('Start', () => startButton(page).click());
  await expect(panel(page).getByRole('status')).toHaveText('Kick, 4 strokes');
  await expect(panel(page)).toContainText('Next: Snare, 4 strokes');
  await expect(panel(page).getByRole('status')).toHaveText('Snare, 4 strokes');
  await recorded(page, 2);
  // A page-turner pedal is a keyboard.
  await act('pedal', () => page.keyboard.press('PageDown'));
  const verdicts = page.getByRole('region', { name: sayCheck('verdicts') });
  await expect(verdicts).toContainText(sayCheck('the-take-is-what-was-planned'));
  await act('Keep this take', () => page.getByRole('button', { name: sayCheck('keep-this-take') }).click());
  await expect(page.getByText(/Saved in “My takes\//)).toBeVisible();
  const kept = await page.evaluate(async () => {
    const parent = await (await navigator.storage.getDirectory()).getDirectoryHandle('My takes');
    const names: string[] = [];
    for await (const folder of (parent as unknown as { values(): AsyncIterable<FileSystemDirectoryHandle> }).values())
      for await (const [name] of folder as unknown as AsyncIterable<[string, FileSystemHandle]>) names.push(name);
    return names.sort();
  });
  expect(kept).toEqual(['Kick.wav', 'Overhead left.wav', 'Overhead right.wav', 'Snare.wav']);
  expect(actions).toHaveLength(4);
  console.log(`recorded, proven and kept: ${actions.join(' · ')}; words read: ${read.join(', ')}`);
  // The page loaded again still has it: to be kept, and to be played.
  await page.reload();
  await expect(verdicts).toContainText(sayCheck('the-take-is-what-was-planned'));
  await expect(page.getByRole('button', { name: sayCheck('keep-this-take') })).toBeVisible();
  await expect(page.getByRole('group', { name: sayCheck('player') }).getByRole('button', { name: sayCheck('play'), exact: true })).toBeVisible();
  await station(page, 'Loop').click();
  await expect(page.getByRole('list', { name: sayLoop('attempts') }).getByRole('listitem')).toHaveCount(1);
});

test('what was recorded before the page was loaded again is kept, and a pulled plug ends it with what there is', async ({ page }) => {
  const session = drummer('record-cut');
  const { channels, rate } = channelsOf(session);
  await injectInput(page, channels, rate);
  await atCheck(page, session);
  await recordButton(page).click();
  await expect(panel(page).getByRole('img', { name: /Kick −?\d+ dBFS/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await recorded(page, 1);
  // In another tab it is somebody else's, and not cut off.
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(recordButton(other)).toBeVisible();
  await expect(other.getByText(/A take of \d+ s was cut off/)).toHaveCount(0);
  await other.close();
  await page.reload();
  await expect(page.getByText(/A take of \d+ s was cut off/)).toBeVisible();
  await page.getByRole('button', { name: sayCheck('check-it') }).click();
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(4);

  await recordButton(page).click();
  await expect(panel(page).getByRole('img', { name: /Kick −?\d+ dBFS/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await recorded(page, 2);
  await unplug(page);
  await expect(page.getByRole('alert').filter({ hasText: /The input was unplugged after \d+ s/ })).toBeVisible();
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(4);
});

test('refused, there is one sentence and another way; closed, the input is let go; eight channels lose no sample', async ({ page }) => {
  const length = 2 ** 18;
  // Every sample says whose it is and which.
  const counted = Array.from({ length: 8 }, (_, c) => Float32Array.from({ length }, (_, n) => (c + 1) / 16 + n / 2 ** 23));
  await injectInput(page, counted, null);
  await chooseFolder(page, null);
  // Nothing is planned: every channel is recorded.
  await atCheck(page, { ...drummer('record-eight'), microphones: [], pairs: [], patch: {} });
  await page.evaluate(() => {
    const { mediaDevices } = navigator;
    const ask = mediaDevices.getUserMedia;
    let times = 0;
    mediaDevices.getUserMedia = (wanted) =>
      times++ === 0 ? Promise.reject(new DOMException('no', 'NotAllowedError')) : ask.call(mediaDevices, wanted);
  });
  await recordButton(page).click();
  await expect(page.getByRole('alert')).toHaveText(sayCapture('the-browser-was-not-allowed-to'));
  await recordButton(page).click();
  await expect(panel(page).getByRole('img', { name: /Input 8 −?\d+ dBFS/ })).toBeVisible();
  await page.getByRole('button', { name: sayCapture('close'), exact: true }).click();
  await expect(panel(page)).toHaveCount(0);
  expect(await page.evaluate(() => (globalThis as unknown as { injectedTrack: MediaStreamTrack }).injectedTrack.readyState)).toBe('ended');
  await recordButton(page).click();
  await expect(panel(page).getByRole('img', { name: /Input 8 −?\d+ dBFS/ })).toBeVisible();
  await startButton(page).click();
  await recorded(page, 1);
  await panel(page)
    .getByRole('button', { name: sayCapture('stop-recording') })
    .click();
  await expect(page.getByRole('button', { name: sayCheck('keep-this-take') })).toBeVisible();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: sayCheck('keep-this-take') }).click();
  const files = Object.values(unzipSync(readFileSync(await (await saved).path()))).map(
    (bytes) => new wavefile.WaveFile(bytes).getSamples(false, Float32Array) as unknown as Float32Array,
  );
  expect(files).toHaveLength(8);
  const numbers = files.map((samples) => {
    const own = Math.floor(16 * Math.max(...samples.subarray(0, 10)));
    const at = Array.from(samples, (x) => Math.round((x - own / 16) * 2 ** 23));
    return { own, first: at[0] as number, lost: at.filter((n, i) => i > 0 && n !== ((at[i - 1] as number) + 1) % length).length };
  });
  expect(numbers.map(({ lost }) => lost)).toEqual(Array(8).fill(0));
  expect(new Set(numbers.map(({ first }) => first)).size).toBe(1);
  expect(numbers.map(({ own }) => own).sort()).toEqual([1, 2, 3, 4, 5, 6, 7, 8]);
});

test('from a complaint to the next attempt in five actions: heard before and after, done, recorded until playing stops', async ({ page }) => {
  const session = drummer('record-complaint');
  const { channels, rate } = channelsOf(session, 4, 14);
  await injectInput(page, channels, rate);
  await atCheck(page, session);
  // A take to complain of.
  await recordButton(page).click();
  await expect(panel(page).getByRole('img', { name: /Kick −?\d+ dBFS/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await recorded(page, 1);
  await page.keyboard.press('Enter');
  const bothers = page.getByRole('group', { name: sayCheck('what-bothers-you') });
  await expect(bothers).toBeVisible();

  // Without a microphone the take says in which one it is worst, and the moves are that one's.
  await bothers.getByLabel(sayCheck('it-sounds')).selectOption('bleed');
  const worst = bothers.getByRole('note').filter({ hasText: sayCheck('worst-there-by-the-take', { name: sayFloor('snare') }) });
  await expect(worst).toBeVisible();
  await expect(bothers.getByRole('note').last()).toContainText(/is \d+ dB below the Snare in Snare\./);
  await expect(bothers.getByRole('list', { name: sayCheck('what-helps') }).getByRole('listitem')).not.toHaveCount(0);

  const actions: string[] = [];
  const act = async (what: string, work: () => Promise<unknown>): Promise<void> => {
    actions.push(what);
    await work();
  };
  await act('Snare', () => bothers.getByLabel(sayCheck('which-one')).selectOption('Snare'));
  await act('boomy', () => bothers.getByLabel(sayCheck('it-sounds')).selectOption('boomy'));
  await expect(bothers.getByRole('note')).toContainText(/In this take the low end of Snare is \d+ dB (above|below) its low middle\./);
  const first = bothers
    .getByRole('list', { name: sayCheck('what-helps') })
    .getByRole('listitem')
    .first();
  await expect(first).toContainText(/Move Snare [\d.]+ cm .*low end drops \d\.\d dB.*By this take it would then be \d+ dB/);
  // Hearing it is no step of the way.
  await first.getByRole('button', { name: sayCheck('after') }).click();
  await expect(first.getByRole('button', { name: sayCheck('after') })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await act('Move it', () => first.getByRole('button', { name: sayFloor('make-it') }).click());
  await expect(bothers).toContainText('Move it in the room, then record again');
  await act('Record here', () => recordButton(page).click());
  await expect(panel(page).getByRole('img', { name: /Kick −?\d+ dBFS/ })).toBeVisible();
  await act('Start', () => startButton(page).click());
  // The playing ends, and so does the take.
  await expect(panel(page)).toHaveCount(0, { timeout: 60_000 });
  await expect(page.getByRole('region', { name: sayCheck('verdicts') })).toBeVisible();
  expect(actions).toHaveLength(5);
  console.log(`from a complaint to the next attempt: ${actions.join(' · ')}`);
  await station(page, 'Loop').click();
  await expect(page.getByRole('list', { name: sayLoop('attempts') }).getByRole('listitem')).toHaveCount(2);
});

/** Everything that a guided take of a session could ask for, by what is asked, each six seconds long, then the take: samples by channel, and where each begins, seconds. */
function guidedSounds(session: Session): { channels: Float32Array[]; rate: number; at: Map<string, number>; playedAt: number } {
  const plan = resolveFiles(session);
  const rate = plan.sampleRateHz;
  const random = createRandom(4);
  const { channels: take, gains } = plainTakeWithGains(plan, 3, 2);
  const asked = new Map<string, Float32Array[]>([
    ...plan.microphones.map(({ name }, m): [string, Float32Array[]] => [`${name}: knock`, plainClap(plan, gains, m, random)]),
    ...marksToClick(arrivalTable(plan)).map((mark): [string, Float32Array[]] => [
      `${mark.name}: click`,
      plainClick(plan, gains, mark.positionM, random),
    ]),
  ]);
  const each = 6 * rate;
  const at = new Map([...asked.keys()].map((what, i) => [what, 6 * i]));
  const playedAt = 6 * asked.size;
  const channels = plan.microphones.map(({ id }, c) => {
    const played = take.get(id) ?? new Float32Array(0);
    // It ends by the silence after it.
    const out = new Float32Array(playedAt * rate + played.length + 14 * rate);
    [...asked.values()].forEach((sounds, i) => out.set(sounds[c] as Float32Array, i * each));
    out.set(played, playedAt * rate);
    return out;
  });
  return { channels, rate, at, playedAt };
}

/** Does what is asked, one thing after the other, and plays when that is asked. */
async function followGuide(page: Page, { at, playedAt }: ReturnType<typeof guidedSounds>): Promise<string[]> {
  const done: string[] = [];
  const status = panel(page).getByRole('status');
  for (;;) {
    await expect(status).not.toHaveText(sayCapture('listening-to-it'));
    const text = (await status.textContent()) ?? '';
    const asked = [...at.keys()].find((what) => text.startsWith(what) || text.toLowerCase().startsWith(what.toLowerCase()));
    await playFrom(page, asked === undefined ? playedAt : (at.get(asked) ?? 0));
    if (asked === undefined) return done;
    done.push(asked);
    await expect(status).not.toHaveText(text, { timeout: 20_000 });
  }
}

test('a reversed side of a close pair, which playing cannot tell, is named by a guided take', async ({ page }) => {
  const found = allCases().find(({ recipe, room }) => recipe.id === 'guitar-xy' && room.name === 'middle');
  if (!found) throw new Error('there is no such set-up');
  const session: Session = { ...placed(found), id: 'record-guided' };
  const sounds = guidedSounds(session);
  const right = session.microphones.findIndex(({ name }) => name.endsWith('right'));
  await injectInput(
    page,
    sounds.channels.map((samples, c) => (c === right ? samples.map((x) => -x) : samples)),
    sounds.rate,
  );
  await atCheck(page, session);
  await recordButton(page).click();
  await panel(page)
    .getByRole('button', { name: sayCheck('knock-first') })
    .click();
  await startButton(page).click();
  await expect(panel(page).getByRole('button', { name: sayCapture('enough-play-now') })).toBeVisible();
  const done = await followGuide(page, sounds);
  console.log(`a guided take of two microphones: ${done.join(', ')}`);
  // What was not heard on a busy machine is asked for once more.
  expect(new Set(done.filter((what) => what.endsWith('knock'))).size).toBe(2);
  // What is played comes after; it ends by itself.
  await expect(panel(page)).toHaveCount(0, { timeout: 60_000 });
  const verdicts = page.getByRole('region', { name: sayCheck('verdicts') });
  await expect(verdicts).toContainText(`The polarity of ${session.microphones[right]?.name} is reversed.`, { timeout: 40_000 });
  await expect(verdicts.getByRole('listitem').filter({ hasText: /^Fix/ })).toHaveCount(1);
});

test('a channel that is late by less than a take of two microphones tells is named by a guided take, by keyboard; enough is an answer', async ({
  page,
}) => {
  const found = allCases().find(({ recipe, room }) => recipe.id === 'djembe-both' && room.name === 'middle');
  if (!found) throw new Error('there is no such set-up');
  const session: Session = { ...placed(found), id: 'record-guided-late' };
  const sounds = guidedSounds(session);
  const late = Math.round(0.0012 * sounds.rate);
  await injectInput(
    page,
    sounds.channels.map((samples, c) => {
      if (c !== 1) return samples;
      const out = new Float32Array(samples.length);
      out.set(samples.subarray(0, samples.length - late), late);
      return out;
    }),
    sounds.rate,
  );
  await atCheck(page, session);
  await recordButton(page).press('Enter');
  await panel(page)
    .getByRole('button', { name: sayCheck('knock-first') })
    .press('Enter');
  await expect(startButton(page)).toBeEnabled();
  await startButton(page).press('Enter');
  const enough = panel(page).getByRole('button', { name: sayCapture('enough-play-now') });
  await expect(enough).toBeVisible();
  await followGuide(page, sounds);
  await expect(panel(page)).toHaveCount(0, { timeout: 60_000 });
  const verdicts = page.getByRole('region', { name: sayCheck('verdicts') });
  await expect(verdicts.getByRole('listitem').filter({ hasText: /^Fix/ })).toContainText('1.2', { timeout: 40_000 });
  await expect(verdicts.getByRole('listitem').filter({ hasText: /^Fix/ })).toContainText(session.microphones[1]?.name ?? '');
  // Once more, and enough at once: what is played is asked for.
  await recordButton(page).press('Enter');
  await expect(startButton(page)).toBeEnabled();
  await startButton(page).press('Enter');
  await enough.press('Enter');
  await expect(enough).toHaveCount(0);
  await expect(panel(page).getByRole('status')).toContainText('Djembe');
  await panel(page)
    .getByRole('button', { name: sayCapture('stop-recording') })
    .click();
  await expect(panel(page)).toHaveCount(0);
});

test('the card of a guided take is printed with the Sheet; a recording made by it settles what the take left open, one that leaves a line out is refused', async ({
  page,
}) => {
  const found = allCases().find(({ recipe, room }) => recipe.id === 'guitar-xy' && room.name === 'middle');
  if (!found) throw new Error('there is no such set-up');
  const session: Session = { ...placed(found), id: 'record-by-list' };
  const { channels, rate, at } = guidedSounds(session);
  const right = session.microphones.findIndex(({ name }) => name.endsWith('right'));
  const filesOf = (sounds: readonly Float32Array[]) =>
    sounds.map((samples, c) => ({
      name: `${session.microphones[c]?.name}.wav`,
      mimeType: 'audio/wav',
      buffer: Buffer.from(writeWav([c === right ? samples.map((x) => -x) : samples], rate)),
    }));
  await page.goto('/');
  await openAs(page, session, 'sheet');
  await page.goto(`/session/${session.id}/sheet`);
  await page.getByRole('button', { name: saySheet('with-the-guided-take') }).click();
  const lines = await page
    .getByRole('list', { name: saySheet('guided-take') })
    .getByRole('listitem')
    .allTextContents();
  expect(lines.length).toBeGreaterThan(2);
  expect([...(await page.pdf({ preferCSSPageSize: true })).toString('latin1').matchAll(/\/Type\s*\/Page[^s]/g)]).toHaveLength(2);
  // What was left out of one recording of the list is its first line.
  const startOf = (line: string): number => (at.get([...at.keys()].find((what) => line.startsWith(what)) ?? '') ?? -1) * rate;
  // The last line is a held breath: nothing sounds in it.
  expect(lines.at(-1)).toMatch(/^Hold still/);
  const starts = lines.map(startOf);
  expect(starts.slice(0, -1).every((start) => start >= 0)).toBe(true);
  const silence = Array<number>(3 * rate).fill(0);
  const listed = (from: number): Float32Array[] =>
    channels.map((samples) =>
      Float32Array.from(starts.slice(from).flatMap((start) => (start < 0 ? silence : [...samples.subarray(start, start + 6 * rate)]))),
    );
  await station(page, 'Check').click();
  await page.getByLabel(sayCheck('take-files')).setInputFiles(filesOf(channelsOf(session).channels));
  const verdicts = page.getByRole('region', { name: sayCheck('verdicts') });
  const door = verdicts.getByLabel(sayCheck('recording-of-the-list'));
  await expect(door).toBeAttached({ timeout: 60_000 });
  await door.setInputFiles(filesOf(listed(1)));
  await expect(verdicts.getByRole('status')).toContainText(sayCheck('the-list-does-not-fit', { heard: 0, asked: 0 }).split(':')[0] ?? '');
  await door.setInputFiles(filesOf(listed(0)));
  await expect(verdicts).toContainText(`The polarity of ${session.microphones[right]?.name} is reversed.`, { timeout: 40_000 });
});

test('a folder of ten files in two actions; a newer take in it is offered when the page is come back to', async ({ page }) => {
  const rate = 48_000;
  const names = Array.from({ length: 10 }, (_, i) => `Track ${i + 1}`);
  const tick = (seed: number): number[] => [
    ...writeWav(
      [
        Float32Array.from({ length: 4 * rate }, (_, n) =>
          n % rate < 2000 ? 0.3 * Math.sin(n / (5 + seed)) * Math.exp(-(n % rate) / 500) : 1e-4 * Math.sin(n * n),
        ),
      ],
      rate,
      's16',
    ),
  ];
  await chooseFolder(page, 'Recorder');
  await page.goto('/demo');
  await page.waitForURL(/session/);
  const write = (folder: string, names: readonly string[], bytes: readonly number[]): Promise<void> =>
    page.evaluate(
      async ({ folder, names, bytes }) => {
        const root = await (await navigator.storage.getDirectory()).getDirectoryHandle('Recorder', { create: true });
        const own = await root.getDirectoryHandle(folder, { create: true });
        for (const name of names) {
          const writable = await (await own.getFileHandle(`${name}.wav`, { create: true })).createWritable();
          await writable.write(new Uint8Array(bytes));
          await writable.close();
        }
      },
      { folder, names: [...names], bytes: [...bytes] },
    );
  await write('Take 1', names, tick(0));
  const actions: string[] = [];
  await station(page, 'Check').click();
  actions.push('Check');
  await page.getByRole('button', { name: sayCheck('choose-a-folder') }).click();
  actions.push('Choose a folder');
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(10, { timeout: 60_000 });
  expect(actions).toHaveLength(2);
  console.log(`a folder of ten: ${actions.join(' · ')}`);
  await write('Take 2', names.slice(0, 3), tick(1));
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  const offer = page.getByRole('status').filter({ hasText: sayCheck('has-arrived', { take: 'Take 2' }) });
  await offer.getByRole('button', { name: sayCheck('check-it') }).click();
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(3);
  await page.getByLabel(sayCheck('takes-of-folder', { folder: 'Recorder' })).selectOption('Take 1 (10 files)');
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(10);
});

test('who has files finds a door: ten files in three actions, no gear asked for', async ({ page }) => {
  const rate = 48_000;
  const tick = Float32Array.from({ length: 3 * rate }, (_, n) =>
    n % rate < 2000 ? 0.3 * Math.sin(n / 6) * Math.exp(-(n % rate) / 500) : 1e-4 * Math.sin(n * n),
  );
  const files = Array.from({ length: 10 }, (_, i) => ({
    name: `Track ${i + 1}.wav`,
    mimeType: 'audio/wav',
    buffer: Buffer.from(writeWav([tick], rate, 's16')),
  }));
  await page.goto('/');
  const chooser = page.waitForEvent('filechooser');
  await page
    .getByRole('list', { name: saySessions('ways-in') })
    .getByRole('button', { name: saySessions('choose-files') })
    .click();
  await (await chooser).setFiles(files);
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(10, { timeout: 60_000 });
  await expect(page).toHaveURL(/session\/[^/]+\/check/);
  // Given to Import where there are sessions already, they go the same way.
  await page.goto('/');
  await page.getByLabel(saySessions('import-a-session-shelf-or-backup')).setInputFiles(files.slice(0, 2));
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(2, { timeout: 60_000 });
  // The way past the bar and the stations.
  await page.reload();
  await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: sayFrame('skip-to-the-content') })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  const isInside = (): Promise<boolean> => page.evaluate(() => document.activeElement?.closest('main') !== null);
  expect(await isInside()).toBe(true);
  // And without it: six at most, undo among them.
  await page.reload();
  await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible();
  let tabs = 0;
  while (tabs < 20 && !(await isInside())) {
    await page.keyboard.press('Tab');
    tabs++;
  }
  expect(tabs).toBeLessThanOrEqual(6);
});

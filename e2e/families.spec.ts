import { expect, type Page, test } from '@playwright/test';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { saySetups } from '../src/words/setups.page.en';
import { sayTape } from '../src/words/tape.page.en';
import { goTo, newSession, onPlan, openChooser, take } from './steps';

/** A fresh session with an instrument in the room, and its set-ups open. */
async function withInstrument(page: Page, family: string, variant: string | null): Promise<void> {
  await newSession(page);
  await page.getByRole('button', { name: family, exact: true }).click();
  if (variant) await page.getByLabel('Size or build').selectOption({ label: variant });
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await openChooser(page);
}

const setUp = (page: Page, name: string) => page.getByRole('listitem', { name, exact: true });

test('guitar and voice on one microphone: the balance that is wanted has a place', async ({ page }) => {
  await withInstrument(page, 'Acoustic guitar', 'Jumbo');
  await setUp(page, 'Voice and guitar on one microphone').getByRole('button', { name: 'Place 1 microphone' }).click();
  await take(onPlan(page, 'Voice and guitar'));
  const panel = page.getByRole('region', { name: sayFloor('findings-and-selection') });
  await expect(panel).toContainText(sayFloor('voice-and-guitar'));
  const wanted = page.getByLabel(/^Wanted:/);
  await wanted.fill('2');
  await expect(panel).toContainText('Wanted: voice 2.0 dB up');
  await panel.getByRole('button', { name: sayFloor('move-it-there') }).click();
  await expect(panel).toContainText(/Now: voice (1\.[89]|2\.[012]) dB up/);
});

test('upright piano: a pair by what fits, compared with another, moved as one and aligned', async ({ page }) => {
  await withInstrument(page, 'Upright piano', null);
  await page.getByLabel(saySetups('sound'), { exact: true }).selectOption('wide');
  await expect(setUp(page, 'One over the player’s shoulder')).toHaveCount(0);
  await setUp(page, 'Two above the open lid')
    .getByRole('button', { name: saySetups('compare') })
    .click();
  await setUp(page, 'Two behind the sound board')
    .getByRole('button', { name: saySetups('compare') })
    .click();
  const compared = page.getByRole('region', { name: saySetups('compared') });
  await expect(compared).toContainText(saySetups('lost-in-mono'));
  await expect(compared.getByRole('img', { name: /Arrivals of/ })).toHaveCount(2);
  await setUp(page, 'Two above the open lid').getByRole('button', { name: 'Place 2 microphones' }).click();
  await onPlan(page, 'Piano bass').click();
  await onPlan(page, 'Piano treble').click({ modifiers: ['Shift'] });
  const panel = page.getByRole('region', { name: sayFloor('findings-and-selection') });
  await expect(panel).toContainText('Piano bass and Piano treble');
  await expect(panel).toContainText('By distance');
  const place = async (name: string) => onPlan(page, name).getAttribute('transform');
  const [bass, treble] = [await place('Piano bass'), await place('Piano treble')];
  const box = await onPlan(page, 'Piano treble').boundingBox();
  if (!box) throw new Error('the microphone is drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height / 2 - 12, { steps: 4 });
  await page.mouse.up();
  expect(await place('Piano bass')).not.toBe(bass);
  expect(await place('Piano treble')).not.toBe(treble);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => place('Piano bass')).toBe(bass);
  await panel.getByRole('button', { name: sayFloor('turn-left-5') }).click();
  expect(await place('Piano bass')).not.toBe(bass);
});

test('congas: the leak is told in dB and a dead side turned; a stand in the way finds a place', async ({ page }) => {
  await withInstrument(page, 'Hand drums', 'Congas, a pair');
  await setUp(page, 'One for each head').getByRole('button', { name: 'Place 2 microphones' }).click();
  await page.getByRole('button', { name: sayFloor('leak'), exact: true }).click();
  const matrix = page.getByRole('region', { name: sayFloor('leak-matrix') });
  await expect(matrix.getByRole('row')).toHaveCount(3);
  const turn = matrix.getByRole('button', { name: /^Turn it to hear less/ }).first();
  const words = (await turn.textContent()) ?? '';
  const [before, after] = [...words.matchAll(/\d+/g)].map(Number);
  expect(after).toBeGreaterThan(before ?? 99);
  await turn.click();
  await expect(matrix.getByText(sayFloor('as-good-as-it-gets')).first()).toBeVisible();
  await take(onPlan(page, 'Conga'));
  await page.getByLabel(sayFloor('stand'), { exact: true }).selectOption({ label: 'Table stand' });
  const findings = page.getByRole('list', { name: sayFloor('findings') });
  await expect(findings).toContainText(/The table stand of Conga is .* too short/);
  await findings
    .getByRole('listitem')
    .filter({ hasText: 'The table stand' })
    .getByRole('button', { name: sayFloor('find-it-a-place') })
    .click();
  await expect(findings).not.toContainText('The table stand of Conga');
});

test('flugelhorn: off the axis by the tone guide; saved as a set-up of one’s own', async ({ page }) => {
  await withInstrument(page, 'Brass', 'Flugelhorn');
  await setUp(page, 'On the bell’s axis').getByRole('button', { name: 'Place 1 microphone' }).click();
  await take(onPlan(page, 'Horn'));
  await page.getByRole('button', { name: sayFloor('tone-guide') }).click();
  const stops = page.getByRole('list', { name: 'Off the bell’s axis' });
  await expect(stops.getByRole('listitem')).toHaveCount(4);
  const before = await onPlan(page, 'Horn').getAttribute('transform');
  await stops.getByRole('button', { name: 'Move it there: Well off' }).click();
  expect(await onPlan(page, 'Horn').getAttribute('transform')).not.toBe(before);
  await take(page.getByRole('button', { name: 'Flugelhorn, instrument' }).first());
  await page.getByRole('button', { name: sayFloor('save-these-microphones-as-a-set') }).click();
  await page.getByLabel(sayFloor('name-of-the-set-up')).fill('Warm horn');
  await page.keyboard.press('Enter');
  await expect(page.getByText('“Warm horn” is now among your set-ups')).toBeVisible();
  await openChooser(page);
  await expect(setUp(page, 'Warm horn')).toBeVisible();
});

test('kit: a spoiled set-up mended by the smallest moves; a second instrument beside it', async ({ page }) => {
  await withInstrument(page, 'Drum kit', 'Five-piece kit');
  await setUp(page, 'Kick, snare and a spaced pair').getByRole('button', { name: 'Place 4 microphones' }).click();
  await take(onPlan(page, 'Overhead left'));
  await page.keyboard.press('Shift+ArrowLeft');
  const findings = page.getByRole('list', { name: sayFloor('findings') });
  await expect(findings).toContainText('The snare reaches');
  await page.getByRole('button', { name: sayFloor('smallest-moves') }).click();
  const moves = page.getByRole('region', { name: sayFloor('smallest-moves') });
  await expect(moves).toContainText(/Harm by the model: [\d.]+ → [\d.]+ dB/);
  await moves.getByRole('button', { name: /^(Move it|Make all)/ }).click();
  await expect(findings).not.toContainText(/closer to it\.|farther from it\./);
  await page.keyboard.press('Escape');
  // A piece of the kit in hand is dragged, and undone.
  await page
    .getByRole('list', { name: sayFloor('instruments') })
    .getByRole('button', { name: /Five-piece kit/ })
    .click();
  const piece = page.getByRole('group', { name: sayFloor('plan-from-above') }).getByRole('button', { name: 'Ride, piece of the kit' });
  const ride = await piece.boundingBox();
  if (!ride) throw new Error('the ride is drawn');
  const before = await piece.getAttribute('transform');
  await page.mouse.move(ride.x + ride.width / 2, ride.y + ride.height / 2);
  await page.mouse.down();
  await page.mouse.move(ride.x + ride.width / 2 + 18, ride.y + ride.height / 2 - 14, { steps: 4 });
  await page.mouse.up();
  expect(await piece.getAttribute('transform')).not.toBe(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => piece.getAttribute('transform')).toBe(before);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: sayFloor('add-an-instrument') }).click();
  await page.getByRole('button', { name: 'Cajon', exact: true }).click();
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await expect(page.getByRole('button', { name: 'Cajon, instrument' }).first()).toBeVisible();
  await page.getByLabel('Turned (°)').fill('90');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Turned (°)')).toHaveValue('0');
});

test('the tape at the stand, at phone width: readings, what they mean, the place they find', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await withInstrument(page, 'Saxophone', null);
  await setUp(page, 'Upper keys, from the bell’s side').getByRole('button', { name: 'Place 1 microphone' }).click();
  await goTo(page, 'Tape');
  for (let i = 0; i < 4; i++) {
    const shown = (await page.getByRole('region', { name: sayTape('reading') }).textContent()) ?? '';
    const planned = Number(/capsule\s*([\d.]+) cm/.exec(shown)?.[1]);
    await page.getByLabel(/The tape says/).fill(String(planned + (i === 1 ? 0.5 : 0)));
    const box = await page.getByRole('button', { name: sayTape('next') }).boundingBox();
    expect(box?.height).toBeGreaterThanOrEqual(44);
    await page.getByRole('button', { name: sayTape('next') }).click();
  }
  await expect(page.getByRole('status', { name: /Place of Saxophone/ })).toContainText('By the tape, Saxophone is');
  await page.getByRole('button', { name: sayTape('back') }).click();
  await page.getByLabel(/The tape says/).fill('seven');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“seven” is no length');
  await page.getByLabel(/The tape says/).fill('9\' 2"');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').first()).toContainText('shorter');
  expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(0);
});

import { expect, test } from '@playwright/test';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayListening } from '../src/words/listening.page.en';
import { sayPairs } from '../src/words/pairs.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { goTo, newSession, openChooser, station } from './steps';

test.beforeEach(async ({ page }) => {
  await page.goto('/demo');
  await goTo(page, 'Pairs');
});

test('a pair by mouse: another geometry put up at its place, its spacing dragged, undone; too near for an angle it is judged by its picture', async ({
  page,
}) => {
  const side = page.getByRole('region', { name: sayPairs('the-pair') });
  const numbers = side.getByRole('group', { name: 'Overheads in numbers' });
  await expect(side).toContainText('Judge it by its stereo image');
  await page.getByRole('button', { name: sayPairs('other-geometries') }).click();
  const others = page.getByRole('list', { name: sayPairs('other-geometries-here') }).getByRole('listitem');
  await others
    .filter({ hasText: 'ORTF' })
    .getByRole('button', { name: sayPairs('put-it-up') })
    .click();
  await expect(others.filter({ hasText: 'ORTF' })).toContainText(sayPairs('stands-here'));
  await expect(numbers.getByLabel('Apart (cm)')).toHaveValue('17');
  await expect(numbers.getByLabel('Angle (°)')).toHaveValue('110');
  await expect(side).toContainText(/The pair covers ±48°/);

  const knob = page.getByRole('button', { name: 'Spacing by the right capsule' });
  const box = await knob.boundingBox();
  if (!box) throw new Error('the knob is drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect.poll(async () => Number(await numbers.getByLabel('Apart (cm)').inputValue())).toBeGreaterThan(25);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(numbers.getByLabel('Apart (cm)')).toHaveValue('17');
  await page.getByRole('button', { name: sayPairs('other-geometries') }).click();
  await others
    .filter({ hasText: 'NOS' })
    .getByRole('button', { name: sayPairs('hear-it') })
    .click();
  await expect(page.getByRole('group', { name: sayListening('comparison') }).getByRole('button', { name: /^B: NOS/ })).toBeVisible();
  await page.getByRole('button', { name: sayListening('end-comparing') }).click();
  await page.getByRole('button', { name: sayPairs('in-mono') }).click();
  await expect(page.getByRole('table', { name: sayPairs('in-mono') }).getByRole('row')).toHaveCount(8);
});

test('a pair by keyboard: the angle by arrows; a second school; turned about the snare both snare and kick are in the middle', async ({ page }) => {
  const side = page.getByRole('region', { name: sayPairs('the-pair') });
  // No turn goes further than 60° at once: what is left of it is asked for again.
  const middle = side.getByRole('group', { name: sayPairs('what-should-be-in-the-middle') });
  const before = await middle.textContent();
  await side.getByRole('button', { name: 'Turn about the snare to centre it' }).press('Enter');
  await expect(middle).not.toHaveText(before ?? '');
  await side.getByRole('button', { name: 'Turn about the snare to centre it' }).press('Enter');
  await expect(side.getByRole('group', { name: sayPairs('what-should-be-in-the-middle') })).toHaveCount(0);
  const picture = page.getByRole('img', { name: /^Between the loudspeakers/ });
  await expect(picture).toHaveAttribute('aria-label', /Kick (in the middle|\d % (left|right))/);

  await page.getByRole('button', { name: sayPairs('other-geometries') }).press('Enter');
  await page
    .getByRole('listitem')
    .filter({ hasText: 'XY, 90°' })
    .getByRole('button', { name: sayPairs('put-it-up') })
    .press('Enter');
  const angle = side.getByLabel('Angle (°)');
  await expect(angle).toHaveValue('90');
  const knob = page.getByRole('button', { name: sayPairs('angle-by-the-right-axis') });
  await knob.focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect.poll(async () => Number(await angle.inputValue())).toBeGreaterThan(95);
  const spread = /The pair covers ±(\d+)°/;
  const first = (await side.textContent())?.match(spread)?.[1];
  await page.getByText(sayPairs('how-angles-are-judged')).press('Enter');
  await page.getByRole('button', { name: 'Level and time added' }).press('Enter');
  await expect.poll(async () => (await side.textContent())?.match(spread)?.[1]).not.toBe(first);
});

test('mid and side: a width in decibels is a crossed pair; a channel on one side is told, and the sheet has its pan', async ({ page }) => {
  const side = page.getByRole('region', { name: sayPairs('the-pair') });
  await side.getByLabel(sayPairs('heard-as')).selectOption({ label: 'mid and side' });
  await side.getByLabel('Side over mid (dB)').fill('-6');
  await side.getByLabel('Side over mid (dB)').press('Enter');
  await expect(side).toContainText('±45.1°');
  await expect(side).toContainText('mono is the mid alone');
  await page.getByRole('button', { name: sayPairs('panning') }).click();
  await page
    .getByRole('group', { name: 'Pan of Kick' })
    .getByRole('button', { name: sayPairs('left'), exact: true })
    .click();
  await expect(page.getByText(/Kick is left with nothing on the other side/)).toBeVisible();
  await expect(page.getByRole('group', { name: 'Pan of Snare' }).getByRole('button', { name: /^as the pair hears it/ })).toBeVisible();
  await page
    .getByRole('group', { name: 'Pan of Snare' })
    .getByRole('button', { name: sayPairs('right'), exact: true })
    .click();
  await expect(page.getByText(/with nothing on the other side/)).toHaveCount(0);
  await station(page, 'Sheet').click();
  await expect(
    page
      .getByRole('table', { name: saySheet('input-list') })
      .getByRole('row')
      .filter({ hasText: sayFloor('kick') }),
  ).toContainText('left');
});

test.describe('at 390 px by touch', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a pair is chosen, put up another way and heard', async ({ page }) => {
    await page.getByRole('button', { name: sayPairs('other-geometries') }).tap();
    await page
      .getByRole('listitem')
      .filter({ hasText: 'NOS' })
      .getByRole('button', { name: sayPairs('put-it-up') })
      .tap();
    await expect(page.getByRole('listitem').filter({ hasText: 'NOS' })).toContainText(sayPairs('stands-here'));
    await page
      .getByRole('group', { name: sayPairs('strip') })
      .getByRole('button', { name: sayPairs('listen') })
      .tap();
    const listening = page.getByRole('region', { name: sayListening('listening') });
    await listening.getByRole('button', { name: sayListening('play') }).tap();
    await expect(listening.getByRole('meter', { name: sayListening('level') })).not.toHaveAttribute('aria-valuetext', 'silent');
    await listening.getByRole('button', { name: sayListening('stop') }).tap();
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  });
});

// What each instrument's own set-up with a pair brings, and what the designer says of it.
for (const [instrument, build, setup, says] of [
  ['Acoustic guitar', null, 'Spaced: bridge and neck', /Set by hand: the two are not alike/],
  ['Upright piano', null, 'Two behind the sound board', /stereo image|fills/],
  ['Vibraphone and marimba', 'Marimba, 4⅓ octaves', 'Pair above the bars, a third from each end', /stereo image|fills/],
] as const)
  test(`the designer on ${build ?? instrument}: drawn, its picture told, squared up or set by numbers, compared, heard`, async ({ page }) => {
    await newSession(page);
    await page.getByRole('button', { name: instrument, exact: true }).click();
    if (build) await page.getByLabel(sayDrawing('size-or-build'), { exact: true }).selectOption({ label: build });
    await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
    await openChooser(page);
    const card = page.getByRole('listitem', { name: setup, exact: true });
    await card
      .getByRole('button', { name: /^(Place|Replace|Add) / })
      .first()
      .click();
    await station(page, 'Pairs').click();
    const side = page.getByRole('region', { name: sayPairs('the-pair') });
    await expect(side).toContainText(says);
    await expect(page.getByRole('group', { name: /from over itself$/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /^Between the loudspeakers/ })).toBeVisible();
    const square = side.getByRole('button', { name: sayPairs('square-them-up') });
    if (await square.count()) await square.click();
    await side.getByLabel('Apart (cm)').fill('20');
    await side.getByLabel('Apart (cm)').press('Enter');
    await expect(page.getByRole('button', { name: 'Spacing by the right capsule' })).toBeVisible();
    await page.getByRole('button', { name: sayPairs('other-geometries') }).click();
    await page
      .getByRole('listitem')
      .filter({ hasText: 'DIN' })
      .getByRole('button', { name: sayPairs('put-it-up') })
      .click();
    await expect(side.getByLabel('Angle (°)')).toHaveValue('90');
    await page
      .getByRole('group', { name: sayPairs('strip') })
      .getByRole('button', { name: sayPairs('listen') })
      .click();
    const listening = page.getByRole('region', { name: sayListening('listening') });
    await listening.getByRole('button', { name: sayListening('play'), exact: true }).click();
    await expect(listening.getByRole('meter', { name: sayListening('level') })).not.toHaveAttribute('aria-valuetext', 'silent');
  });

import { expect, type Page, test } from '@playwright/test';
import { FURNISHING_KINDS, modelOfFurnishing } from '../src/core/furnishings';
import { familyOf, INSTRUMENT_KINDS } from '../src/core/instruments';
import { MICROPHONE_CATALOGUE, MICROPHONE_KIND_NAMES } from '../src/core/microphones';
import { DEVICE_CATALOGUE, OUTBOARD_CATALOGUE } from '../src/core/patch';
import { SURFACES } from '../src/core/room';
import { RECIPES } from '../src/core/setups';
import { STAND_CATALOGUE } from '../src/core/stands';
import { outside, speakPseudo } from './pseudo';

/** Names of things are not translated: gear, instruments and their parts, set-ups, surfaces, and what people named themselves. */
const NAMED = JSON.stringify([
  INSTRUMENT_KINDS.map((kind) => familyOf(kind)),
  MICROPHONE_CATALOGUE,
  MICROPHONE_KIND_NAMES,
  DEVICE_CATALOGUE,
  OUTBOARD_CATALOGUE,
  STAND_CATALOGUE,
  RECIPES,
  FURNISHING_KINDS.map(modelOfFurnishing),
  SURFACES,
  // Techniques and parts of drums go by their own names everywhere.
  ['DIN', 'NOS', 'ORTF', 'hoop', 'beater spot', 'mirror', 'window', 'door shut', 'doorway', 'duvet'],
]);

/** Choices of which one is taken. */
const TABS = 'main [role=group]:has(> [aria-pressed=true]) > [aria-pressed=false]';

const VIEWS = ['', 'room', 'ready', 'floor', 'pairs', 'setups', 'tape', 'patch', 'check', 'loop', 'ears', 'sheet', 'shelf'];

/** Every text in view, and every name that is heard. */
const textsOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const said = [...document.querySelectorAll('[aria-label], [title], [placeholder]')].flatMap((element) =>
      ['aria-label', 'title', 'placeholder'].map((name) => element.getAttribute(name) ?? ''),
    );
    // What is hidden is not read: so the text as it is laid out.
    // biome-ignore lint/performance/useDomNodeTextContent: the layout is what is asked for
    return [...document.body.innerText.split('\n'), ...said].filter(Boolean);
  });

/** Whatever is not of the made-up language and no name. */
async function leftOver(page: Page, names: ReadonlySet<string>): Promise<string[]> {
  const words = (await textsOn(page)).map((text) =>
    outside(text)
      .split(' ')
      .filter((word) => word && !names.has(word.toLowerCase())),
  );
  return [...new Set(words.map((some) => some.join(' ')).filter((some) => some && !CORES_OWN.test(some)))];
}

/**
 * Said by the core itself still: details of marks and of the brief, kinds by source and their schools, tone guide, what other geometries
 * are like, patterns of file names, names of attempts, the delay's own "samples"; and what the browser names its devices.
 */
const CORES_OWN = new RegExp(
  `^(${[
    ...['tom’s shell', 'hears( least noise| street)?', 'turned( up)?', 'number pan date', 'wav', 'minute bit', 'normal', '(figure )?SPL', 'cable'],
    ...['(K|S|OR|OL)(Kick|Snare|Overhead)', 'click', 'round(er| ambient)', 'samples', 'attempt', 'dips lower', 'even dips up', 'has take has'],
    ...['steady near sources', 'sure (rather narrow|wider weaker)', '[Dd]amping', 'bottom', '(recommended|regulation)( dBA)?', 'change', 'noisy'],
    ...[
      'nothing else wins blankets up',
      'several same level-matched let ears choose',
      'Fake( Default)? Audio',
      'Overheadright',
      'legend icon',
      'dBA',
    ],
  ].join('|')})$`,
);

test.use({ serviceWorkers: 'block' });

for (const { width, theme } of [
  { width: 1280, theme: 'slate' },
  { width: 390, theme: 'daylight' },
])
  test(`in a made-up language every view of the demo speaks it, with what opens there, and nothing runs off the side, ${width} px, ${theme}`, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height: 844 });
    await page.addInitScript(speakPseudo);
    await page.addInitScript((chosen) => localStorage.setItem('shuttlecraft-theme', chosen), theme);
    await page.goto('/demo');
    await page.waitForURL(/\/session\//);
    const session = new URL(page.url()).pathname.split('/')[2] ?? '';
    const own = await page.evaluate(
      () =>
        new Promise<string>((done) => {
          const open = indexedDB.open('shuttlecraft');
          open.onsuccess = () => {
            const all = open.result.transaction('sessions').objectStore('sessions').getAll();
            all.onsuccess = () => done(JSON.stringify(all.result));
          };
        }),
    );
    const names = new Set([...`${NAMED} ${own}`.matchAll(/[\p{L}’-]+/gu)].map(([word]) => word.toLowerCase()));
    const left: string[] = [];
    for (const view of VIEWS) {
      await page.goto(`/session/${session}/${view}`);
      await expect(page.locator('main')).toContainText('⟦');
      await expect.poll(async () => (await textsOn(page)).length).toBeGreaterThan(10);
      const look = async (): Promise<void> => {
        for (const words of await leftOver(page, names)) left.push(`${view}: ${words}`);
        expect([view, await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)]).toEqual([view, 0]);
      };
      await look();
      // Everything that opens, and every one of a few choices side by side.
      for (const opener of [TABS, 'main summary', 'main [aria-expanded=false]'])
        for (let n = 0; n < Math.min(8, await page.locator(opener).count()); n++) {
          await page
            .locator(opener)
            .nth(n)
            .click({ timeout: 2000 })
            .catch(() => undefined);
          await look();
        }
      if (view === 'floor') {
        await page.getByRole('button', { name: /Snare/ }).first().press('Enter');
        await look();
      }
      if (view === 'check') {
        await page.getByRole('button', { name: /Ļöád|Lôád thë práçtïçë/ }).click();
        await expect(page.locator('main aside, main [role=region]').first()).toBeVisible();
        await expect.poll(async () => (await textsOn(page)).join(' '), { timeout: 60_000 }).toContain('Shïft');
        await look();
      }
    }
    expect([...new Set(left)]).toEqual([]);
  });

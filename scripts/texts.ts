import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { chromium, type Page } from '@playwright/test';
import { outside, speakPseudo } from '../e2e/pseudo';
import { serve } from '../hostile/serve';
import { openAs } from '../hostile/views';
import { allCases, placed } from '../src/cli/audit/cases';
import browserFile from './browser.json' with { type: 'json' };

/** Every text that the page shows or says, by session and view: `--out FILE`; with `--pseudo` only what stands outside the made-up language; with `--count` how many words and buttons are in view at rest. */
const { values } = parseArgs({
  options: {
    out: { type: 'string', default: 'texts.json' },
    pseudo: { type: 'boolean', default: false },
    count: { type: 'boolean', default: false },
    only: { type: 'string', default: '' },
  },
});

const VIEWS = ['', 'room', 'ready', 'floor', 'pairs', 'setups', 'tape', 'patch', 'check', 'loop', 'ears', 'sheet', 'shelf'];
const SETUPS = ['kit-four', 'guitar-pair', 'piano-pair', 'horn-one', 'cajon', 'voice', 'congas', 'kit-ten'];

/** Lines of text in view and in names, as a person or a screen reader meets them. */
const textsOn = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const out = document.body.textContent.split('\n').map((line) => line.trim());
    for (const element of document.querySelectorAll('[aria-label], [title], [placeholder], [aria-description], [alt]'))
      for (const name of ['aria-label', 'title', 'placeholder', 'aria-description', 'alt']) {
        const text = element.getAttribute(name);
        if (text) out.push(`@${text}`);
      }
    for (const element of document.querySelectorAll('svg text, svg title, option')) out.push(`@${element.textContent ?? ''}`);
    return out.filter(Boolean);
  });

/** Words and buttons in view before anything is pressed. */
const restOf = (page: Page): Promise<string> =>
  page.evaluate(() => {
    const main = document.querySelector('main') ?? document.body;
    const buttons = [...main.querySelectorAll('button, a[href], select, input')].filter((element) => (element as HTMLElement).offsetParent !== null);
    // biome-ignore lint/performance/useDomNodeTextContent: what is hidden is not read
    return `${main.innerText.split(/\s+/).filter((word) => /\p{L}{2}/u.test(word)).length} words, ${buttons.length} to press`;
  });

async function still(page: Page): Promise<void> {
  let before = '';
  for (let n = 0; n < 40; n++) {
    await page.waitForTimeout(200);
    const now = await page.evaluate(() => document.body.textContent);
    if (now === before) return;
    before = now;
  }
}

/** Things that open something: pressed one after the other. */
const OPENERS =
  '[role=tab]:not([aria-selected=true]), summary, [aria-expanded=false]:not([aria-haspopup=menu]), [role=radio]:not([aria-checked=true])';

async function all(page: Page): Promise<string[]> {
  const seen = new Set<string>();
  const keep = async (): Promise<void> => {
    await still(page);
    for (const text of await textsOn(page)) seen.add(text);
  };
  await keep();
  const count = Math.min(14, await page.locator(OPENERS).count());
  for (let n = 0; n < count; n++) {
    const one = page.locator(OPENERS).nth(Math.min(n, (await page.locator(OPENERS).count()) - 1));
    await one.click({ timeout: 1000 }).catch(() => undefined);
    await keep();
  }
  return [...seen].sort();
}

const served = await serve();
const browser = await chromium.launch({ executablePath: browserFile.path, args: ['--no-sandbox', '--disable-gpu'] });
const context = await browser.newContext({
  viewport: { width: 1280, height: 800 },
  baseURL: served.url,
  serviceWorkers: 'block',
  locale: 'en-GB',
  colorScheme: 'dark',
});
if (values.pseudo) {
  // The compiler of scripts keeps the names of functions with a helper that a page has not.
  await context.addInitScript('globalThis.__name = (made) => made');
  await context.addInitScript(speakPseudo);
}
const page = await context.newPage();
const texts: Record<string, string[]> = {};

await page.goto('/');
texts['first run'] = await all(page);
await page.goto('/demo');
await page.waitForURL(/session/);
const demo = new URL(page.url()).pathname.split('/')[2] ?? '';
for (const view of VIEWS) {
  if (values.only && !`demo/${view}`.includes(values.only)) continue;
  await page.goto(`/session/${demo}/${view}`);
  if (values.count) {
    await still(page);
    texts[`demo/${view}`] = [await restOf(page)];
  } else texts[`demo/${view}`] = await all(page);
}
const cases = allCases().filter(({ room }) => room.name === 'middle');
const chosen = SETUPS.map(
  (id) => cases.find(({ recipe }) => recipe.id === id) ?? cases.find(({ recipe }) => recipe.id.startsWith(id.split('-')[0] ?? id)),
);
for (const one of chosen) {
  if (!one) continue;
  const session = { ...placed(one), id: `texts-${one.recipe.id}` };
  await page.goto('/');
  for (const view of VIEWS) {
    if (values.only && !`${one.recipe.id}/${view}`.includes(values.only)) continue;
    await openAs(page, session, view);
    await page.goto(`/session/${session.id}/${view}`);
    await still(page);
    texts[`${one.recipe.id}/${view}`] = values.count ? [await restOf(page)] : (await textsOn(page)).sort();
  }
}
await browser.close();
served.stop();
if (values.pseudo)
  for (const [view, all] of Object.entries(texts))
    texts[view] = [...new Set(all.map((text) => outside(text.replace(/^@/, ''))).filter((text) => /[A-Za-z]{2}/.test(text)))];
if (values.count) for (const [view, [words]] of Object.entries(texts)) console.log(`${view}: ${words}`);
writeFileSync(values.out, JSON.stringify(texts, null, 1));
console.log(`${Object.keys(texts).length} views, ${Object.values(texts).flat().length} texts`);

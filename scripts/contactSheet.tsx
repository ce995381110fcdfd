import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { renderToStaticMarkup } from 'react-dom/server';
import { BOATHOUSE_SHELF } from '../demo/boathouse';
import { StaticFace } from '../src/app/drawing/StaticFace';
import { addInstrument, newSession, type Session } from '../src/core/document';
import { familyOf, INSTRUMENT_KINDS, type Instrument } from '../src/core/instruments';
import { MICROPHONE_CATALOGUE } from '../src/core/microphones';
import { placeSetup } from '../src/core/planning';
import { RECIPES, type Recipe } from '../src/core/setups';
import browserFile from './browser.json' with { type: 'json' };

/** Draws every instrument and every set-up on one contact sheet, or on large pages to look at closely: npm run contact-sheet -- [FOLDER] [--large]. */
const large = process.argv.includes('--large');
const out = process.argv.slice(2).find((argument) => !argument.startsWith('--')) ?? 'docs/screenshots';
const [columns, side] = large ? [4, 155] : [5, 122];
const CATALOGUE = { ...BOATHOUSE_SHELF, microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 12 })) };

function roomWith(instrument: Omit<Instrument, 'id' | 'name' | 'positionM' | 'rotationDeg' | 'mirrored'>): Session {
  const empty = {
    ...newSession('sheet', 'sheet', '2026-06-13T09:30:00.000Z', CATALOGUE),
    room: { widthM: 7, depthM: 7.6, heightM: 3, temperatureC: 20, absorption: 0.2, glass: [] },
  };
  const placed: Instrument = { ...instrument, id: 'i', name: 'i', positionM: { x: 3.5, y: 2.45 }, rotationDeg: 0, mirrored: false };
  return addInstrument(placed)(empty);
}

function withRecipe(recipe: Recipe): Session {
  const variant =
    recipe.variants?.[0] ??
    (recipe.microphones.some((m) => m.target === 'mid-tom') ? 'five-piece' : recipe.instrument === 'drum-kit' ? 'four-piece' : '');
  const first = variant || (Object.keys(familyOf(recipe.instrument).variants)[0] ?? '');
  let ids = 0;
  return placeSetup(roomWith({ kind: recipe.instrument, variant: first }), recipe, 'i', () => `m${++ids}`).session;
}

interface Cell {
  readonly title: string;
  readonly session: Session;
}

const instruments: Cell[] = INSTRUMENT_KINDS.flatMap((kind) =>
  Object.entries(familyOf(kind).variants).map(([variant, { name }]) => ({ title: name, session: roomWith({ kind, variant }) })),
);
const setups: Cell[] = RECIPES.map((recipe) => ({ title: `${recipe.name} (${recipe.instrument})`, session: withRecipe(recipe) }));

const STRINGS = ['#f0a04b', '#62bdf0', '#3cc9a0', '#e49ac4', '#e6db5c', '#f58a5e', '#9db2ff', '#c4ced2'];
const COLOURS = {
  page: '#12181b',
  panel: '#1a2327',
  line: '#2c3a40',
  edge: '#5d6f77',
  ink: '#ece6d9',
  quiet: '#a9b3b3',
  tape: '#f0b429',
  'tape-fill': '#f0b429',
};
const variables = [...Object.entries(COLOURS), ...STRINGS.map((c, i) => [`string${i}`, c] as const)]
  .map(([name, value]) => `--chakra-colors-${name}:${value}`)
  .join(';');

function page(cells: readonly Cell[], css: string): string {
  const body = renderToStaticMarkup(
    <div style={{ display: 'grid', gridTemplateColumns: `repeat(${columns}, 1fr)`, gap: 6 }}>
      {cells.map((cell) => (
        <div key={cell.title} style={{ border: '1px solid #2c3a40', padding: 4 }}>
          <div>{cell.title}</div>
          <div style={{ display: 'flex' }}>
            {(['plan', 'side', 'front'] as const).map((face) => (
              <div key={face} style={{ width: side, height: side + 8 }}>
                <StaticFace session={cell.session} face={face} width={side} height={side + 8} labels bare stands />
              </div>
            ))}
          </div>
        </div>
      ))}
    </div>,
  );
  return `<!doctype html><style>:root{${variables}} body{background:#12181b;color:#ece6d9;font:12px sans-serif;margin:6px} ${css}</style>${body}`;
}

const { readFileSync } = await import('node:fs');
const css = readFileSync('src/app/theme/page.css', 'utf8');
mkdirSync(out, { recursive: true });
const browser = await chromium.launch({
  executablePath: browserFile.path,
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const tab = await browser.newPage({ viewport: { width: 1920, height: 1000 } });
const all = [...instruments, ...setups];
const perPage = large ? 24 : all.length;
for (let from = 0; from < all.length; from += perPage) {
  await tab.setContent(page(all.slice(from, from + perPage), css));
  await tab.screenshot({ path: `${out}/contact-sheet${large ? `-${from / perPage + 1}` : ''}.png`, fullPage: true });
}
console.log(`${instruments.length} instruments and ${setups.length} set-ups drawn in ${out}`);
await browser.close();

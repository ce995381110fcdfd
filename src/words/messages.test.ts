import { readdirSync, readFileSync } from 'node:fs';
import { IntlMessageFormat } from 'intl-messageformat';
import { sayAdvice } from './advice.page.en';
import { sayBrief } from './brief.page.en';
import { sayCapture } from './capture.page.en';
import { sayCheck } from './check.page.en';
import { sayCommand } from './commands.page.en';
import { sayComponents } from './components.page.en';
import { sayDb } from './db.page.en';
import { sayDrawing } from './drawing.page.en';
import { sayEars } from './ears.page.en';
import { EN } from './en';
import { sayFloor } from './floor.page.en';
import { sayFrame } from './frame.page.en';
import { sayHelp } from './help.page.en';
import { sayJobs } from './jobs.page.en';
import { sayListening } from './listening.page.en';
import { sayLoop } from './loop.page.en';
import { sayPairs } from './pairs.page.en';
import { sayPatch } from './patch.page.en';
import { sayReady } from './ready.page.en';
import { sayRecord } from './record.page.en';
import { sayRoom } from './room.page.en';
import { saySessions } from './sessions.page.en';
import { saySetups } from './setups.page.en';
import { saySheet } from './sheet.page.en';
import { sayShelf } from './shelf.page.en';
import { sayStations } from './stations.page.en';
import { sayStores } from './stores.page.en';
import { sayTape } from './tape.page.en';

const FILES = readdirSync('src/words').filter((file) => file.endsWith('.page.en.ts'));
const PAGES = [
  sayAdvice,
  sayBrief,
  sayCapture,
  sayCheck,
  sayCommand,
  sayComponents,
  sayDb,
  sayDrawing,
  sayEars,
  sayFloor,
  sayFrame,
  sayHelp,
  sayJobs,
  sayListening,
  sayLoop,
  sayPairs,
  sayPatch,
  sayReady,
  sayRecord,
  sayRoom,
  saySessions,
  saySetups,
  saySheet,
  sayShelf,
  sayStations,
  sayStores,
  sayTape,
];

interface Message {
  readonly key: string;
  readonly text: string;
}

const ALL: readonly Message[] = [
  ...Object.entries(EN).flatMap(([domain, messages]) =>
    Object.entries(messages).map(([code, text]): Message => ({ key: `${domain}/${code}`, text })),
  ),
  ...PAGES.flatMap(({ domain, messages }) => Object.entries(messages).map(([code, text]): Message => ({ key: `page ${domain}/${code}`, text }))),
];

/** The arguments of a message: those that count, those that choose, and the rest. */
function argumentsOf(text: string): { readonly counts: string[]; readonly choices: string[]; readonly plain: string[] } {
  const counts = new Set<string>();
  const choices = new Set<string>();
  const plain = new Set<string>();
  const walk = (elements: ReturnType<IntlMessageFormat['getAst']>): void => {
    for (const element of elements) {
      if (element.type === 6 || element.type === 2) counts.add(element.value);
      if (element.type === 5) choices.add(element.value);
      if (element.type === 1) plain.add(element.value);
      if (element.type === 5 || element.type === 6) for (const { value } of Object.values(element.options)) walk(value);
    }
  };
  walk(new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).getAst());
  return { counts: [...counts], choices: [...choices], plain: [...plain] };
}

const formatted = (text: string, count: number, choice: string): string => {
  const { counts, choices, plain } = argumentsOf(text);
  const facts = Object.fromEntries([
    ...plain.map((name) => [name, 'Zzz']),
    ...choices.map((name) => [name, choice]),
    ...counts.map((name) => [name, count]),
  ]);
  return String(new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }).format(facts));
};

/** Ends in s and is no plural. */
const SINGULAR = new Set(['is', 'has', 'was', 'as', 'its', 'does', 'gets', 'fits', 'reaches', 'this', 'needs']);

test('the page’s messages are as many as its files say, and every file of the page is looked at', () => {
  expect(PAGES.map(({ domain }) => domain).sort()).toEqual(FILES.map((file) => file.replace('.page.en.ts', '')).sort());
  expect(ALL.length).toBeGreaterThan(1900);
});

test.each([0, 1, 2, 5])('whatever is counted is counted as people do: %d', (count) => {
  const counting = ALL.filter(({ text }) => argumentsOf(text).counts.length > 0);
  expect(counting.length).toBeGreaterThan(45);
  for (const { key, text } of counting)
    for (const choice of ['yes', 'no']) {
      const words = formatted(text, count, choice);
      expect([key, words]).toEqual([key, expect.not.stringMatching(/undefined|NaN|\{|\}/)]);
      const said = [...words.matchAll(/\b(\d+) ([a-z]+)/g)].filter(([, n]) => Number(n) === count);
      for (const [, , noun = ''] of said)
        if (count === 1) expect([key, noun, /s$/.test(noun) && !SINGULAR.has(noun)]).toEqual([key, noun, false]);
        else expect([key, noun, noun === 'is' || noun === 'has']).toEqual([key, noun, false]);
    }
});

test('every message says something, with its facts in it, and no other sign of its making', () => {
  for (const { key, text } of ALL)
    for (const choice of ['yes', 'no']) {
      const { plain } = argumentsOf(text);
      const words = formatted(text, 3, choice);
      expect([key, words.trim().length > 0 || plain.length === 0]).toEqual([key, true]);
      expect([key, words]).toEqual([key, expect.not.stringMatching(/ {2}|\{|\}|undefined/)]);
    }
});

test('a or an by the sound of what follows, where it is written out', () => {
  for (const { key, text } of ALL) {
    const plain = formatted(text, 2, 'yes');
    expect([key, plain]).toEqual([
      key,
      expect.not.stringMatching(/\b[Aa] (?:[aei]|omni|other|o[^nu])|\b[Aa]n (?:[bcdfgjkpqtvwz]|user|one|TRS|TS|USB)/),
    ]);
  }
});

test('the files of messages hold messages and nothing else', () => {
  for (const file of FILES)
    expect([
      file,
      readFileSync(`src/words/${file}`, 'utf8')
        .split('\n')
        .filter((line) => /^(import|export)/.test(line)).length,
    ]).toEqual([file, 2]);
});

/** Messages whose codes are put together, or come from closed lists of the core. */
const BY_LIST = new Set([
  'advice',
  'cautions',
  'checklist',
  'jobs',
  'drills',
  'fits',
  'heard',
  'imports',
  'kinds',
  'recording',
  'tape',
  'tones',
  'help',
]);

test('no message is left over that nobody says', () => {
  const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !/test\.|\.en\.ts$|[cC]odes\.ts$/.test(file))
    .map((file) => ({ file, text: readFileSync(`src/${file}`, 'utf8') }));
  const saidWith = (of: RegExp): string => sources.flatMap(({ text }) => (of.test(text) ? [text] : [])).join('');
  const left = [
    ...PAGES.filter(({ domain }) => !BY_LIST.has(domain)).map(({ domain, messages }) => ({
      domain: `page ${domain}`,
      codes: Object.keys(messages),
      users: saidWith(new RegExp(`words/${domain}\\.page\\.en'`)),
    })),
    ...Object.entries(EN)
      .filter(([domain]) => !BY_LIST.has(domain))
      .map(([domain, messages]) => ({
        domain,
        codes: Object.keys(messages),
        users: saidWith(/from '\.{1,2}\/\w*[cC]odes'|from '\.\/say'|\b(?:step|table|document)Told\b/),
      })),
  ].flatMap(({ domain, codes, users }) => codes.filter((code) => !users.includes(`'${code}'`)).map((code) => `${domain}/${code}`));
  expect(left).toEqual([]);
});

import { parseArgs } from 'node:util';
import { chromium, type Page } from '@playwright/test';
import browserFile from '../scripts/browser.json' with { type: 'json' };
import { loadFftKernel } from '../src/core/math';
import { createServer } from '../src/server/app';
import { listen as listenAt } from '../src/server/listen';
import { actAtRandom } from './actions';
import { COMMAND_NAMES, noWalk, walkCommands } from './commandWalk';
import { connectAtRandom } from './connections';
import { damageOne, damageRightly, noDamage } from './damagedAudio';
import { noDocuments, strikeOne } from './damagedDocuments';
import { killWhileEditing } from './kills';
import { layoutWalk, noLayouts } from './layouts';
import { askAtRandom } from './requests';
import { wreckRows } from './rows';
import { serve } from './serve';
import { editInTwoTabs } from './tabs';
import { noTabs, walkTabs } from './tabWalk';
import { listen, viewsOf } from './views';

// The seeded trials in full; `npm test` runs a sample of each. Name the ones to run, or none for all.
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: 'string', default: '1' },
    sequences: { type: 'string', default: '20000' },
    actions: { type: 'string', default: '5000' },
    files: { type: 'string', default: '20000' },
    walks: { type: 'string', default: '300' },
    connections: { type: 'string', default: '10000' },
    layouts: { type: 'string', default: '2000' },
  },
});
const seed = Number(values.seed);

/** 50 random commands a sequence, undo and redo among them; every state kept must export, import and compare equal. */
async function commands(): Promise<number> {
  const counts = noWalk();
  const wrong: string[] = [];
  for (let i = 0; i < Number(values.sequences); i++) {
    const found = walkCommands(seed + i, 50, counts);
    if (found) wrong.push(found);
  }
  const used = COMMAND_NAMES.filter((name) => counts.used.get(name)).length;
  console.log(
    `commands: ${values.sequences} sequences, ${counts.steps} steps: ${counts.changed} changed, ${counts.same} changed nothing, ${counts.refused} refused, ${counts.travelled} undone or redone; ${used} of ${COMMAND_NAMES.length} commands used`,
  );
  for (const line of wrong.slice(0, 20)) console.log(`  ${line}`);
  return wrong.length;
}

/** The whole browser killed 30 times during 200 edits, often within 60 ms of a key. */
async function kills(): Promise<number> {
  const server = await serve();
  try {
    const counts = await killWhileEditing(server.url, 30, 200, seed);
    console.log(
      `kills: ${counts.kills} during ${counts.edits} edits: of ${counts.promised} that storage had taken ${counts.broken} gone, ${counts.onTheirWay} were on their way`,
    );
    return counts.broken;
  } finally {
    server.stop();
  }
}

/** Two tabs, 200 edits in turn without waiting. */
async function tabs(): Promise<number> {
  const server = await serve();
  const browser = await chromium.launch({ executablePath: browserFile.path, args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, locale: 'en-GB', colorScheme: 'dark' });
    const page = await context.newPage();
    await page.goto(`${server.url}/demo`);
    await page.waitForURL(/session/);
    const counts = await editInTwoTabs(context, page.url(), 200, seed);
    console.log(`tabs: ${counts.edits} edits in turn: ${counts.missing} lost, ${counts.told ? 'told' : 'not told'}`);
    return counts.missing + (counts.told ? 0 : 1);
  } finally {
    await browser.close();
    server.stop();
  }
}

/** Two and three tabs with kills, reloads, deletions, imports and attempts between. */
async function walks(): Promise<number> {
  const server = await serve();
  const browser = await chromium.launch({ executablePath: browserFile.path, args: ['--no-sandbox', '--disable-gpu'] });
  const counts = noTabs();
  try {
    for (let i = 0; i < Number(values.walks); i++) {
      await walkTabs(browser, server.url, seed * 1000 + i, counts);
      if (counts.wrong.length > 0) console.log(counts.wrong.splice(0).join('\n'));
    }
  } finally {
    await browser.close();
    server.stop();
  }
  return told(
    'walks',
    `${counts.walks} of two and three tabs, ${counts.presses} presses, ${counts.onTheirWay} on their way when their tab ended, ${JSON.stringify(counts.steps)}`,
    counts.wrong,
  );
}

async function withPage<T>(work: (page: Page, url: string) => Promise<T>): Promise<T> {
  const server = await serve();
  const browser = await chromium.launch({ executablePath: browserFile.path, args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
    page.setDefaultTimeout(10_000);
    return await work(page, server.url);
  } finally {
    await browser.close();
    server.stop();
  }
}

const told = (name: string, words: string, wrong: readonly string[]): number => {
  console.log(`${name}: ${words}: ${wrong.length} failures`);
  for (const line of wrong.slice(0, 20)) console.log(`  ${line}`);
  return wrong.length;
};

/** Damaged recordings through the whole check, and the most memory that all of it had. */
async function damaged(name: string, damage: typeof damageOne): Promise<number> {
  const [kernel, counts] = [await loadFftKernel(), noDamage()];
  for (let i = 0; i < Number(values.files); i++) await damage(seed * 1_000_000 + i, kernel, counts);
  const { files, refused, warned, checked, slowestMs } = counts;
  const memory = (process.resourceUsage().maxRSS / 1024).toFixed(0);
  return told(
    name,
    `${files} damaged, ${refused} refused, ${warned} with a warning, ${checked} checked, slowest ${slowestMs.toFixed(0)} ms, ${memory} MB at most`,
    counts.wrong,
  );
}

/** 20,000 of every format. */
const recordings = (): Promise<number> => damaged('recordings', damageOne);
/** FLAC damaged within its frames, their checksums right again. */
const checksums = (): Promise<number> => damaged('checksums', damageRightly);

/** 5,000 damaged sessions through import, export and everything that is worked out of them. */
async function documents(): Promise<number> {
  const counts = noDocuments();
  for (let i = 0; i < 5000; i++) strikeOne(seed * 1_000_000 + i, counts);
  return told('documents', `${counts.documents} damaged, ${counts.refused} refused, ${counts.accepted} taken in`, counts.wrong);
}

/** 300 damaged sessions that were taken in, on every view. */
const views = (): Promise<number> =>
  withPage(async (page, url) => {
    await page.goto(`${url}/demo`);
    await page.waitForURL(/session/);
    const [heard, counts] = [listen(page), noDocuments()];
    const wrong: string[] = [];
    let seen = 0;
    for (let i = seed * 1_000_000; seen < 300; i++) {
      const session = strikeOne(i, counts);
      if (!session) continue;
      seen++;
      wrong.push(...(await viewsOf(page, session, heard)).map((words) => `seed ${i}, ${words}`));
    }
    return told('views', `${seen} damaged documents at every view`, wrong);
  });

/** 5,000 random actions over all views. */
const actions = (): Promise<number> =>
  withPage(async (page, url) => {
    const counts = await actAtRandom(page, url, Number(values.actions), seed);
    return told('actions', `${counts.actions} at random ${JSON.stringify(counts.kinds)}`, counts.wrong);
  });

/** Folders of inputs, links and equal names, with commands that write into them. */
async function layouts(): Promise<number> {
  const counts = noLayouts();
  for (let i = 0; i < Number(values.layouts); i++) await layoutWalk(seed * 1_000_000 + i, counts);
  return told('layouts', `${counts.layouts} folders, ${counts.commands} commands, ${counts.wrote} wrote, ${counts.refused} refused`, counts.wrong);
}

/** 2,000 requests that should not be made. */
async function requests(): Promise<number> {
  const open = await listenAt(createServer('dist'), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('A free port is found.');
  const counts = await askAtRandom(open.port, 2000, seed);
  open.server.closeAllConnections();
  open.server.close();
  return told('requests', `${counts.requests} odd ones, ${counts.served} served, ${counts.refused} refused, ${counts.dropped} dropped`, counts.wrong);
}

/** 10,000 connections, 200 at once, slow and silent ones among them, with a page at work beside them. */
async function connections(): Promise<number> {
  const counts = await connectAtRandom(Number(values.connections), 200, seed);
  const of = ({ median, most, over, asked }: { median: number; most: number; over: number; asked: number }): string =>
    `${median.toFixed(0)} ms in the middle, ${most.toFixed(0)} at most, ${over} of ${asked} over 100`;
  return told(
    'connections',
    `${counts.connections}, ${counts.atOnce} at once; a page beside them waited ${of(counts.pageMs)}; its rig ${of(counts.rigMs)}; memory ${counts.memoryMb.map((mb) => mb.toFixed(0)).join(' to ')} MB; ${JSON.stringify(counts.ended)}`,
    counts.wrong,
  );
}

/** 40 rounds of wrecked rows beside whole ones. */
const rows = (): Promise<number> =>
  withPage(async (page, url) => {
    const counts = await wreckRows(page, url, 40, seed);
    return told('rows', `${counts.rows} wrecked in ${counts.rounds} rounds`, counts.wrong);
  });

const TRIALS: Readonly<Record<string, () => Promise<number>>> = {
  commands,
  recordings,
  checksums,
  documents,
  views,
  actions,
  rows,
  requests,
  connections,
  layouts,
  kills,
  tabs,
  walks,
};
let failures = 0;
for (const name of positionals.length ? positionals : Object.keys(TRIALS)) {
  const trial = TRIALS[name];
  if (!trial) throw new Error(`There is no trial ${name}; there are ${Object.keys(TRIALS).join(', ')}.`);
  failures += await trial();
}
console.log(`${failures} failures, seed ${seed}`);
process.exit(failures ? 1 : 0);

import { parseArgs } from 'node:util';
import { chromium } from '@playwright/test';
import { serve } from './browser';
import { COMMAND_NAMES, noWalk, walkCommands } from './commandWalk';
import { killWhileEditing } from './kills';
import { editInTwoTabs } from './tabs';

// The seeded trials in full; `npm test` runs a sample of each. Name the ones to run, or none for all.
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { seed: { type: 'string', default: '1' }, sequences: { type: 'string', default: '20000' } },
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
    console.log(`kills: ${counts.kills} during ${counts.edits} edits: the last gesture lost ${counts.lastLost} times, others ${counts.moreLost}`);
    return counts.moreLost;
  } finally {
    server.stop();
  }
}

/** Two tabs, 200 edits in turn without waiting. */
async function tabs(): Promise<number> {
  const server = await serve();
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
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

const TRIALS: Readonly<Record<string, () => Promise<number>>> = { commands, kills, tabs };
let failures = 0;
for (const name of positionals.length ? positionals : Object.keys(TRIALS)) {
  const trial = TRIALS[name];
  if (!trial) throw new Error(`There is no trial ${name}; there are ${Object.keys(TRIALS).join(', ')}.`);
  failures += await trial();
}
console.log(`${failures} failures, seed ${seed}`);
process.exit(failures ? 1 : 0);

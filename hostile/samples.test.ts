import { seedsFor } from '../scripts/walks';
import { loadFftKernel } from '../src/core/math';
import { createServer } from '../src/server/app';
import { listen as listenAt } from '../src/server/listen';
import { connectAtRandom } from './connections';
import { damageOne, damageRightly, noDamage } from './damagedAudio';
import { noDocuments, strikeOne } from './damagedDocuments';
import { layoutWalk, noLayouts } from './layouts';
import { askAtRandom } from './requests';

// A sample of each trial that needs no page; all of them by `npm run hostile`.
test('damaged recordings: refused or checked, every figure a figure, every word fit to be read', async () => {
  const [kernel, counts] = [await loadFftKernel(), noDamage()];
  for (const seed of seedsFor({ name: 'damaged recordings', least: 500, all: 20_000, seconds: 12 })) await damageOne(seed, kernel, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.refused, counts.checked) / counts.files).toBeGreaterThan(0.15);
});

test('FLAC damaged within its frames, its checksums right: refused or checked as the others', async () => {
  const [kernel, counts] = [await loadFftKernel(), noDamage()];
  for (const seed of seedsFor({ name: 'right checksums', least: 60, all: 20_000, seconds: 4, from: 1 })) await damageRightly(seed, kernel, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.refused, counts.checked) / counts.files).toBeGreaterThan(0.05);
});

test('damaged documents: refused with one sentence, or taken in and the same when exported again', () => {
  const counts = noDocuments();
  for (const seed of seedsFor({ name: 'damaged documents', least: 200, all: 5000, seconds: 6 })) strikeOne(seed, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.refused, counts.accepted) / counts.documents).toBeGreaterThan(0.12);
});

test('200 odd requests: served, or refused in one quiet line with every header', async () => {
  const open = await listenAt(createServer('dist'), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('a free port is found');
  const counts = await askAtRandom(open.port, 200, 3);
  open.server.closeAllConnections();
  open.server.close();
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.served, counts.refused)).toBeGreaterThan(2);
});

test('commands that write into folders of inputs, links and equal names change nothing that is not theirs', async () => {
  const counts = noLayouts();
  for (const seed of seedsFor({ name: 'layouts of folders', least: 4, all: 2000, seconds: 8, from: 1_000_000 })) await layoutWalk(seed, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.wrote, counts.refused)).toBeGreaterThan(0);
});

test('a page is served beside connections that are slow, silent, cut or nonsense', async () => {
  const { connections, pageMs, rigMs, wrong } = await connectAtRandom(120, 60, 5);
  expect(wrong).toEqual([]);
  expect(connections).toBe(120);
  expect(Math.min(pageMs.asked, rigMs.asked)).toBeGreaterThan(3);
});

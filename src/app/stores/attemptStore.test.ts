import { boathouseKit } from '../../../demo/boathouse';
import type { Attempt, AttemptFigures } from '../../core/attempts';
import { editMicrophone, type Session, sessionContent } from '../../core/document';
import { database } from '../db/database';
import { storeSession } from '../db/sessions';
import { sweepOrphans } from '../db/sweep';
import {
  attemptSnapshot,
  dropItsSound,
  forgetAttempt,
  forgetAttempts,
  keepAttempt,
  keepItsSound,
  openAttempts,
  putAttemptBack,
  sayOf,
  useAttempts,
} from './attemptStore';
import { openSession, runCommand, setSession, undo, useSessionStore } from './sessionStore';
import { keepFiles } from './takeStore';

const KIT = boathouseKit();
const FIGURES: AttemptFigures = { peaksDbfs: {}, noisesDbfs: {}, fixes: 2, improves: 0, findings: ['One.', 'Two.'], worst: null };
const doc = (): Session => {
  const open = useSessionStore.getState().doc;
  if (!open) throw new Error('no session is open');
  return open;
};
const attempts = () => useAttempts.getState().attempts;
const newest = () => {
  const [first] = attempts();
  if (!first) throw new Error('no attempt is there');
  return first;
};
const flip = (index: number) => runCommand(editMicrophone(doc().microphones[index]?.id ?? '', { flipped: !doc().microphones[index]?.flipped }));

beforeEach(async () => {
  await Promise.all(
    [database.attempts, database.snapshots, database.sounds, database.takes, database.sessions, database.journal, database.standings].map((table) =>
      table.clear(),
    ),
  );
  forgetAttempts();
  await storeSession(KIT);
  // A session on the bench is not read again: what the test before did to it is taken back.
  if (useSessionStore.getState().doc) setSession(KIT);
  else await openSession(KIT.id);
});

test('each attempt keeps the whole set-up, what changed since the one before, and is there after a reload', async () => {
  await keepAttempt(doc(), { kind: 'take', figures: FIGURES });
  flip(0);
  await keepAttempt(doc(), { kind: 'kept', words: 'thinner' });
  expect(attempts().map(({ kind, changes, words, parentId }) => [kind, changes.length, words, parentId !== null])).toEqual([
    ['kept', 1, 'thinner', true],
    ['take', 0, '', false],
  ]);
  expect(attempts()[0]?.parentId).toBe(attempts()[1]?.id);
  const before = attempts();
  forgetAttempts();
  await openAttempts(KIT.id);
  expect(attempts()).toEqual(before);
  expect(useAttempts.getState().standsOn).toBe(before[0]?.id);
  const snapshot = await attemptSnapshot(before[1]?.id ?? '');
  expect(snapshot && sessionContent(snapshot)).toBe(sessionContent(KIT));
});

test('what is said of one is kept with it', async () => {
  await keepAttempt(doc(), { kind: 'take', figures: FIGURES });
  await sayOf(newest(), { words: 'more wood', tags: ['dull'], rating: 4 });
  expect(newest()).toMatchObject({ words: 'more wood', tags: ['dull'], rating: 4, figures: FIGURES });
  expect(await database.attempts.get(newest().id)).toMatchObject({ words: 'more wood', rating: 4 });
});

test('put back it is the set-up as it was, in one step that can be undone; what comes next goes on from it', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const first = newest();
  flip(0);
  flip(1);
  await keepAttempt(doc(), { kind: 'kept' });
  flip(2);
  const far = sessionContent(doc());
  await putAttemptBack(first);
  expect(sessionContent(doc())).toBe(sessionContent(KIT));
  expect(useAttempts.getState().standsOn).toBe(first.id);
  undo();
  expect(sessionContent(doc())).toBe(far);
  await keepAttempt(doc(), { kind: 'kept' });
  expect(newest().parentId).toBe(first.id);
  expect(newest().changes).toHaveLength(3);
});

test('a set-up that cannot be read any more is told, and what stands is left alone', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const attempt = newest();
  flip(0);
  const before = sessionContent(doc());
  await database.snapshots.put({ attemptId: 'broken', sessionId: KIT.id, session: { format: 'no' } });
  await putAttemptBack({ ...attempt, id: 'broken' });
  expect(sessionContent(doc())).toBe(before);
  expect(useAttempts.getState().problem).toContain('cannot be read any more');
});

test('its sound is kept when asked, with its size, and let go; none is kept where no files are at hand', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  keepFiles(KIT.id, []);
  await keepItsSound(newest());
  expect(newest().soundBytes).toBe(0);
  keepFiles(KIT.id, [{ name: 'Kick.wav', blob: new Blob([new Uint8Array(1000)]) }]);
  await keepItsSound(newest());
  expect(newest().soundBytes).toBe(1000);
  expect((await database.sounds.get(newest().id))?.files).toHaveLength(1);
  await dropItsSound(newest());
  expect(newest().soundBytes).toBe(0);
  expect(await database.sounds.get(newest().id)).toBeUndefined();
});

test('a dropped attempt takes its set-up and its sound along; what stands goes on from the next', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const first = newest();
  await keepAttempt(doc(), { kind: 'take' });
  const second = newest();
  keepFiles(KIT.id, [{ name: 'Kick.wav', blob: new Blob([new Uint8Array(10)]) }]);
  await keepItsSound(second);
  await forgetAttempt(newest());
  expect(attempts().map(({ id }) => id)).toEqual([first.id]);
  expect(useAttempts.getState().standsOn).toBe(first.id);
  expect(await Promise.all([database.attempts.get(second.id), database.snapshots.get(second.id), database.sounds.get(second.id)])).toEqual([
    undefined,
    undefined,
    undefined,
  ]);
});

test('a row that is none hides nothing and stays where it is', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  await database.attempts.put({ id: 'odd', sessionId: KIT.id, at: 'never' });
  forgetAttempts();
  await openAttempts(KIT.id);
  expect(attempts()).toHaveLength(1);
  expect(await database.attempts.get('odd')).toBeDefined();
});

test('what cannot be written is said, and is not shown as kept', async () => {
  const { put } = database.attempts;
  database.attempts.put = () => Promise.reject(Object.assign(new Error('full'), { name: 'QuotaExceededError' })) as never;
  try {
    await keepAttempt(doc(), { kind: 'take' });
  } finally {
    database.attempts.put = put;
  }
  expect(attempts()).toEqual([]);
  expect(useAttempts.getState().problem).toContain('no room left');
});

test('what belongs to a session that is gone is swept away; what belongs to one on its way is not', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const own = newest().id;
  for (const [sessionId, id] of [
    ['gone', 'a'],
    ['coming', 'b'],
  ] as const) {
    await database.attempts.put({ id, sessionId, at: '2026-01-01T00:00:00.000Z' });
    await database.snapshots.put({ attemptId: id, sessionId, session: {} });
    await database.sounds.put({ attemptId: id, sessionId, files: [], matching: {} });
    await database.takes.put({ sessionId, take: {} });
  }
  await database.journal.put({ key: 'coming/tab', sessionId: 'coming', tab: 'tab', count: 1, base: 0, session: {} });
  await sweepOrphans(Date.now());
  expect((await database.attempts.toArray()).map(({ id }) => id).sort()).toEqual([own, 'b'].sort());
  expect((await database.snapshots.toArray()).map(({ attemptId }) => attemptId).sort()).toEqual([own, 'b'].sort());
  expect((await database.sounds.toArray()).map(({ attemptId }) => attemptId)).toEqual(['b']);
  expect((await database.takes.toArray()).map(({ sessionId }) => sessionId)).toEqual(['coming']);
});

test('what another tab said of an attempt stays; one that was dropped there is not made anew', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const stale = newest();
  const elsewhere: Attempt = { ...stale, words: 'said elsewhere' };
  await database.attempts.put(elsewhere);
  await sayOf(stale, { rating: 5 });
  expect(await database.attempts.get(stale.id)).toMatchObject({ words: 'said elsewhere', rating: 5 });
  await Promise.all([database.attempts.delete(stale.id), database.snapshots.delete(stale.id)]);
  await sayOf(stale, { words: 'back again' });
  expect(await database.attempts.get(stale.id)).toBeUndefined();
  expect(useAttempts.getState().problem).toContain('dropped in another tab');
});

test('what stands is written down: put back, it stands after a reload, and the next goes on from it, with a clock set back too', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const first = newest();
  flip(0);
  await keepAttempt(doc(), { kind: 'kept' });
  await putAttemptBack(first);
  forgetAttempts();
  await openAttempts(KIT.id);
  expect(useAttempts.getState().standsOn).toBe(first.id);
  const now = jest.spyOn(Date.prototype, 'toISOString').mockReturnValue('2001-01-01T00:00:00.000Z');
  await keepAttempt(doc(), { kind: 'kept', words: 'by a clock set back' });
  now.mockRestore();
  expect(newest()).toMatchObject({ words: 'by a clock set back', parentId: first.id, order: 3 });
});

test('dropped, an attempt hands those that went on from it to the one before', async () => {
  await keepAttempt(doc(), { kind: 'take' });
  const first = newest();
  await keepAttempt(doc(), { kind: 'kept' });
  const second = newest();
  await keepAttempt(doc(), { kind: 'kept' });
  await forgetAttempt(second);
  expect(attempts().map(({ parentId }) => parentId)).toEqual([first.id, null]);
});

test('the files of one session are nobody else’s: another’s attempt keeps none of them', async () => {
  keepFiles('another session', [{ name: 'Kick.wav', blob: new Blob([new Uint8Array(10)]) }]);
  await keepAttempt(doc(), { kind: 'take' });
  await keepItsSound(newest());
  expect(newest().soundBytes).toBe(0);
});

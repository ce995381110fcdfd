import { BOATHOUSE_SHELF, boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { exportLibrary, exportSession, exportSetup, exportShelf } from '../../../core/exchange';
import { ownSetupFrom, type Session } from '../../../core/session';
import { database, loadShelf, saveProblem, storeSession, storeShelf } from '../../db/database';
import { backupText, createSession, duplicateOf, importText, renameSession, restoreDemo } from './actions';

beforeEach(async () => {
  await database.sessions.clear();
  await database.shelves.clear();
});

test('a new session stands on the shelf that is kept, or on the boathouse’s', async () => {
  expect((await createSession('One')).shelf).toEqual(BOATHOUSE_SHELF);
  const own = { ...BOATHOUSE_SHELF, microphones: BOATHOUSE_SHELF.microphones.slice(0, 1) };
  await storeShelf(own);
  expect((await createSession('Two')).shelf).toEqual(own);
});

test('the demo comes once and is not put over what was done with it', async () => {
  const first = await restoreDemo();
  expect(await database.sessions.count()).toBe(boathouseSessions().length);
  await renameSession(first, 'Mine now');
  expect((await restoreDemo()).name).toBe('Mine now');
  expect(await database.sessions.count()).toBe(boathouseSessions().length);
});

test('a duplicate is another session with the same content', () => {
  const kit = boathouseKit();
  const copy = duplicateOf(kit);
  expect(copy.id).not.toBe(kit.id);
  expect(copy.name).toBe('Boathouse kit, Saturday, copy');
  expect(copy.microphones).toEqual(kit.microphones);
});

describe('what comes through the door', () => {
  test('a session twice is two sessions; the first is left as it was', async () => {
    await storeSession(boathouseKit());
    expect(await importText(exportSession(boathouseKit()))).toEqual({ ok: true, message: expect.stringMatching(/was taken in/) });
    expect(await database.sessions.count()).toBe(2);
    const names = (await database.sessions.toArray()).map((row) => row.session.name).sort();
    expect(names).toEqual(['Boathouse kit, Saturday', 'Boathouse kit, Saturday, imported']);
  });
  test('a shelf takes the place of the shelf', async () => {
    const shelf = { ...BOATHOUSE_SHELF, stands: BOATHOUSE_SHELF.stands.slice(0, 2) };
    expect((await importText(exportShelf(shelf))).ok).toBe(true);
    expect((await loadShelf())?.stands).toHaveLength(2);
  });
  test('a set-up joins the set-ups', async () => {
    const setup = ownSetupFrom(boathouseKit(), 'demo-instrument', 'own-1', 'Saturday');
    if (!setup) throw new Error('setup');
    expect((await importText(exportSetup(setup))).message).toMatch(/“Saturday” was taken in/);
    expect((await loadShelf())?.setups.map(({ id }) => id)).toEqual(['own-1']);
  });
  test('a backup brings everything back as it was', async () => {
    for (const session of boathouseSessions()) await storeSession(session);
    await storeShelf(BOATHOUSE_SHELF);
    const backup = await backupText();
    await database.sessions.clear();
    await database.shelves.clear();
    expect((await importText(backup)).message).toMatch(/5 sessions and the shelf were taken in/);
    const back = (await database.sessions.toArray()).map((row) => row.session).sort((a, b) => a.id.localeCompare(b.id));
    expect(back).toEqual(boathouseSessions().sort((a, b) => a.id.localeCompare(b.id)));
    expect(await loadShelf()).toEqual(BOATHOUSE_SHELF);
  });
  test.each([
    ['nothing', ''],
    ['half a file', exportSession(boathouseKit()).slice(0, 900)],
    [
      'a library whose third session is broken',
      exportLibrary(
        BOATHOUSE_SHELF,
        boathouseSessions().map((session, i) => (i === 2 ? ({ ...session, sampleRateHz: 'fast' } as unknown as Session) : session)),
      ),
    ],
  ])('%s changes nothing and says so', async (_, text) => {
    await storeSession(boathouseKit());
    const told = await importText(text);
    expect(told.ok).toBe(false);
    expect(told.message).toMatch(/Nothing was changed\.$/);
    expect(await database.sessions.count()).toBe(1);
    expect(await loadShelf()).toBeNull();
  });
});

test('a full disk and a private window are told apart, each with what to do', () => {
  const full = Object.assign(new Error('x'), { name: 'QuotaExceededError' });
  expect(saveProblem(full)).toMatch(/no room left.*export this session now/);
  expect(saveProblem(Object.assign(new Error('x'), { name: 'AbortError', inner: { name: 'QuotaExceededError' } }))).toMatch(/no room left/);
  expect(saveProblem(new Error('denied'))).toMatch(/private window.*export this session before you close it/);
});

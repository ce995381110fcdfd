import { boathouseKit } from '../../../demo/boathouse';
import { editMicrophone, editRoom, editSession, moveMicrophone, type Session, shiftMicrophones } from '../../core/document';
import { vec3 } from '../../core/math';
import { database, TAB_ID } from '../db/database';
import { writeJournal } from '../db/journal';
import { changeStored, deleteSession, listSessions, loadSession, storeSession, undelete } from '../db/sessions';
import {
  aboutNow,
  cancelPreview,
  follow,
  keepAnyway,
  openSession,
  previewCommand,
  redo,
  runAnswer,
  runCommand,
  setSession,
  undo,
  useSessionStore,
} from './sessionStore';

const state = () => useSessionStore.getState();
const doc = (): Session => {
  const open = state().doc;
  if (!open) throw new Error('no session is open');
  return open;
};
const steps = (): number => useSessionStore.temporal.getState().pastStates.length;
const stored = async (): Promise<Session | null> => {
  const found = await loadSession(boathouseKit().id);
  return found?.kind === 'session' ? found.session : null;
};
/** Until nothing is being written any more, and a little longer for what follows from it. */
const settled = async (): Promise<void> => {
  const pause = () => new Promise((done) => setTimeout(done, 30));
  await pause();
  for (let n = 0; n < 300 && state().saving === 'saving'; n++) await pause();
};
const first = (): string => doc().microphones[0]?.id ?? '';

beforeEach(async () => {
  await database.sessions.clear();
  await database.journal.clear();
  await storeSession(boathouseKit());
  setSession(boathouseKit(), 1);
});

test('every command is saved at once and can be undone and redone, each step by its name', async () => {
  const before = doc();
  runCommand(editSession({ name: 'Sunday' }));
  expect([state().step, state().saving]).toEqual(['rename the session', 'saving']);
  await settled();
  expect([(await stored())?.name, state().saving]).toEqual(['Sunday', 'saved']);
  undo();
  await settled();
  expect((await stored())?.name).toBe(before.name);
  redo();
  expect([doc().name, state().step]).toEqual(['Sunday', 'rename the session']);
});

test('a drag of a hundred steps is one step of undo', () => {
  const before = doc();
  for (let i = 1; i <= 100; i++) previewCommand(moveMicrophone(first(), { x: 1 + i / 100, y: 1, z: 1 }));
  expect(state().draft?.microphones[0]?.positionM.x).toBe(2);
  expect(doc()).toBe(before);
  runCommand(moveMicrophone(first(), { x: 2, y: 1, z: 1 }));
  expect([steps(), state().step]).toEqual([1, `move ${before.microphones[0]?.name}`]);
  undo();
  expect(doc()).toBe(before);
});

test('a cancelled drag, a command that changes nothing: no step, and redo is kept', () => {
  runCommand(editSession({ name: 'x' }));
  undo();
  previewCommand(editSession({ name: 'y' }));
  cancelPreview();
  expect(state().draft).toBeNull();
  expect(runCommand(editRoom({ widthM: doc().room.widthM }))).toBe(false);
  expect(runCommand(shiftMicrophones([first()], vec3(1e-6, 0, 0)))).toBe(false);
  expect(steps()).toBe(0);
  redo();
  expect(doc().name).toBe('x');
});

test('a key held down is one step, two presses are two, and a held key never joins another’s step', () => {
  const at = doc().microphones[0]?.positionM ?? vec3(0, 0, 0);
  const press = (x: number, held: boolean, burst: string) => runCommand(moveMicrophone(first(), { ...at, x: at.x + x }), { burst, held });
  press(0.01, false, 'right');
  for (let i = 2; i <= 20; i++) press(i / 100, true, 'right');
  expect(steps()).toBe(1);
  press(0.25, false, 'right');
  expect(steps()).toBe(2);
  runCommand(editSession({ name: 'between' }));
  press(0.3, true, 'right');
  expect(steps()).toBe(4);
});

test('what may not be is refused in a sentence and leaves everything as it was', () => {
  const before = doc();
  expect(runCommand(editRoom({ widthM: 500 }))).toBe(false);
  expect(state().notice).toMatch(/^Not done \(change the room\): room\.widthM must be less than or equal to 60\. Nothing was changed\.$/);
  expect(doc()).toBe(before);
});

test('a document on the bench cannot be changed behind its back', () => {
  runCommand(editSession({ name: 'x' }));
  expect(() => {
    (doc().room as { widthM: number }).widthM = 1;
  }).toThrow(TypeError);
});

test('an answer is used only where it was asked for', () => {
  const about = aboutNow();
  runCommand(editSession({ name: 'went on' }));
  expect(runAnswer(about, editSession({ players: 'late' }))).toBe(false);
  expect(runAnswer(aboutNow(), editSession({ players: 'in time' }))).toBe(true);
  const last = aboutNow();
  setSession({ ...boathouseKit(), id: 'another' });
  expect(runAnswer(last, editSession({ players: 'elsewhere' }))).toBe(false);
});

test('a failed write is said at once, nothing is lost in the tab, and it is made good later', async () => {
  const put = database.sessions.put.bind(database.sessions);
  const refuse = Object.assign(new Error('full'), { name: 'QuotaExceededError' });
  database.sessions.put = (() => Promise.reject(refuse)) as unknown as typeof put;
  runCommand(editSession({ name: 'Unsaved' }));
  await settled();
  expect(state().saving).toBe('failed');
  expect(state().saveProblem).toMatch(/no room left.*export this session/);
  expect(doc().name).toBe('Unsaved');
  database.sessions.put = put;
  runCommand(editSession({ players: 'Saved again' }));
  await settled();
  expect([state().saving, state().saveProblem]).toEqual(['saved', null]);
  expect(await stored()).toEqual(expect.objectContaining({ name: 'Unsaved', players: 'Saved again' }));
});

describe('opening', () => {
  test('what is not there says so', async () => {
    expect(await openSession('nobody')).toEqual({ kind: 'none' });
  });
  test('a storage that fails is not an absence', async () => {
    const get = database.sessions.get.bind(database.sessions);
    database.sessions.get = (() => Promise.reject(new Error('broken'))) as unknown as typeof get;
    const opened = await openSession('somebody');
    database.sessions.get = get;
    expect(opened).toEqual({ kind: 'trouble', reason: expect.stringMatching(/storage cannot be read just now.*Nothing was changed/) });
  });
  test('one that cannot be read says why', async () => {
    await database.sessions.put({
      id: 'odd',
      updatedAt: '',
      revision: 1,
      savedBy: '',
      count: 0,
      session: { ...boathouseKit(), id: 'odd', tape: 'lost' },
    });
    expect(await openSession('odd')).toEqual({ kind: 'trouble', reason: expect.stringMatching(/tape must be an array/) });
  });
  test('going from one session to another never drops what was still being written', async () => {
    await storeSession({ ...boathouseKit(), id: 'second' });
    for (let i = 0; i < 5; i++) runCommand(editSession({ name: `edit ${i}` }));
    expect(await openSession('second')).toEqual({ kind: 'open' });
    expect(await openSession(boathouseKit().id)).toEqual({ kind: 'open' });
    expect(doc().name).toBe('edit 4');
  });
  test('a journal that a killed tab left is taken up; an old one is not', async () => {
    writeJournal({ tab: TAB_ID, count: 7, base: 1, session: { ...boathouseKit(), name: 'In the journal' } });
    setSession(null);
    await settled();
    expect((await stored())?.name).toBe('In the journal');
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Later' }));
    writeJournal({ tab: 'dead', count: 1, base: 2, session: { ...boathouseKit(), name: 'Follows' } });
    await settled();
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Written since' }));
    expect((await stored())?.name).toBe('Written since');
    // Nobody had seen it: it is kept beside.
    const names = (await listSessions()).flatMap((found) => (found.kind === 'session' ? [found.session.name] : []));
    expect(names.sort()).toEqual(['Follows, recovered', 'Written since']);
  });
  test('two tabs killed at once: the last one’s change goes on, the other’s is kept beside; what a newer program left stays', async () => {
    writeJournal({ tab: 'dead 1', count: 1, base: 1, session: { ...boathouseKit(), name: 'Of the first' } });
    writeJournal({ tab: 'dead 2', count: 1, base: 1, session: { ...boathouseKit(), name: 'Of the second' } });
    await database.journal.put({
      key: 'x/new',
      sessionId: boathouseKit().id,
      tab: 'new',
      count: 1,
      base: 1,
      session: { ...boathouseKit(), version: 99 },
    });
    await settled();
    expect((await stored())?.name).toBe('Of the second');
    const names = (await listSessions()).flatMap((found) => (found.kind === 'session' ? [found.session.name] : []));
    expect(names.sort()).toEqual(['Of the first, recovered', 'Of the second']);
    expect((await database.journal.toArray()).map(({ tab }) => tab)).toEqual(['new']);
  });
  test('two tabs killed at once, a third that wrote meanwhile: what each changed is in it, none beside; the same thing changed twice is kept beside', async () => {
    const kit = boathouseKit();
    const moved = (i: number, by: number) =>
      kit.microphones.map((one, k) => (k === i ? { ...one, positionM: { ...one.positionM, x: one.positionM.x + by } } : one));
    writeJournal({ tab: 'dead 1', count: 1, base: 1, session: { ...kit, microphones: moved(0, 0.02) }, before: kit });
    writeJournal({ tab: 'dead 2', count: 1, base: 1, session: { ...kit, microphones: moved(1, 0.03) }, before: kit });
    writeJournal({ tab: 'dead 3', count: 1, base: 1, session: { ...kit, players: 'Of the third' }, before: kit });
    await changeStored(kit.id, (session) => ({ ...session, players: 'Written meanwhile' }));
    const opened = await loadSession(kit.id);
    const now = opened?.kind === 'session' ? opened.session : null;
    const went = now?.microphones.map(({ positionM }, i) => Math.round(100 * (positionM.x - (kit.microphones[i]?.positionM.x ?? 0))));
    expect(went?.slice(0, 3)).toEqual([2, 3, 0]);
    expect(now?.players).toBe('Written meanwhile');
    const names = (await listSessions()).flatMap((found) => (found.kind === 'session' ? [found.session.name] : []));
    expect(names.filter((name) => name.endsWith('recovered'))).toHaveLength(1);
  });
  test('a journal buried under two tabs’ work comes back as a session of its own', async () => {
    writeJournal({ tab: 'dead', count: 1, base: 1, session: { ...boathouseKit(), name: 'Mine' } });
    await settled();
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Theirs 1' }));
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Theirs 2' }));
    expect((await stored())?.name).toBe('Theirs 2');
    const names = (await listSessions()).flatMap((found) => (found.kind === 'session' ? [found.session.name] : []));
    expect(names.sort()).toEqual(['Mine, recovered', 'Theirs 2']);
  });
});

describe('two tabs on one session', () => {
  /** What another tab would have written. */
  const elsewhere = (change: (session: Session) => Session) =>
    database.transaction('rw', database.sessions, async () => {
      const row = await database.sessions.get(boathouseKit().id);
      if (!row) return;
      await database.sessions.put({ ...row, revision: row.revision + 1, savedBy: 'other tab', session: change(row.session as Session) });
    });
  test('an idle tab follows, as one step of undo', async () => {
    await elsewhere((session) => ({ ...session, name: 'From the other' }));
    follow(await database.sessions.get(doc().id), doc().id);
    expect([doc().name, state().step]).toEqual(['From the other', 'a change made in another tab']);
    expect(state().notice).toMatch(/Another tab changed this session/);
    undo();
    expect(doc().name).toBe(boathouseKit().name);
  });
  test('both edits are kept when they cross', async () => {
    await elsewhere((session) => ({ ...session, players: 'Oddny' }));
    runCommand(editSession({ name: 'Mine' }));
    await settled();
    expect(doc()).toEqual(expect.objectContaining({ name: 'Mine', players: 'Oddny' }));
    expect(await stored()).toEqual(expect.objectContaining({ name: 'Mine', players: 'Oddny' }));
    expect(state().notice).toMatch(/both here/);
  });
  test('a stamp from the future wins nothing', async () => {
    await elsewhere((session) => ({ ...session, updatedAt: '2099-01-01T00:00:00.000Z' }));
    runCommand(editMicrophone(first(), { name: 'Renamed' }));
    await settled();
    runCommand(editSession({ players: 'Tor' }));
    await settled();
    expect((await stored())?.microphones[0]?.name).toBe('Renamed');
    expect((await stored())?.players).toBe('Tor');
  });
  test('going back a step never buries what the other wrote', async () => {
    runCommand(editSession({ name: 'Step' }));
    await settled();
    await elsewhere((session) => ({ ...session, players: 'Ingunn' }));
    undo();
    await settled();
    expect((await stored())?.players).toBe('Ingunn');
    expect(state().notice).toMatch(/you see its version/);
  });
  test('a session deleted elsewhere is said, not revived, and kept when asked', async () => {
    await database.sessions.delete(doc().id);
    runCommand(editSession({ name: 'Still mine' }));
    await settled();
    expect(state().saving).toBe('gone');
    expect(await stored()).toBeNull();
    keepAnyway();
    await settled();
    expect([state().saving, (await stored())?.name]).toEqual(['saved', 'Still mine']);
  });
  test.each([0, 1, 3])('a session deleted elsewhere that is brought back takes the %i changes made meanwhile, and goes on', async (meanwhile) => {
    const id = doc().id;
    await deleteSession(id, '2026-12-02T10:00:00.000Z');
    follow(await database.sessions.get(id), id);
    expect(state().saving).toBe('gone');
    for (let i = 0; i < meanwhile; i++) runCommand(editSession({ players: `Oddny ${i}` }));
    expect(await undelete(id)).toBe('back');
    await elsewhere((session) => ({ ...session, name: 'Changed after it was back' }));
    follow(await database.sessions.get(id), id);
    await settled();
    expect(state().saving).toBe('saved');
    runCommand(editSession({ sampleRateHz: 96_000 }));
    await settled();
    expect(doc()).toEqual(expect.objectContaining({ name: 'Changed after it was back', sampleRateHz: 96_000 }));
    expect(await stored()).toEqual(expect.objectContaining({ name: 'Changed after it was back', sampleRateHz: 96_000 }));
    if (meanwhile > 0) expect((await stored())?.players).toBe(`Oddny ${meanwhile - 1}`);
  });
});

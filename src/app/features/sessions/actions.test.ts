import { strToU8, zipSync } from 'fflate';
import { BOATHOUSE_SHELF, boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { wander } from '../../../../hostile/commandWalk';
import { seedsFor } from '../../../../scripts/walks';
import type { Attempt, KeptAttempt, Session, Shelf } from '../../../core/document';
import { documentTold } from '../../../core/document';
import { exportLibrary, exportSession, exportSetup, exportShelf } from '../../../core/exchange';
import { createRandom } from '../../../core/math';
import { ownSetupFrom } from '../../../core/planning';
import { planWords, say } from '../../../words';
import { addAttempt, allAttempts, keepSound, listAttempts, setStanding, snapshotOf } from '../../db/attempts';
import { backupFile, backupText } from '../../db/backup';
import { database, saveProblem } from '../../db/database';
import { changeStored, deleteSession, listDeleted, listSessions, storeSession, undelete } from '../../db/sessions';
import { changeShelf, loadShelf } from '../../db/shelf';
import { sweepOrphans } from '../../db/sweep';
import { createSession, duplicateOf, prepareFile, prepareImport, restoreDemo, takeBack, takeIn, takeSounds } from './actions';

beforeEach(async () => {
  await database.sessions.clear();
  await database.shelves.clear();
  await database.attempts.clear();
  await database.snapshots.clear();
  await database.standings.clear();
  await database.sounds.clear();
  await database.deleted.clear();
});

const names = async (): Promise<string[]> =>
  (await listSessions()).map((stored) => (stored.kind === 'session' ? stored.session.name : stored.kind)).sort();
const shelfNow = async (): Promise<Shelf | null> => {
  const stored = await loadShelf();
  return stored.kind === 'shelf' ? stored.shelf : null;
};
/** Takes a file in, as a person who says yes. */
const bring = async (text: string) => {
  const prepared = await prepareImport(text);
  if (!prepared.ok) throw new Error(prepared.reason);
  return { words: planWords(prepared.plan), before: await takeIn(prepared.plan) };
};

const attemptOf = ({ id: sessionId }: Pick<Session, 'id'>, id: string): Attempt => ({
  id,
  sessionId,
  at: '2026-11-30T10:00:00.000Z',
  kind: 'kept',
  parentId: null,
  changes: [],
  figures: null,
  words: 'dull',
  tags: [],
  rating: 2,
  soundBytes: 0,
});

test('a new session records the gear of the shelf as it is that day', async () => {
  expect((await createSession('One')).shelf).toEqual({ microphones: [], devices: [], stands: [], setups: [] });
  const own = { ...BOATHOUSE_SHELF, microphones: BOATHOUSE_SHELF.microphones.slice(0, 1) };
  await changeShelf(() => own);
  const two = await createSession('Two');
  expect(two.shelf).toEqual(own);
  await changeShelf((shelf) => ({ ...shelf, microphones: [] }));
  expect(two.shelf).toEqual(own);
});

test('the demo comes once and is not put over what was done with it', async () => {
  const first = await restoreDemo();
  expect(await database.sessions.count()).toBe(boathouseSessions().length);
  await changeStored(first.session.id, (session) => ({ ...session, name: 'Mine now' }));
  const again = await restoreDemo();
  expect([again.session.name, again.revision]).toEqual(['Mine now', 2]);
  expect(await database.sessions.count()).toBe(boathouseSessions().length);
});

test('a duplicate is another session with the same content, its name never too long', () => {
  const kit = boathouseKit();
  const copy = duplicateOf(kit);
  expect(copy.id).not.toBe(kit.id);
  expect(copy.name).toBe('Boathouse kit, Saturday, copy');
  expect(copy.microphones).toEqual(kit.microphones);
  let longest: Session = { ...kit, name: 'é'.repeat(120) };
  for (let i = 0; i < 3; i++) longest = duplicateOf(longest);
  expect([...longest.name]).toHaveLength(116);
});

test('a session deleted and put back is the row it was', async () => {
  await storeSession(boathouseKit());
  const before = await database.sessions.toArray();
  await deleteSession(boathouseKit().id, '2026-11-30T10:00:00.000Z');
  expect(await database.sessions.count()).toBe(0);
  expect(await listDeleted()).toEqual([{ id: boathouseKit().id, name: boathouseKit().name, deletedAt: '2026-11-30T10:00:00.000Z' }]);
  // What belongs to it waits as long as it does.
  await database.takes.put({ sessionId: boathouseKit().id, take: {} });
  await sweepOrphans(Date.parse('2026-12-20T10:00:00.000Z'));
  expect(await database.takes.count()).toBe(1);
  expect(await undelete(boathouseKit().id)).toBe('back');
  expect(await database.sessions.toArray()).toEqual(before.map((row) => ({ ...row, revision: row.revision + 1 })));
  expect(await listDeleted()).toEqual([]);
});

test('brought back where a session of its id is there again, that one stays and the deleted one is beside it; after a month it is gone', async () => {
  await storeSession(boathouseKit());
  await deleteSession(boathouseKit().id, '2026-11-30T10:00:00.000Z');
  await storeSession({ ...boathouseKit(), name: 'There again, and newer' });
  expect(await undelete(boathouseKit().id)).toBe('beside');
  const names = (await listSessions()).flatMap((stored) => (stored.kind === 'session' ? [stored.session.name] : []));
  expect(names.sort()).toEqual([`${boathouseKit().name}, as deleted`, 'There again, and newer']);
  await deleteSession(boathouseKit().id, '2026-11-30T10:00:00.000Z');
  await sweepOrphans(Date.parse('2027-01-05T10:00:00.000Z'));
  expect(await listDeleted()).toEqual([]);
  expect(await undelete(boathouseKit().id)).toBe('gone');
});

describe('what comes through the door', () => {
  test('tells beforehand what it would do, and does nothing until told', async () => {
    const prepared = await prepareImport(exportLibrary(BOATHOUSE_SHELF, boathouseSessions()));
    expect(prepared.ok && planWords(prepared.plan)[0]).toMatch(/^Adds 5 sessions: “Boathouse kit, Saturday”, “Twelve-string.*and 2 more/);
    expect(await database.sessions.count()).toBe(0);
  });
  test('the same session again changes nothing; one that differs is kept beside the first', async () => {
    await storeSession(boathouseKit());
    const same = await prepareImport(exportSession(boathouseKit()));
    expect(same.ok && planWords(same.plan)).toEqual(['1 session is here already, just so.', 'There is nothing in it that is not here already.']);
    const { words } = await bring(exportSession({ ...boathouseKit(), players: 'Tor' }));
    expect(words.join(' ')).toMatch(/is here in another form\. Both are kept/);
    expect(await names()).toEqual(['Boathouse kit, Saturday', 'Boathouse kit, Saturday, imported']);
  });
  test('the same changed file taken in thrice is one copy, with one set of attempts, and told to be newer', async () => {
    await storeSession(boathouseKit());
    const changed = { ...boathouseKit(), players: 'Tor', updatedAt: '2026-12-01T10:00:00.000Z' };
    const file = exportLibrary(null, [changed], null, [{ attempt: attemptOf(changed, 'a1'), setup: changed, stands: true }]);
    const first = await bring(file);
    expect(first.words[1]).toBe(
      '“Boathouse kit, Saturday” is here as it was before: the file has what was changed later. Both are kept, the newcomer as “…, imported”.',
    );
    for (let i = 0; i < 2; i++) expect((await bring(file)).words).toContain('1 session is here already, just so.');
    expect(await names()).toEqual(['Boathouse kit, Saturday', 'Boathouse kit, Saturday, imported']);
    expect(await database.attempts.count()).toBe(1);
    // Worked on since, it is another again.
    const copy = (await database.sessions.toArray()).find(({ id }) => id !== boathouseKit().id);
    await changeStored(copy?.id ?? '', (session) => ({ ...session, players: 'Tor and Marit' }));
    await bring(file);
    expect(await database.sessions.count()).toBe(3);
  });
  test('sessions of any kind with what was tried: backed up, wiped and brought back they are what they were (seeded)', async () => {
    const seeds: number[] = [];
    const kept: KeptAttempt[] = [];
    for (const seed of seedsFor({ name: 'backups', from: 1, least: 20, all: 1000, seconds: 3 })) {
      seeds.push(seed);
      const session = wander({ ...boathouseKit(), id: `s${seed}`, name: `Session ${seed}` }, seed, 6);
      await storeSession(session);
      for (let k = 0; k < seed % 4; k++) {
        const setup = wander(session, seed + 5000 * (k + 1), 3);
        await addAttempt({ ...attemptOf(session, `a${seed}-${k}`), parentId: k === 0 ? null : `a${seed}-${k - 1}` }, setup);
      }
      // The first stands again where there are three.
      if (seed % 4 === 3) await setStanding(session.id, `a${seed}-0`);
    }
    await changeShelf(() => BOATHOUSE_SHELF);
    kept.push(...(await allAttempts()));
    const everything = async () => [
      (await database.sessions.toArray()).map(({ id, session }) => [id, session]),
      await database.attempts.toArray(),
      await database.snapshots.toArray(),
      (await database.standings.toArray()).sort((a, b) => a.sessionId.localeCompare(b.sessionId)),
      await shelfNow(),
    ];
    const before = await everything();
    const backup = await backupText();
    for (const table of [database.sessions, database.shelves, database.attempts, database.snapshots, database.standings]) await table.clear();
    await bring(backup);
    expect(await everything()).toEqual(before);
    expect(kept.filter(({ stands }) => stands)).toHaveLength(seeds.filter((seed) => seed % 4 > 0).length);
  });
  test('a shelf joins the shelf: new things added, things that differ kept beside, nothing replaced', async () => {
    await changeShelf(() => BOATHOUSE_SHELF);
    const [first, ...rest] = BOATHOUSE_SHELF.stands;
    const other = {
      ...BOATHOUSE_SHELF,
      stands: [
        { ...first, count: 9 } as (typeof rest)[number],
        ...rest.map((stand, i) => (i === 0 ? { ...stand, id: 'new-one', name: 'Gallows' } : stand)),
      ],
    };
    const { words, before } = await bring(exportShelf(other));
    expect(words).toEqual(['Puts on your shelf: “Gallows”.', `Differs from what is on your shelf, so both are kept: “${first?.name}”.`]);
    const stands = (await shelfNow())?.stands ?? [];
    expect(stands.slice(0, 5)).toEqual(BOATHOUSE_SHELF.stands);
    expect(stands.slice(5).map(({ name, count }) => [name, count])).toEqual([
      [`${first?.name}, imported`, 9],
      ['Gallows', rest[0]?.count],
    ]);
    await takeBack(before);
    expect(await shelfNow()).toEqual(BOATHOUSE_SHELF);
  });
  test('a set-up joins the set-ups, once', async () => {
    const setup = ownSetupFrom(boathouseKit(), 'demo-instrument', 'own-1', 'Saturday');
    if (!setup) throw new Error('setup');
    expect((await bring(exportSetup(setup))).words).toEqual(['Puts on your shelf: “Saturday”.']);
    await bring(exportSetup(setup));
    expect((await shelfNow())?.setups.map(({ id }) => id)).toEqual(['own-1']);
  });
  test('a backup brings everything back as it was, and can be taken back again', async () => {
    for (const session of boathouseSessions()) await storeSession(session);
    await changeShelf(() => BOATHOUSE_SHELF);
    const backup = await backupText();
    await database.sessions.clear();
    await database.shelves.clear();
    const { before } = await bring(backup);
    const back = (await listSessions()).flatMap((stored) => (stored.kind === 'session' ? [stored.session] : []));
    expect(back.sort((a, b) => a.id.localeCompare(b.id))).toEqual(boathouseSessions().sort((a, b) => a.id.localeCompare(b.id)));
    await takeBack(before);
    expect([await database.sessions.count(), await shelfNow()]).toEqual([0, null]);
  });
  test('taken back, an import takes only what it brought: gear added since stays, and so does what was worked on', async () => {
    await changeShelf(() => ({ ...BOATHOUSE_SHELF, stands: BOATHOUSE_SHELF.stands.slice(0, 2) }));
    const { before } = await bring(exportLibrary(BOATHOUSE_SHELF, boathouseSessions()));
    const bought = { ...(BOATHOUSE_SHELF.stands[0] as (typeof BOATHOUSE_SHELF.stands)[number]), id: 'bought', name: 'Bought since' };
    await changeShelf((own) => ({
      ...own,
      stands: [...own.stands, bought].map((one) => (one.id === BOATHOUSE_SHELF.stands[3]?.id ? { ...one, count: 9 } : one)),
    }));
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Worked on since' }));
    expect(await takeBack(before)).toBe(2);
    const left = (await listSessions()).flatMap((stored) => (stored.kind === 'session' ? [stored.session.name] : []));
    expect(left).toEqual(['Worked on since']);
    expect((await shelfNow())?.stands.map(({ id }) => id)).toEqual([
      ...BOATHOUSE_SHELF.stands.slice(0, 2).map(({ id }) => id),
      BOATHOUSE_SHELF.stands[3]?.id,
      'bought',
    ]);
  });
  test('of a backup with one broken session the rest comes in, and the broken one is named', async () => {
    const broken = boathouseSessions().map((session, i) => (i === 2 ? { ...session, sampleRateHz: 'fast' } : session));
    const { words } = await bring(exportLibrary(BOATHOUSE_SHELF, broken));
    expect(words.at(-1)).toMatch(/^Left out, Upright in the slip house: .*sampleRateHz must be a number/);
    expect(await database.sessions.count()).toBe(4);
  });
  test.each([
    ['nothing', ''],
    ['half a file', exportSession(boathouseKit()).slice(0, 900)],
    ['a session with a word for a rate', exportSession({ ...boathouseKit(), sampleRateHz: 'fast' } as unknown as Session)],
  ])('%s changes nothing and says so', async (_, text) => {
    await storeSession(boathouseKit());
    const told = await prepareImport(text);
    expect(told).toEqual({ ok: false, reason: expect.stringMatching(/Nothing was changed\.$/) });
    expect(await database.sessions.count()).toBe(1);
    expect(await shelfNow()).toBeNull();
  });
});

describe('sounds in a backup', () => {
  /** Two files of an attempt: bytes by chance. */
  const soundOf = (seed: number) => {
    const random = createRandom(seed);
    const bytes = () => Uint8Array.from({ length: random.integer(1, 4000) }, () => random.integer(0, 255));
    return { files: ['Kick.wav', 'OH “L”/R.wav'].map((name) => ({ name, blob: new Blob([bytes()]) })), matching: { Kick: 'm1', 'OH “L”/R': null } };
  };
  const keep = (attempt: Attempt, seed: number) =>
    keepSound(
      { attemptId: attempt.id, sessionId: attempt.sessionId, ...soundOf(seed) },
      soundOf(seed).files.reduce((sum, { blob }) => sum + blob.size, 0),
    );
  const heard = async () =>
    Promise.all(
      (await database.sounds.toArray()).map(async ({ attemptId, sessionId, files, matching }) => [
        attemptId,
        sessionId,
        matching,
        await Promise.all(files.map(async ({ name, blob }) => [name, [...new Uint8Array(await blob.arrayBuffer())].join()])),
      ]),
    );
  const saved = async (): Promise<File> => {
    const { name, content, type } = await backupFile();
    return new File([content], name, { type });
  };
  const wipe = () =>
    Promise.all(
      [database.sessions, database.shelves, database.attempts, database.snapshots, database.standings, database.sounds].map((table) => table.clear()),
    );

  test('backed up, wiped and brought back with their attempts they are what they were, byte for byte (seeded)', async () => {
    for (const seed of seedsFor({ name: 'sounds in backups', from: 1, least: 6, all: 1000, seconds: 1 })) {
      const session = { ...boathouseKit(), id: `s${seed}`, name: `Session ${seed}` };
      await storeSession(session);
      const attempt = attemptOf(session, `a${seed}`);
      await addAttempt(attempt, session);
      if (seed % 3 > 0) await keep(attempt, seed);
    }
    const everything = async () => [await heard(), await database.attempts.toArray(), await database.snapshots.toArray()];
    const before = await everything();
    const file = await saved();
    expect(file.name).toBe('shuttlecraft-backup.zip');
    await wipe();
    const prepared = await prepareFile(file);
    if (!prepared.ok) throw new Error(prepared.reason);
    expect(planWords(prepared.plan, new Set(prepared.sounds.keys())).join(' ')).toMatch(
      /Adds \d+ attempts to the loops of these sessions, \d+ with sound\./,
    );
    const brought = await takeIn(prepared.plan);
    expect(await takeSounds(prepared.plan, prepared.sounds)).toBe(0);
    expect(await everything()).toEqual(before);
    await takeBack(brought);
    expect(await database.sounds.count()).toBe(0);
  });

  test('go with an attempt that comes under an id of its own', async () => {
    const session = boathouseKit();
    await storeSession(session);
    const attempt = attemptOf(session, 'a');
    await addAttempt(attempt, session);
    await keep(attempt, 5);
    const file = await saved();
    await changeStored(session.id, (now) => ({ ...now, name: 'Changed since' }));
    const prepared = await prepareFile(file);
    if (!prepared.ok) throw new Error(prepared.reason);
    await takeIn(prepared.plan);
    await takeSounds(prepared.plan, prepared.sounds);
    const [first, second] = await heard();
    expect(first?.slice(2)).toEqual(second?.slice(2));
    expect(new Set([first?.[1], second?.[1]]).size).toBe(2);
    for (const { id, soundBytes } of (await database.attempts.toArray()) as Attempt[]) expect([id, soundBytes]).toEqual([id, expect.any(Number)]);
  });

  test('an archive cut short, or of something else, is one sentence; plain text is taken as before', async () => {
    const session = boathouseKit();
    await storeSession(session);
    await addAttempt(attemptOf(session, 'a'), session);
    await keep(attemptOf(session, 'a'), 5);
    const file = await saved();
    const refused = { ok: false, reason: expect.stringMatching(/^“shuttlecraft-backup\.zip” cannot be used: .* Nothing was changed\.$/) };
    expect(await prepareFile(new File([file.slice(0, file.size - 300)], file.name))).toEqual(refused);
    expect(await prepareFile(new File(['PK, and then nothing'], file.name))).toEqual(refused);
    expect((await prepareFile(new File([await backupText()], 'shuttlecraft-backup.json'))).ok).toBe(true);
    // Packed again by another program.
    const again = zipSync({ 'backup.json': strToU8(await backupText()) });
    expect((await prepareFile(new File([new Uint8Array(again)], 'again.zip'))).ok).toBe(true);
  });
});

describe('attempts of the loop in a backup', () => {
  const attempt = (id: string, parentId: string | null, words: string): Attempt => ({
    id,
    sessionId: boathouseKit().id,
    at: `2026-11-0${id.length}T10:00:00.000Z`,
    kind: 'kept',
    parentId,
    changes: [],
    figures: null,
    words,
    tags: ['boxy'],
    rating: 3,
    soundBytes: 0,
  });
  /** A session with two attempts, the second gone on from the first, its set-up as it was then. */
  const tried = async (): Promise<string> => {
    await storeSession(boathouseKit());
    await addAttempt(attempt('a', null, 'as planned'), { ...boathouseKit(), name: 'Then' });
    await addAttempt({ ...attempt('bb', 'a', 'lower'), soundBytes: 5000 }, boathouseKit());
    return backupText();
  };
  const here = async (sessionId: string) => (await listAttempts(sessionId)).map(({ words }) => words).sort();

  test('come back with their set-ups, without their sound, and an import taken back takes them along', async () => {
    const backup = await tried();
    await Promise.all([database.sessions.clear(), database.attempts.clear(), database.snapshots.clear()]);
    const { words, before } = await bring(backup);
    expect(words).toContain('Adds 2 attempts to the loops of these sessions, without their sound.');
    expect(await here(boathouseKit().id)).toEqual(['as planned', 'lower']);
    expect((await snapshotOf('a'))?.name).toBe('Then');
    expect((await listAttempts(boathouseKit().id)).every(({ soundBytes }) => soundBytes === 0)).toBe(true);
    await takeBack(before);
    expect(await here(boathouseKit().id)).toEqual([]);
    expect(await snapshotOf('a')).toBeNull();
  });

  test('are not doubled where they are already', async () => {
    const backup = await tried();
    expect((await bring(backup)).words.join(' ')).not.toMatch(/attempt/);
    expect(await here(boathouseKit().id)).toEqual(['as planned', 'lower']);
  });

  test('go with their session where it is kept beside another form of it, under ids of their own, and still know whence', async () => {
    const backup = await tried();
    await changeStored(boathouseKit().id, (session) => ({ ...session, name: 'Changed since' }));
    await bring(backup);
    const stored = (await listSessions()).flatMap((one) => (one.kind === 'session' ? [one.session] : []));
    const newcomer = stored.find(({ name }) => name.endsWith(', imported'));
    const own = await listAttempts(newcomer?.id ?? '');
    expect(own.map(({ words }) => words).sort()).toEqual(['as planned', 'lower']);
    expect(own.find(({ words }) => words === 'lower')?.parentId).toBe(own.find(({ words }) => words === 'as planned')?.id);
    expect(await here(boathouseKit().id)).toEqual(['as planned', 'lower']);
    expect((await snapshotOf(own[0]?.id ?? ''))?.id).toBe(newcomer?.id);
  });

  test('one that is damaged is left out and named; the rest comes', async () => {
    const document = JSON.parse(await tried());
    document.attempts[0].attempt.rating = 9;
    await Promise.all([database.sessions.clear(), database.attempts.clear(), database.snapshots.clear()]);
    const { words } = await bring(JSON.stringify(document));
    expect(words.at(-1)).toBe(
      say('imports', 'aside', { what: documentTold('attempt-number', { number: 1 }), reason: documentTold('no-attempt') }, 'metric'),
    );
    expect(await here(boathouseKit().id)).toHaveLength(1);
  });
});

describe('what cannot be read', () => {
  const spoil = async (): Promise<void> => {
    await storeSession(boathouseKit());
    const row = await database.sessions.get(boathouseKit().id);
    if (row) await database.sessions.put({ ...row, session: { ...boathouseKit(), room: 'gone' } });
    await database.shelves.put({ id: 'shelf', revision: 1, shelf: { format: 'shuttlecraft-shelf', version: 1, microphones: 'gone' } });
  };
  test('stays as it is, is listed with the reason, and goes along in a backup', async () => {
    await spoil();
    await storeSession({ ...boathouseKit(), id: 'whole' });
    const listed = await listSessions();
    expect(listed.map(({ kind }) => kind).sort()).toEqual(['session', 'unreadable']);
    expect(listed.find((stored) => stored.kind === 'unreadable')).toEqual(expect.objectContaining({ reason: expect.stringMatching(/room/) }));
    expect(await backupText()).toMatch(/"room": "gone"/);
  });
  test('a shelf that cannot be read is never written over, and a new session can still be made', async () => {
    await spoil();
    const result = await changeShelf((shelf) => ({ ...shelf, microphones: [] }));
    expect(result).toEqual({ ok: false, reason: expect.stringMatching(/Nothing was changed/) });
    expect((await database.shelves.get('shelf'))?.shelf).toEqual(expect.objectContaining({ microphones: 'gone' }));
    expect((await createSession('New')).shelf.microphones).toEqual([]);
  });
});

test('a full disk and a private window are told apart, each with what to do', () => {
  const full = Object.assign(new Error('x'), { name: 'QuotaExceededError' });
  expect(saveProblem(full)).toMatch(/no room left.*export this session now/);
  expect(saveProblem(Object.assign(new Error('x'), { name: 'AbortError', inner: { name: 'QuotaExceededError' } }))).toMatch(/no room left/);
  expect(saveProblem(new Error('denied'))).toMatch(/private window.*export this session before you close it/);
});

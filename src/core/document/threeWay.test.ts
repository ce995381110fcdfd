import { boathouseKit } from '../../../demo/boathouse';
import { COMMAND_NAMES, wander } from '../../../hostile/commandWalk';
import { seedsFor } from '../../../scripts/walks';
import { readSession } from './index';
import { mergedOnto } from './threeWay';

const kit = boathouseKit();
const [first, second] = kit.microphones;
if (!first || !second) throw new Error('the demo has microphones');
const changed = (id: string, change: object) => kit.microphones.map((one) => (one.id === id ? { ...one, ...change } : one));

test('what each changed is in it: fields of one thing, things of a list, things added and taken out', () => {
  const mine = { ...kit, microphones: changed(first.id, { name: 'Mine' }), players: 'Me' };
  const theirs = {
    ...kit,
    microphones: changed(second.id, { name: 'Theirs' }).filter(({ id }) => id !== kit.microphones[3]?.id),
    units: 'imperial' as const,
  };
  const both = mergedOnto(kit, mine, theirs);
  expect(both?.microphones.map(({ name }) => name)).toEqual(['Mine', 'Theirs', kit.microphones[2]?.name]);
  expect([both?.players, both?.units]).toEqual(['Me', 'imperial']);
  const padded = { ...kit, microphones: changed(first.id, { padOn: !first.padOn }) };
  expect(mergedOnto(kit, padded, mine)?.microphones[0]).toMatchObject({ name: 'Mine', padOn: !first.padOn });
});

test('two changes of the same thing are none of them written over', () => {
  expect(mergedOnto(kit, { ...kit, players: 'Me' }, { ...kit, players: 'You' })).toBeNull();
  const gone = { ...kit, microphones: kit.microphones.slice(1) };
  expect(mergedOnto(kit, { ...kit, microphones: changed(first.id, { name: 'Mine' }) }, gone)).toBeNull();
  expect(mergedOnto(kit, gone, { ...kit, microphones: changed(first.id, { name: 'Theirs' }) })).toBeNull();
});

/** A document's text with every list of things in the order of their ids. */
const sorted = (value: unknown): string =>
  JSON.stringify(value, (_, part) =>
    Array.isArray(part) && part.every((one) => typeof one?.id === 'string') ? [...part].sort((a, b) => (a.id < b.id ? -1 : 1)) : part,
  );

test('what was on its way there already is one’s own: what was done since goes onto it', () => {
  const named = (name: string) => ({ ...kit, microphones: changed(first.id, { name }) });
  const [one, two] = [named('First'), named('First and second')];
  const theirs = { ...one, players: 'You' };
  expect(mergedOnto(kit, two, theirs)).toBeNull();
  expect(mergedOnto(kit, two, theirs, one)).toEqual({ ...two, players: 'You' });
  // Something else again is somebody else's.
  expect(mergedOnto(kit, two, { ...kit, microphones: changed(first.id, { name: 'Another' }) }, one)).toBeNull();
});

test('random work on both sides: nothing changed alone is lost, merging with nothing is nothing (seeded)', () => {
  expect(COMMAND_NAMES.length).toBeGreaterThan(20);
  let both = 0;
  for (const seed of seedsFor({ name: 'merges', from: 1, least: 40, all: 2000, seconds: 3 })) {
    const start = wander(kit, seed, 5);
    const [mine, theirs] = [wander(start, seed + 10_000, 2), wander(start, seed + 20_000, 2)];
    expect(mergedOnto(start, start, theirs)).toEqual(theirs);
    expect(mergedOnto(start, mine, start)).toEqual(mine);
    expect(mergedOnto(start, mine, mine)).toEqual(mine);
    const merged = mergedOnto(start, mine, theirs);
    if (!merged) continue;
    both++;
    // Whoever is merged onto whom: the same things are there.
    const other = mergedOnto(start, theirs, mine);
    expect(JSON.parse(sorted(other))).toEqual(JSON.parse(sorted(merged)));
    expect(readSession(merged)).toHaveProperty('ok');
  }
  expect(both).toBeGreaterThan(5);
});

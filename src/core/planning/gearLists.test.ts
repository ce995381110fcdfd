import { boathouseKit } from '../../../demo/boathouse';
import { sayMetric as said } from '../../words';
import { arrivalTable } from '../arrivals';
import { type Brief, editMicrophone, learnLevels, putBetween, type Session } from '../document';
import { inputList, listsJson } from '../exchange';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { CABLE_CATALOGUE, OUTBOARD_CATALOGUE } from '../patch';
import {
  cableNeeds,
  clocksTold,
  dangerOfBetween,
  learnedFrom,
  patchProblem,
  patchTroubles,
  powerOf,
  resolvePlan,
  shoppingList,
  standUses,
} from './index';

const KIT = boathouseKit();
const withShelf = (more: Partial<Session['shelf']>, brief: Brief = {}): Session => ({ ...KIT, brief, shelf: { ...KIT.shelf, ...more } });
const cables = (...counts: readonly (readonly [string, number])[]) =>
  counts.map(([id, count]) => ({ ...(CABLE_CATALOGUE.find((one) => one.id === id) as (typeof CABLE_CATALOGUE)[number]), count }));

test('a cable goes from the foot of the stand along the walls, up to the capsule, with a metre to spare (by hand)', () => {
  const session = withShelf({}, { desk: 'back right' });
  const plan = resolvePlan(session);
  for (const need of cableNeeds(session)) {
    const microphone = plan.microphones.find(({ id }) => id === need.microphoneId);
    if (!microphone?.stand) throw new Error('all four stand');
    const { x, y } = microphone.stand.baseM;
    expect(need.needM).toBeCloseTo(Math.abs(x - (5.4 - 0.5)) + Math.abs(y - 0.5) + microphone.positionM.z + 1, 6);
    expect(need.cable).toBeNull();
  }
});

test('each takes the shortest that reaches, the longest way first, and no cable is taken twice', () => {
  const session = withShelf({ cables: cables(['xlr-5', 1], ['xlr-10', 3], ['jack-10', 4]) });
  const given = cableNeeds(session);
  for (const { cable, needM } of given) if (cable) expect(cable.lengthM).toBeGreaterThanOrEqual(needM);
  const used = given.flatMap(({ cable }) => (cable ? [cable.id] : []));
  expect(used.filter((id) => id === 'xlr-5').length).toBeLessThanOrEqual(1);
  expect(used.filter((id) => id === 'xlr-10').length).toBeLessThanOrEqual(3);
  expect(used.some((id) => id.startsWith('jack'))).toBe(false);
});

test('what is missing is counted by kind, and nothing where all is there', () => {
  // Who counts no cable has not said that there are none.
  expect(shoppingList(KIT)).toEqual([]);
  const one = shoppingList(withShelf({ cables: cables(['xlr-20', 1]) }));
  expect(one.reduce((sum, { count }) => sum + count, 0)).toBe(3);
  expect(one.every(({ key }) => /^xlr-\d+$/.test(key))).toBe(true);
  expect(shoppingList(withShelf({ cables: cables(['xlr-20', 4]) }))).toEqual([]);
  const fewer = { ...KIT, shelf: { ...KIT.shelf, cables: cables(['xlr-20', 4]), stands: KIT.shelf.stands.map((stand) => ({ ...stand, count: 1 })) } };
  const used = standUses(fewer);
  expect(shoppingList(fewer).reduce((sum, { count }) => sum + count, 0)).toBe(
    used.reduce((sum, { used: count, owned }) => sum + Math.max(0, count - owned), 0),
  );
});

test('two in use of one that is there is told, once', () => {
  const one = withShelf({ outboard: OUTBOARD_CATALOGUE });
  const both = one.microphones.slice(0, 2).reduce((session, { id }) => putBetween(id, 'attenuator-10')(session), {
    ...one,
    patch: Object.fromEntries(one.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`])),
  });
  const told = patchTroubles(both).filter(({ message }) => said(message).includes('Attenuator'));
  expect(told.map(({ message }) => said(message))).toEqual([
    expect.stringMatching(/^There is one of Attenuator, 10 dB, and 2 are in use: .* has none\.$/),
  ]);
  expect(shoppingList(both).some(({ what, count }) => what === 'Attenuator, 10 dB' && count === 1)).toBe(true);
});

test('a blocker keeps power from a ribbon in a lit bank, and may not be taken away without being told', () => {
  const models = KIT.shelf.microphones;
  const [first, second] = KIT.microphones;
  const ribbon = models.find(({ kind }) => kind === 'ribbon');
  const condenser = models.find(({ phantom }) => phantom === 'needs');
  if (!first || !second || !ribbon || !condenser) throw new Error('the boathouse has both');
  const base = {
    ...withShelf({ outboard: OUTBOARD_CATALOGUE }),
    microphones: KIT.microphones.map((one) => ({
      ...one,
      modelId: one.id === first.id ? ribbon.id : condenser.id,
      pattern: one.id === first.id ? ('figure-of-eight' as const) : one.pattern,
    })),
    patch: { [first.id]: 'eight-input/in1', [second.id]: 'eight-input/in2' },
  };
  expect(patchTroubles(base).some(({ isDanger }) => isDanger)).toBe(true);
  const blocked = putBetween(first.id, 'phantom-blocker')(base);
  expect(patchTroubles(blocked).some(({ isDanger }) => isDanger)).toBe(false);
  expect(powerOf(blocked).sockets.flatMap(({ microphoneId, gets }) => (gets ? [microphoneId] : []))).toEqual([second.id]);
  expect(said(dangerOfBetween(blocked, first.id, null))).toContain('must never get phantom power');
  expect(said(dangerOfBetween(blocked, first.id, 'attenuator-10'))).toContain('must never get phantom power');
  expect(dangerOfBetween(blocked, first.id, 'clean-booster')).toBeNull();
});

describe('names of files by a pattern of one’s own', () => {
  const names = (namePattern: string | undefined, session: Session = KIT): string[] =>
    inputList({ ...session, brief: namePattern === undefined ? {} : { namePattern } }, arrivalTable(resolvePlan(session))).map(
      ({ fileName }) => fileName,
    );
  test('fields are filled in; what is none stays', () => {
    expect(names('{date} {session} {number} {label} {nonsense}')[0]).toMatch(/^2026-06-13 Boathouse kit, Saturday 01 .+ \{nonsense\}\.wav$/);
  });
  test('names that would be one file are told apart, and what no file system takes is put aside', () => {
    expect(new Set(names('{session}')).size).toBe(4);
    const id = KIT.microphones[0]?.id ?? '';
    const odd = editMicrophone(id, { name: 'A/B: "in" <out>|?*' })(KIT);
    expect(names('{microphone}', odd).join('')).not.toMatch(/[\\/:*?"<>|]/);
  });
});

test('the lists as JSON are the lists that are shown', () => {
  const table = arrivalTable(resolvePlan(KIT));
  const lists = JSON.parse(listsJson(KIT, table, said));
  expect(lists.inputs.map(({ fileName }: { fileName: string }) => fileName)).toEqual(inputList(KIT, table).map(({ fileName }) => fileName));
  expect(lists.cables).toHaveLength(4);
  expect(lists.toGet).toEqual([]);
});

test('a take’s peaks take the place of the model’s: the gain moves by just as much, and learning again from what then fits changes nothing', () => {
  const [first] = KIT.microphones;
  if (!first) throw new Error('a kit');
  const patched = { ...KIT, patch: Object.fromEntries(KIT.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`])) };
  const settingOf = (session: Session) => {
    const table = arrivalTable(resolvePlan(session));
    return inputList(session, table).find(({ microphoneId }) => microphoneId === first.id)?.setting;
  };
  const before = settingOf(patched);
  const learned = learnedFrom(patched, arrivalTable(resolvePlan(patched)), { [first.id]: (before?.predictedPeakDbfs ?? 0) + 7 });
  expect(learned).toEqual({ [first.id]: 7 });
  const after = learnLevels(learned)(patched);
  expect(settingOf(after)?.gainDb).toBe((before?.gainDb ?? 0) - 7);
  expect(learnedFrom(after, arrivalTable(resolvePlan(after)), { [first.id]: settingOf(after)?.predictedPeakDbfs ?? 0 })).toEqual({ [first.id]: 7 });
  expect(learnLevels(null)(after)).toEqual(patched);
});

test('two devices by clocks of their own are told; by one clock they are not', () => {
  const second = { ...(KIT.shelf.devices[0] as Session['shelf']['devices'][number]), id: 'other', name: 'Other recorder' };
  const [a, b] = KIT.microphones.map(({ id }) => id);
  const both = { ...withShelf({ devices: [...KIT.shelf.devices, second] }), patch: { [a as string]: 'eight-input/in1', [b as string]: 'other/in1' } };
  expect(clocksTold(KIT)).toBeNull();
  expect(clocksTold(both)).toMatchObject({ code: 'clocks-apart', facts: { devices: { each: [KIT.shelf.devices[0]?.name, 'Other recorder'] } } });
  const linked = both.shelf.devices.map((device) => ({ ...device, clock: 'the first' }));
  expect(clocksTold({ ...both, shelf: { ...both.shelf, devices: linked } })).toBeNull();
});

test('a microphone that is its own device takes no input, is never chosen for a set-up, and among others is told why not', () => {
  const usb = MICROPHONE_CATALOGUE.find(({ connector }) => connector === 'USB');
  if (!usb) throw new Error('the catalogue has one');
  const [first] = KIT.microphones;
  const shelf = { ...KIT.shelf, microphones: [...KIT.shelf.microphones, usb] };
  const mixed = { ...KIT, shelf, microphones: KIT.microphones.map((one) => (one.id === first?.id ? { ...one, modelId: usb.id } : one)) };
  const problem = patchProblem(mixed, arrivalTable(resolvePlan(mixed)));
  expect(problem.microphones.map(({ id }) => id)).not.toContain(first?.id);
  expect(said(patchTroubles(mixed).find(({ microphoneId }) => microphoneId === first?.id)?.message)).toContain('with its own clock');
  const alone = { ...mixed, microphones: mixed.microphones.slice(0, 1), pairs: [] };
  expect(patchTroubles(alone)).toEqual([]);
});

import { boathouseKit } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import type { Session } from '../document';
import { inputAddress } from '../ids';
import { createRandom } from '../math';
import { PHANTOM_NEEDS } from '../microphones';
import { OUTBOARD_CATALOGUE } from '../patch';
import { patchInputs, patchTroubles } from '../planning';
import {
  banksToLight,
  type DeviceCommand,
  doStep,
  type LineDevice,
  type LineNotes,
  type LineStep,
  linePlanOf,
  lineSteps,
  linesOf,
  NO_NOTES,
  SimulatedRig,
  stepKey,
} from './index';

const DEVICE = 'eight-input';
const KIT = boathouseKit();
const PATCHED: Session = { ...KIT, patch: Object.fromEntries(KIT.microphones.map(({ id }, i) => [id, `${DEVICE}/in${i + 1}`])) };

interface Told extends LineDevice {
  readonly commands: DeviceCommand[];
  lost: number;
}

/** A rig whose commands are written down; short recordings, since only what is done is looked at here. */
function watched(rig: SimulatedRig, takesCommands = true): Told {
  const commands: DeviceCommand[] = [];
  return {
    commands,
    lost: 0,
    description: rig.description,
    takesCommands,
    set: async (command) => {
      commands.push(command);
      return rig.set(command);
    },
    record: async (seconds) => ({ sampleRateHz: rig.description.sampleRateHz, channels: rig.record(Math.min(0.05, seconds)) }),
    hand: async (action) => rig.hand(action),
    timesLost() {
      return this.lost;
    },
  };
}

const rigOf = (session: Session): SimulatedRig => new SimulatedRig(session, DEVICE, 3, []);
const step = (kind: Exclude<LineStep['kind'], 'tap'>): LineStep => ({ kind });
const phantomOn = (commands: readonly DeviceCommand[]): string[] => commands.flatMap((one) => ('bank' in one && one.phantom ? [one.bank] : []));

async function through(
  kinds: readonly Exclude<LineStep['kind'], 'tap'>[],
  device: LineDevice,
  session = PATCHED,
  start: LineNotes = NO_NOTES,
): Promise<LineNotes> {
  let notes = start;
  for (const kind of kinds) notes = await doStep(step(kind), device, linePlanOf(session, DEVICE), notes);
  return notes;
}

describe('the safe order', () => {
  test.each([
    ['plug', 'monitors-go-first'],
    ['answer', 'monitors-go-first'],
    ['power', 'monitors-go-first'],
    ['silence', 'power-comes-first'],
    ['play', 'power-comes-first'],
  ] as const)('%s out of turn is refused, and nothing is commanded', async (kind, code) => {
    const device = watched(rigOf(PATCHED));
    await expect(doStep(step(kind), device, linePlanOf(PATCHED, DEVICE), NO_NOTES)).rejects.toThrow(`lines/${code}`);
    expect(device.commands).toEqual([]);
  });

  test('power goes off in every bank first, and on only when cables are said to be in', async () => {
    const device = watched(rigOf(PATCHED));
    await through(['monitors down'], device);
    expect(device.commands).toEqual([
      { bank: '1–4', phantom: false },
      { bank: '5–8', phantom: false },
    ]);
    const notes = await through(['plug', 'answer'], device, PATCHED, { ...NO_NOTES, done: ['monitors down'] });
    expect(phantomOn(device.commands)).toEqual([]);
    const lit = await through(['power'], device, PATCHED, notes);
    expect(phantomOn(device.commands)).toEqual(['1–4']);
    expect(lit.power).toEqual({ '1–4': true });
  });

  test('a device that says power is still on is not plugged into', async () => {
    const device: LineDevice = { ...watched(rigOf(PATCHED)), set: async () => ({ inputs: [], banks: { '1–4': true, '5–8': false } }) };
    await expect(through(['monitors down'], device)).rejects.toMatchObject({ told: { code: 'power-still-on', facts: { banks: { each: ['1–4'] } } } });
  });

  test('gains end as they are planned, pads too; who goes back to an earlier step is asked for power again', async () => {
    const rig = rigOf(PATCHED);
    const device = watched(rig);
    const lines = linesOf(PATCHED, DEVICE);
    const notes = await through(['monitors down', 'plug', 'answer', 'power'], device);
    for (const { inputId, gainDb, pad } of lines) expect(rig.state.inputs.find(({ id }) => id === inputId)).toMatchObject({ gainDb, pad });
    for (const kind of ['monitors down', 'plug', 'answer'] as const) {
      const again = await through([kind], device, PATCHED, notes);
      expect([kind, again.done.includes('power'), again.done.includes(kind)]).toEqual([kind, false, true]);
      await expect(through(['silence'], device, PATCHED, again)).rejects.toThrow('lines/power-comes-first');
    }
    // Looking whether it answers leaves nothing lit behind.
    await through(['answer'], device, PATCHED, notes);
    expect(Object.values(rig.state.banks)).toEqual([false, false]);
  });

  test('a step in which the connection went is not done, what it measured is not kept, and power is asked for again', async () => {
    const device = watched(rigOf(PATCHED));
    const notes = await through(['monitors down', 'plug', 'answer', 'power'], device);
    device.lost = 1;
    const after = await through(['silence'], device, PATCHED, notes);
    expect(after.silence).toEqual({});
    expect([after.done.includes('silence'), after.done.includes('power'), after.done.includes('answer'), after.timesLost]).toEqual([
      false,
      false,
      true,
      1,
    ]);
    const whole = await through(['power', 'silence'], device, PATCHED, after);
    expect(whole.done).toEqual(expect.arrayContaining(['power', 'silence']));
  });
});

test('a recorder worked by hand is commanded nothing, and not asked whether it answers', async () => {
  const device = watched(rigOf(PATCHED), false);
  const lines = linesOf(PATCHED, DEVICE);
  const steps = lineSteps(lines, false);
  expect(steps.map(stepKey)).toEqual([
    'monitors down',
    'plug',
    'power',
    'silence',
    ...lines.map(({ microphoneId }) => `tap ${microphoneId}`),
    'play',
  ]);
  let notes = NO_NOTES;
  for (const one of steps) notes = await doStep(one, device, linePlanOf(PATCHED, DEVICE), notes);
  expect(device.commands).toEqual([]);
  expect(notes.done).toEqual(steps.map(stepKey));
});

/** The demo kit with other needs of power, plugged by chance, here and there something between. */
function byChance(seed: number): Session {
  const random = createRandom(seed);
  const one = <T>(values: readonly T[]): T => values[random.integer(0, values.length - 1)] as T;
  const microphones = KIT.microphones.map((placed) => (random.uniform() < 0.4 ? { ...placed, outboardId: one(OUTBOARD_CATALOGUE).id } : placed));
  const free = patchInputs(KIT).map(inputAddress);
  return {
    ...KIT,
    microphones,
    shelf: {
      ...KIT.shelf,
      microphones: KIT.shelf.microphones.map((model) => ({ ...model, phantom: one(PHANTOM_NEEDS) })),
      outboard: OUTBOARD_CATALOGUE,
    },
    patch: Object.fromEntries(microphones.map(({ id }) => [id, free.splice(random.integer(0, free.length - 1), 1)[0] as string])),
  };
}

test('no line check ever sends power to a microphone that must not get it, whatever is plugged and stands between (seeded)', async () => {
  let [dangers, lit] = [0, 0];
  for (let seed = 1; seed <= walks(60, 500); seed++) {
    const session = byChance(seed);
    const rig = new SimulatedRig(session, DEVICE, seed, []);
    const lines = linesOf(session, DEVICE);
    await through(['monitors down', 'plug', 'power'], watched(rig), session);
    expect([seed, rig.harmed]).toEqual([seed, []]);
    const harmful = patchTroubles(session).filter(({ isDanger }) => isDanger);
    if (harmful.length > 0) dangers++;
    for (const { microphoneId } of harmful) {
      const bank = lines.find((line) => line.microphoneId === microphoneId)?.bank ?? '';
      expect([seed, rig.state.banks[bank]]).toEqual([seed, false]);
    }
    lit += banksToLight(linePlanOf(session, DEVICE)).length;
    for (const bank of banksToLight(linePlanOf(session, DEVICE))) expect([seed, bank, rig.state.banks[bank]]).toEqual([seed, bank, true]);
  }
  expect(dangers).toBeGreaterThan(5);
  expect(lit).toBeGreaterThan(20);
});

test('a rig that is told to do what harms keeps the name of who was harmed, a blocker between saves it', () => {
  const [first] = PATCHED.microphones;
  if (!first) throw new Error('a kit');
  const shelf = {
    ...KIT.shelf,
    microphones: KIT.shelf.microphones.map((model) => (model.id === first.modelId ? { ...model, phantom: 'never' as const } : model)),
    outboard: OUTBOARD_CATALOGUE,
  };
  const bare = new SimulatedRig({ ...PATCHED, shelf }, DEVICE, 1, []);
  bare.set({ bank: '1–4', phantom: true });
  expect(bare.harmed).toContain(first.id);
  const microphones = PATCHED.microphones.map((placed) => ({ ...placed, outboardId: 'phantom-blocker' }));
  const blocked = new SimulatedRig({ ...PATCHED, shelf, microphones }, DEVICE, 1, []);
  blocked.set({ bank: '1–4', phantom: true });
  expect(blocked.harmed).toEqual([]);
});

test('what a device has not is refused in a sentence', () => {
  const rig = rigOf(PATCHED);
  expect(() => rig.set({ bank: 'none', phantom: true })).toThrow('no bank “none”');
  expect(() => rig.set({ input: 'in99', gainDb: 3 })).toThrow('no input “in99”');
  expect(() => rig.set({ input: 'in1', gainDb: 90 })).toThrow('Input 1 has gain from 0 to 56 dB');
  expect(() => new SimulatedRig(PATCHED, 'another', 1, [])).toThrow('no such device');
});

test('a rig’s sound has what stands between in it: an attenuator takes as much from what is played as it says', async () => {
  const peaks = (session: Session): number[] => {
    const rig = new SimulatedRig(session, DEVICE, 5, []);
    for (const bank of ['1–4', '5–8']) rig.set({ bank, phantom: true });
    for (const { inputId } of linesOf(session, DEVICE)) rig.set({ input: inputId, gainDb: 0 });
    rig.hand({ do: 'play' });
    return rig.record(3).map((samples) => samples.reduce((most, x) => Math.max(most, Math.abs(x)), 0));
  };
  const [first] = PATCHED.microphones;
  const shelf = { ...KIT.shelf, outboard: OUTBOARD_CATALOGUE };
  const plain = peaks(PATCHED);
  const less = peaks({
    ...PATCHED,
    shelf,
    microphones: PATCHED.microphones.map((one) => (one.id === first?.id ? { ...one, outboardId: 'attenuator-20' } : one)),
  });
  expect(20 * Math.log10((less[0] as number) / (plain[0] as number))).toBeCloseTo(-20, 1);
  expect(20 * Math.log10((less[1] as number) / (plain[1] as number))).toBeCloseTo(0, 1);
});

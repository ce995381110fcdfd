import { FAULT_KINDS, faultOf, rigSession } from '../../../scripts/rigs';
import { seedsFor } from '../../../scripts/walks';
import type { Session } from '../document';
import { putBetween, splitInto } from '../document';
import { inputAddress } from '../ids';
import { OUTBOARD_CATALOGUE, type SolveMilp, secondWayId } from '../patch';
import { loadMilpSolver } from '../patch/highs';
import { patchInputs } from '../planning';
import {
  concludeLines,
  doStep,
  type LineDevice,
  type LineFault,
  type LineFinding,
  type LineNotes,
  linePlanOf,
  lineSteps,
  linesOf,
  NO_NOTES,
  nextStep,
  SimulatedRig,
} from './index';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

const DEVICE = 'eight-input';

const overWire = (rig: SimulatedRig, lost = 0): LineDevice => ({
  description: rig.description,
  takesCommands: true,
  set: async (command) => rig.set(command),
  record: async (seconds) => ({ sampleRateHz: rig.description.sampleRateHz, channels: rig.record(seconds) }),
  hand: async (action) => rig.hand(action),
  timesLost: () => lost,
});

async function checked(
  session: Session,
  seed: number,
  faults: readonly LineFault[],
): Promise<{ findings: LineFinding[]; notes: LineNotes; rig: SimulatedRig }> {
  const rig = new SimulatedRig(session, DEVICE, seed, faults);
  const device = overWire(rig);
  const plan = linePlanOf(session, DEVICE);
  const { lines } = plan;
  const steps = lineSteps(lines, true);
  let notes = NO_NOTES;
  for (let step = nextStep(steps, notes); step; step = nextStep(steps, notes)) notes = await doStep(step, device, plan, notes);
  return { findings: concludeLines(lines, notes), notes, rig };
}

/** The kinds of finding that name a planted fault, and who must be in it. */
function names(finding: LineFinding, fault: LineFault, session: Session): boolean {
  if (fault.kind === 'swapped')
    return finding.kind === 'swapped' && [fault.microphoneId, fault.otherId].every((id) => finding.microphoneIds.includes(id));
  if (fault.kind === 'reversed' || fault.kind === 'dead' || fault.kind === 'hum')
    return finding.kind === fault.kind && finding.microphoneIds.length === 1 && finding.microphoneIds[0] === fault.microphoneId;
  if (fault.kind === 'no power') return finding.kind === 'no power';
  if (fault.kind === 'wrong gain')
    return finding.kind === 'wrong gain' && session.patch[finding.microphoneIds[0] ?? ''] === `${DEVICE}/${fault.inputId}`;
  return finding.kind === fault.kind;
}

const KINDS = FAULT_KINDS.filter((kind) => kind !== 'dropped');

test('every kind of fault is found by name with a remedy, and nothing else is said (seeded)', async () => {
  const missed: string[] = [];
  for (const seed of seedsFor({ name: 'line check, one fault', least: KINDS.length, all: 140, seconds: 8 })) {
    const session = rigSession(seed, solve);
    const fault = faultOf(KINDS[seed % KINDS.length] as LineFault['kind'], session, seed);
    const { findings } = await checked(session, seed, [fault]);
    const told = findings.filter(({ severity }) => severity === 'fix');
    if (!told.some((finding) => names(finding, fault, session)) || !told.every((finding) => names(finding, fault, session)))
      missed.push(`${seed} ${JSON.stringify(fault)}: ${findings.map(({ told }) => told.code).join(' ')}`);
  }
  expect(missed).toEqual([]);
});

test('a clean rig is told of nothing (seeded)', async () => {
  for (const seed of seedsFor({ name: 'line check, clean', least: 2, all: 60, seconds: 4 }))
    expect((await checked(rigSession(seed, solve), 500 + seed, [])).findings).toEqual([]);
});

describe('a splitter whose second way goes into the same device', () => {
  const splitter = OUTBOARD_CATALOGUE.find(({ kind }) => kind === 'splitter') as (typeof OUTBOARD_CATALOGUE)[number];
  /** The first microphone of a rig with an input to spare, split. */
  function split(seed: number): { readonly session: Session; readonly id: string } {
    const rig = rigSession(seed, solve);
    const taken = new Set(Object.values(rig.patch));
    const free = patchInputs(rig)
      .map(inputAddress)
      .find((address) => !taken.has(address));
    const id = rig.microphones[0]?.id ?? '';
    if (!free) throw new Error('no input is free');
    const own = { ...rig, shelf: { ...rig.shelf, outboard: [splitter] } };
    return { session: splitInto(id, free)(putBetween(id, splitter.id)(own)), id };
  }

  test('is one more line, tapped with its microphone; a clean rig is told of nothing', async () => {
    for (const seed of [1, 3, 5]) {
      const { session, id } = split(seed);
      const lines = linesOf(session, DEVICE);
      expect(lines.map(({ microphoneId }) => microphoneId)).toContain(secondWayId(id));
      expect(lineSteps(lines, true).filter(({ kind }) => kind === 'tap')).toHaveLength(session.microphones.length);
      expect((await checked(session, seed, [])).findings).toEqual([]);
    }
  });

  test('its own cable dead is told as that; the microphone’s dead is told once', async () => {
    const { session, id } = split(1);
    const second = await checked(session, 1, [{ kind: 'dead', microphoneId: secondWayId(id) }]);
    expect(second.findings.map(({ kind, microphoneIds }) => [kind, microphoneIds])).toEqual([['dead', [secondWayId(id)]]]);
    expect(second.findings[0]?.told.code).toBe('second-way-silent');
    const first = await checked(session, 1, [{ kind: 'dead', microphoneId: id }]);
    expect(first.findings.map(({ kind, microphoneIds }) => [kind, microphoneIds])).toEqual([['dead', [id]]]);
  });

  test('exchanged plugs of the first way are told, and nothing of the second', async () => {
    const { session, id } = split(1);
    const otherId = session.microphones[1]?.id ?? '';
    const { findings } = await checked(session, 1, [{ kind: 'swapped', microphoneId: id, otherId }]);
    expect(findings.map(({ kind, microphoneIds }) => [kind, [...microphoneIds].sort()])).toEqual([['swapped', [id, otherId].sort()]]);
  });
});

test('with every low cut on the way pressed a clean rig is told of nothing all the same', async () => {
  for (const seed of [1, 2, 3]) {
    const plain = rigSession(seed, solve);
    const devices = plain.shelf.devices.map((device) => ({ ...device, inputs: device.inputs.map((input) => ({ ...input, lowCutHz: 120 })) }));
    const session: Session = {
      ...plain,
      shelf: { ...plain.shelf, devices },
      microphones: plain.microphones.map((placed) => ({ ...placed, inputLowCut: true })),
    };
    expect([seed, (await checked(session, 900 + seed, [])).findings]).toEqual([seed, []]);
  }
});

import { seedsFor } from '../scripts/walks';
import { arrivalTable } from '../src/core/arrivals';
import { plugAll, plugIn, putBetween, type Session } from '../src/core/document';
import { inputList, inputListCsv } from '../src/core/exchange';
import { banksToLight, linePlanOf } from '../src/core/lineCheck';
import { createRandom } from '../src/core/math';
import { assignInputs, carriedInputs, OUTBOARD_CATALOGUE, type SolveMilp } from '../src/core/patch';
import { loadMilpSolver } from '../src/core/patch/highs';
import {
  dangerOfBetween,
  dangerOfPlugging,
  inputTitle,
  litBanks,
  patchInputs,
  patchProblem,
  patchTroubles,
  powerOf,
  powerUses,
  resolvePlan,
} from '../src/core/planning';
import type { Told } from '../src/core/units';
import { sayMetric } from '../src/words';
import { banksOf, fates, type Switches } from './plainPower';
import { rigByChance } from './rigs';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

/** Inputs whose device's digital port carries them at this rate, told from their order alone. */
const carried = ({ shelf, sampleRateHz }: Session): Set<string> =>
  new Set(
    shelf.devices.flatMap((device) =>
      device.inputs.slice(0, carriedInputs(shelf.devices, device, sampleRateHz)).map(({ id }) => `${device.id}/${id}`),
    ),
  );

/** Switches as a bank map and units' switches would have it, whatever they are. */
function switches(session: Session, lit: ReadonlySet<string>, units: ReadonlyMap<string, boolean>): Switches {
  const inputs = new Map<string, boolean>();
  for (const [bank, addresses] of banksOf(session)) for (const address of addresses) inputs.set(address, lit.has(bank));
  return { inputs, units };
}

/** Banks in which somebody carried would live on power, and those in which somebody would be harmed by it: each bank lit by itself. */
function plainBanks(session: Session): { readonly asked: Set<string>; readonly harmful: Set<string> } {
  const [asked, harmful] = [new Set<string>(), new Set<string>()];
  const there = carried(session);
  const units = new Map(session.microphones.map(({ id }) => [id, false]));
  const dark = fates(session, switches(session, new Set(), units));
  for (const bank of banksOf(session).keys())
    for (const [i, fate] of fates(session, switches(session, new Set([bank]), units)).entries()) {
      const before = dark[i];
      const own = session.shelf.outboard?.find(({ id }) => id === session.microphones.find((one) => one.id === fate.id)?.outboardId);
      const wakes = (fate.volts && fate.needs) || (fate.betweenAlive && before?.betweenAlive === false);
      if (wakes && !own?.givesPower && there.has(fate.address)) asked.add(bank);
      if (fate.volts && fate.never) harmful.add(bank);
    }
  return { asked, harmful };
}

/** Switches as the printed list has them. */
function printed(session: Session, csv: string): Switches {
  const { devices } = session.shelf;
  const inputs = new Map<string, boolean>();
  const units = new Map<string, boolean>();
  const [header, ...rows] = csv
    .split('\r\n')
    .filter(Boolean)
    .map((line) => line.split(','));
  const column = (name: string): number => header?.indexOf(name) ?? -1;
  for (const row of rows) {
    // Names of the demo have commas: what is quoted is put together again.
    const cells =
      row
        .join(',')
        .match(/("([^"]|"")*"|[^,]*)(,|$)/g)
        ?.map((cell) => cell.replace(/,$/, '').replace(/^"|"$/g, '')) ?? [];
    const [device, input, microphone, on, note = ''] = ['Device', 'Input', 'Microphone', 'Phantom', 'Phantom note'].map(
      (name) => cells[column(name)] ?? '',
    );
    const own = devices.find(({ name }) => name === device);
    const socket = own?.inputs.find(({ name }) => name === input);
    if (own && socket) inputs.set(`${own.id}/${socket.id}`, on === 'on');
    const placed = session.microphones.find(({ name }) => name === microphone);
    const unit = /48 V (on|off) at /.exec(note);
    if (placed && unit) units.set(placed.id, unit[1] === 'on');
  }
  return { inputs, units };
}

test('power over rigs by chance: nobody is harmed, nobody unfed and untold, and all who speak of it agree (seeded)', () => {
  let [looked, conflicts, fed, saved] = [0, 0, 0, 0];
  for (const seed of seedsFor({ name: 'rigs by chance', least: 120, all: 20_000, seconds: 8 })) {
    const session = rigByChance(seed);
    looked++;
    const { asked, harmful } = plainBanks(session);
    const lit = new Set([...asked].filter((bank) => !harmful.has(bank)));
    // The switches.
    expect([seed, [...litBanks(session)].sort()]).toEqual([seed, [...lit].sort()]);
    const table = arrivalTable(resolvePlan(session));
    const rows = inputList(session, table);
    const said = printed(session, inputListCsv(rows, sayMetric));
    const there = carried(session);
    for (const [bank, addresses] of banksOf(session))
      for (const address of addresses)
        if (said.inputs.has(address)) expect([seed, address, said.inputs.get(address)]).toEqual([seed, address, lit.has(bank)]);
    const used = new Set(
      Object.values(session.patch)
        .concat(session.microphones.flatMap(({ secondInput }) => secondInput ?? []))
        .map((one) => one.split('/')[0]),
    );
    expect([
      seed,
      powerUses(session)
        .flatMap(({ device, banks }) => banks.map((bank) => `${session.shelf.devices.find(({ name }) => name === device)?.id}/${bank}`))
        .sort(),
    ]).toEqual([seed, [...lit].filter((bank) => used.has(bank.split('/')[0])).sort()]);
    // What comes of them.
    const all = new Map(said.inputs);
    for (const [bank, addresses] of banksOf(session)) for (const address of addresses) all.set(address, lit.has(bank));
    const troubles = patchTroubles(session);
    const told = new Set(troubles.map(({ microphoneId }) => microphoneId));
    const gets = new Set(powerOf(session).sockets.flatMap(({ microphoneId, gets: has }) => (has ? [microphoneId] : [])));
    for (const { id, never, needs, volts, betweenAlive, address } of fates(session, { inputs: all, units: said.units })) {
      expect([seed, id, never && volts]).toEqual([seed, id, false]);
      if (needs && !volts) expect([seed, id, 'unfed and untold', told.has(id)]).toEqual([seed, id, 'unfed and untold', true]);
      if (!betweenAlive) expect([seed, id, 'between unfed and untold', told.has(id)]).toEqual([seed, id, 'between unfed and untold', true]);
      if (needs && volts && there.has(address)) fed++;
      if (never && lit.size > 0) saved++;
      if (!said.units.has(id)) expect([seed, id, gets.has(id)]).toEqual([seed, id, volts]);
    }
    // Dangers are told of exactly those whose bank cannot be right.
    const units = new Map(session.microphones.map(({ id }) => [id, false]));
    const both = new Set([...asked].filter((bank) => harmful.has(bank)));
    const endangered = fates(session, switches(session, both, units)).filter(({ never, volts }) => never && volts);
    expect([seed, troubles.flatMap(({ isDanger, microphoneId }) => (isDanger ? [microphoneId] : [])).sort()]).toEqual([
      seed,
      endangered.map(({ id }) => id).sort(),
    ]);
    conflicts += endangered.length;
    // The line check of each device lights the same banks, with what is carried.
    for (const device of session.shelf.devices) {
      const plan = linePlanOf(session, device.id, table);
      const { lines } = plan;
      for (const line of lines)
        if (line.bank) expect([seed, line.name, line.powered]).toEqual([seed, line.name, lit.has(`${device.id}/${line.bank}`)]);
      for (const bank of banksToLight(plan)) expect([seed, bank, lit.has(`${device.id}/${bank}`)]).toEqual([seed, bank, true]);
      expect([seed, banksToLight(plan).length]).toEqual([seed, [...lit].filter((bank) => bank.startsWith(`${device.id}/`)).length]);
    }
  }
  expect(conflicts).toBeGreaterThan(0.03 * looked);
  expect(fed).toBeGreaterThan(0.1 * looked);
  expect(saved).toBeGreaterThan(0.1 * looked);
});

test('a change by hand is refused in words exactly when it brings a conflict that was not there (seeded)', () => {
  let [refused, allowed] = [0, 0];
  const conflicts = (session: Session): Set<string> => {
    const { asked, harmful } = plainBanks(session);
    const units = new Map(session.microphones.map(({ id }) => [id, false]));
    const both = new Set([...asked].filter((bank) => harmful.has(bank)));
    return new Set(fates(session, switches(session, both, units)).flatMap(({ id, never, volts }) => (never && volts ? [id] : [])));
  };
  for (const seed of seedsFor({ name: 'changes by hand', from: 50_001, least: 200, all: 5000, seconds: 4 })) {
    const session = rigByChance(seed, 6);
    const random = createRandom(seed);
    const { id } = session.microphones[random.integer(0, session.microphones.length - 1)] as Session['microphones'][number];
    const before = conflicts(session);
    const judged = (next: Session, danger: Told | null): void => {
      const isNew = [...conflicts(next)].some((one) => !before.has(one));
      // Whoever stays in danger in another socket is told of as well.
      if (isNew) expect([seed, danger?.code]).toEqual([seed, 'power-harms']);
      else if (before.size === 0) expect([seed, danger]).toEqual([seed, null]);
      if (danger) refused++;
      else allowed++;
    };
    const inputs = patchInputs(session);
    const input = inputs[random.integer(0, inputs.length - 1)];
    if (input) {
      const address = `${input.deviceId}/${input.id}`;
      judged(plugIn(id, address)(session), dangerOfPlugging(session, id, address));
      expect(sayMetric(inputTitle(session, input)).length).toBeGreaterThan(0);
    }
    const thing = random.uniform() < 0.4 ? null : (OUTBOARD_CATALOGUE[random.integer(0, OUTBOARD_CATALOGUE.length - 1)]?.id ?? null);
    judged(putBetween(id, thing)(session), dangerOfBetween(session, id, thing));
  }
  expect(refused).toBeGreaterThan(10);
  expect(allowed).toBeGreaterThan(100);
});

test('what the solver plugs is in no trouble of power, and its banks are those of the judge (seeded)', () => {
  let [solved, looked] = [0, 0];
  for (const seed of seedsFor({ name: 'solved rigs', from: 80_001, least: 15, all: 2000, seconds: 5 })) {
    const session = rigByChance(seed, 6);
    looked++;
    const result = assignInputs(patchProblem(session, arrivalTable(resolvePlan(session))), solve);
    const patch = result.ok ? result : result.partial;
    if (!patch) continue;
    const plugged = plugAll(patch.inputs, patch.through)(session);
    expect([seed, [...patch.phantomBanks].sort()]).toEqual([seed, [...litBanks(plugged)].sort()]);
    const units = new Map(
      plugged.microphones.map(({ id, modelId }) => [id, plugged.shelf.microphones.find((one) => one.id === modelId)?.phantom === 'needs']),
    );
    for (const { id, never, needs, volts, betweenAlive } of fates(plugged, switches(plugged, new Set(patch.phantomBanks), units))) {
      expect([seed, id, never && volts, needs && !volts, betweenAlive]).toEqual([seed, id, false, false, true]);
    }
    if (!result.ok) continue;
    solved++;
    expect([seed, patchTroubles(plugged).map(({ message }) => message)]).toEqual([seed, []]);
  }
  expect(solved).toBeGreaterThan(0.2 * looked);
});

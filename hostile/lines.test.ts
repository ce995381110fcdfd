import { rigSession } from '../scripts/rigs';
import { seedsFor } from '../scripts/walks';
import { arrivalTable } from '../src/core/arrivals';
import { editGear, editMicrophone, plugIn, putBetween, type Session } from '../src/core/document';
import { inputAddress } from '../src/core/ids';
import {
  begunAnew,
  concludeLines,
  DeviceClient,
  goBack,
  isTapped,
  type LineFinding,
  type LineRun,
  linePlanOf,
  lineSteps,
  NO_NOTES,
  nextStep,
  powerOff,
  runStep,
  samePlugging,
} from '../src/core/lineCheck';
import { createRandom, type Random } from '../src/core/math';
import { PHANTOM_NEEDS } from '../src/core/microphones';
import { OUTBOARD_CATALOGUE, type SolveMilp } from '../src/core/patch';
import { loadMilpSolver } from '../src/core/patch/highs';
import { loudestDb, patchInputs, resolvePlan } from '../src/core/planning';
import { type FakeFault, FakeInterface, type FakeMicrophone } from './fakeInterface';
import { fates } from './plainPower';
import { rigByChance } from './rigs';

let solve: SolveMilp;
beforeAll(async () => {
  solve = await loadMilpSolver();
});

const DEVICE = 'eight-input';
const wait = (milliseconds: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, milliseconds).unref();
  });

/** Who is in which socket as the patch has it, with what the shelf says of each. */
function pluggedAsPlanned(session: Session, deviceId = DEVICE): Map<string, FakeMicrophone> {
  const table = arrivalTable(resolvePlan(session));
  return new Map(
    table.plan.microphones.flatMap(({ id, model, padOn }): [string, FakeMicrophone][] => {
      const [device, input] = (session.patch[id] ?? '').split('/');
      if (device !== deviceId || input === undefined) return [];
      const { sensitivityMvPerPa, selfNoiseDba, phantom, padDb } = model;
      return [
        [
          input,
          {
            id,
            sensitivityMvPerPa,
            noiseDbSpl: selfNoiseDba ?? 10,
            padDb: padOn ? padDb : 0,
            needsPower: phantom === 'needs',
            loudestDbSpl: loudestDb(table, id) ?? 90,
          },
        ],
      ];
    }),
  );
}

const inputsOf = (session: Session, deviceId = DEVICE) =>
  (session.shelf.devices.find(({ id }) => id === deviceId)?.inputs ?? []).map(
    ({ id, name, phantomBank, gainMinDb, gainMaxDb, padDb, maxLevelDbu }) => ({
      id,
      name,
      bank: phantomBank,
      gainMinDb,
      gainMaxDb,
      padDb,
      maxLevelDbu,
    }),
  );

const KINDS = [
  'swapped',
  'ring',
  'row',
  'dead',
  'reversed',
  'gain',
  'hum',
  'no power',
  'stuck',
  'deaf',
  'hiss',
  'crackle',
  'loose',
  'pad',
  'howl',
] as const;
type Kind = (typeof KINDS)[number] | 'none';

interface Rig {
  readonly fake: FakeInterface;
  /** What must be told: a kind of finding, and of which microphones; null for nothing. */
  readonly wanted: { readonly kind: LineFinding['kind']; readonly ids: readonly string[] } | null;
  readonly howls: boolean;
}

const shuffled = <T>(random: Random, list: readonly T[]): T[] =>
  list
    .map((one) => ({ one, at: random.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one);

/** A rig with one thing wrong; where it cannot have it, a dead cable. */
function rigWith(session: Session, kind: Kind, seed: number): Rig {
  const random = createRandom(seed);
  const inputs = inputsOf(session);
  const plugged = pluggedAsPlanned(session);
  const mics = shuffled(random, [...plugged.keys()]);
  const at = (input: string): FakeMicrophone => plugged.get(input) as FakeMicrophone;
  const bankOf = (input: string): string | null => inputs.find(({ id }) => id === input)?.bank ?? null;
  const made = (fault: FakeFault, wanted: Rig['wanted'], moved: ReadonlyMap<string, FakeMicrophone> = plugged): Rig => ({
    fake: new FakeInterface({ inputs, plugged: moved, fault, seed }),
    wanted,
    howls: fault.kind === 'howl',
  });
  const put = (places: readonly (readonly [string, string])[]): Map<string, FakeMicrophone> => {
    const out = new Map(plugged);
    for (const [from] of places) out.delete(from);
    for (const [from, to] of places) out.set(to, at(from));
    return out;
  };
  const [a, b, c] = mics as [string, string, string];
  const dead = (): Rig => made({ kind: 'dead', microphoneId: at(a).id }, { kind: 'dead', ids: [at(a).id] });
  switch (kind) {
    case 'none':
      return made({ kind: 'none' }, null);
    case 'swapped': {
      // Across banks where there are two in use, so that one may be in the dark.
      const other = mics.find((one) => bankOf(one) !== bankOf(a)) ?? b;
      return made(
        { kind: 'none' },
        { kind: 'swapped', ids: [at(a).id, at(other).id] },
        put([
          [a, other],
          [other, a],
        ]),
      );
    }
    case 'ring':
      return made(
        { kind: 'none' },
        { kind: 'swapped', ids: [a, b, c].map((one) => at(one).id) },
        put([
          [a, b],
          [b, c],
          [c, a],
        ]),
      );
    case 'row': {
      const free = inputs.find(({ id }) => !plugged.has(id));
      if (!free) return dead();
      const order = inputs.filter(({ id }) => plugged.has(id)).map(({ id }) => id);
      // All sit one further, the last in an input that is free.
      const places = order.map((input, i) => [input, order[i + 1] ?? free.id] as const);
      return made({ kind: 'none' }, { kind: 'swapped', ids: order.map((one) => at(one).id) }, put(places));
    }
    case 'dead':
      return dead();
    case 'gain':
      return made({ kind, inputId: a, byDb: random.between(14, 20) * (random.uniform() < 0.5 ? -1 : 1) }, { kind: 'wrong gain', ids: [at(a).id] });
    case 'stuck':
      return made({ kind, inputId: a }, { kind: 'not answering', ids: [at(a).id] });
    case 'deaf':
      return made({ kind }, { kind: 'not answering', ids: [] });
    case 'no power': {
      const fed = mics.filter((one) => at(one).needsPower && bankOf(one) !== null);
      const bank = bankOf(fed[0] ?? '');
      if (bank === null) return dead();
      return made({ kind, bank }, { kind, ids: fed.filter((one) => bankOf(one) === bank).map((one) => at(one).id) });
    }
    case 'reversed':
    case 'hum':
    case 'hiss':
    case 'crackle':
    case 'loose':
    case 'pad':
    case 'howl':
      return made({ kind, microphoneId: at(a).id }, kind === 'howl' ? null : { kind, ids: [at(a).id] });
  }
}

async function checked(session: Session, { fake }: Rig): Promise<{ findings: LineFinding[]; problems: string[] }> {
  const device = await DeviceClient.connect({ open: fake.open, wait, rig: () => null });
  const plan = linePlanOf(session, DEVICE);
  const steps = lineSteps(plan.lines, true);
  let run: LineRun = { plan, notes: NO_NOTES };
  const problems: string[] = [];
  for (let step = nextStep(steps, run.notes), n = 0; step && n < 40; step = nextStep(steps, run.notes), n++) {
    fake.doing = step.kind === 'tap' ? { do: 'tap', microphoneId: step.microphoneId } : { do: step.kind === 'play' ? 'play' : 'quiet' };
    const answer = await runStep(step, device, () => plan, run);
    run = answer.run;
    if (answer.problem !== null) {
      problems.push(JSON.stringify(answer.problem));
      if (problems.length > 2) break;
    }
  }
  device.end();
  return { findings: concludeLines(run.plan.lines, run.notes), problems };
}

test('through an interface that speaks the messages alone every fault is told by its name, on the right line, and nothing else (seeded)', async () => {
  const missed: string[] = [];
  const counts = new Map<string, number>();
  for (const seed of seedsFor({ name: 'fake interface, one fault', least: KINDS.length, all: 200, seconds: 10 })) {
    const session = rigSession(seed, solve);
    const kind = KINDS[seed % KINDS.length] as Kind;
    const rig = rigWith(session, kind, seed);
    const { findings, problems } = await checked(session, rig);
    const graves = findings.filter(({ severity }) => severity !== 'note');
    const ids = [...new Set(graves.flatMap(({ microphoneIds }) => microphoneIds))].sort();
    const isRight = rig.howls
      ? graves.length === 0 && problems.length > 0 && problems.every((one) => /"howls-gains-down".*"hertz":\d+/.test(one))
      : problems.length === 0 &&
        graves.length > 0 &&
        graves.every((one) => one.kind === rig.wanted?.kind) &&
        JSON.stringify(ids) === JSON.stringify([...(rig.wanted?.ids ?? [])].sort()) &&
        (rig.wanted?.kind === 'no power' || graves.length === 1);
    if (!isRight)
      missed.push(
        `${seed} ${kind} ${rig.wanted?.ids.join()}: ${[...problems, ...findings.map((one) => `${one.kind} ${one.microphoneIds.join()}: ${one.told.code}`)].join(' | ')}`,
      );
    else counts.set(kind, (counts.get(kind) ?? 0) + 1);
  }
  expect(missed).toEqual([]);
  expect(counts.size).toBe(KINDS.length);
});

test('of clean rigs nothing is told (seeded)', async () => {
  for (const seed of seedsFor({ name: 'fake interface, clean', from: 1001, least: 3, all: 100, seconds: 4 })) {
    const session = rigSession(seed, solve);
    const { findings, problems } = await checked(session, rigWith(session, 'none', seed));
    expect([seed, problems, findings.map(({ told }) => told.code)]).toEqual([seed, [], []]);
  }
});

/** Microphones that the lit banks of an interface would harm, as the session has them plugged now. */
function harmedNow(session: Session, deviceId: string, fake: FakeInterface): string[] {
  const inputs = new Map<string, boolean>();
  for (const { id, bank } of inputsOf(session, deviceId)) inputs.set(`${deviceId}/${id}`, bank !== null && fake.banks.get(bank) === true);
  return fates(session, { inputs, units: new Map() }).flatMap(({ id, never, volts, address }) =>
    never && volts && address.startsWith(`${deviceId}/`) ? [id] : [],
  );
}

/** Something else is plugged, put between, or on the shelf. */
function edited(session: Session, random: Random): Session {
  const one = <T>(list: readonly T[]): T => list[random.integer(0, list.length - 1)] as T;
  const { id } = one(session.microphones);
  switch (random.integer(0, 4)) {
    case 0:
      return editMicrophone(id, { modelId: one(session.shelf.microphones).id })(session);
    case 1:
      return putBetween(id, random.uniform() < 0.4 ? null : one(OUTBOARD_CATALOGUE).id)(session);
    case 2: {
      const model = one(session.shelf.microphones);
      const next = { ...model, phantom: one(PHANTOM_NEEDS) };
      return editGear('swap', (shelf) => ({ ...shelf, microphones: shelf.microphones.map((own) => (own === model ? next : own)) }))(session);
    }
    case 3: {
      const inputs = patchInputs(session);
      return inputs.length > 0 ? plugIn(id, inputAddress(one(inputs)))(session) : session;
    }
    default:
      return { ...session, sampleRateHz: one([44_100, 48_000, 96_000]) };
  }
}

test('steps, repeats, edits in the midst and lost connections: power never goes out to what it harms, and none is left lit (seeded)', async () => {
  let [steps, edits, lits, losses, clashes] = [0, 0, 0, 0, 0];
  for (const seed of seedsFor({ name: 'walks through the line check', least: 40, all: 500, seconds: 6 })) {
    const random = createRandom(seed);
    let session = rigByChance(seed, 6);
    const deviceId = session.shelf.devices[0]?.id ?? '';
    const own = inputsOf(session, deviceId);
    // Some devices share their switches otherwise than the shelf says.
    const isOther = random.uniform() < 0.15 && new Set(own.map(({ bank }) => bank)).size > 1;
    const inputs = isOther ? own.map((input) => ({ ...input, bank: 'all' })) : own;
    const fake = new FakeInterface({ inputs, plugged: new Map(), fault: { kind: 'none' }, seed });
    fake.isBrief = true;
    const device = await DeviceClient.connect({ open: fake.open, wait: (ms) => wait(ms > 1000 ? ms : 0), rig: () => null });
    const planNow = () => linePlanOf(session, deviceId);
    let run: LineRun = { plan: planNow(), notes: NO_NOTES };
    const looked = (when: string): void => {
      if (isOther) return;
      expect([seed, when, harmedNow(session, deviceId, fake)]).toEqual([seed, when, []]);
    };
    fake.onSet = () => {
      if (random.uniform() < 0.02) {
        session = edited(session, random);
        edits++;
      }
      if (random.uniform() < 0.01) {
        losses++;
        queueMicrotask(() => fake.drop());
      }
    };
    for (let k = 0; k < 25; k++) {
      const lines = lineSteps(run.plan.lines.filter(isTapped), true);
      const chance = random.uniform();
      if (chance < 0.12) {
        session = edited(session, random);
        edits++;
        // The page does so at once.
        if (!samePlugging(planNow(), run.plan)) run = (await begunAnew(device, planNow())).run;
      } else if (chance < 0.25) run = (await goBack(lines[random.integer(0, lines.length - 1)] as (typeof lines)[number], device, run)).run;
      else {
        const step = chance < 0.85 ? nextStep(lines, run.notes) : lines[random.integer(0, lines.length - 1)];
        if (!step) continue;
        const before = [...fake.banks.values()].some(Boolean);
        const answer = await runStep(step, device, planNow, run);
        run = answer.run;
        if (!before && [...fake.banks.values()].some(Boolean)) lits++;
        if (JSON.stringify(answer.problem).includes('"banks-differ"')) clashes++;
        steps++;
        if (isOther) expect([seed, step.kind, [...fake.banks.values()].some(Boolean)]).toEqual([seed, step.kind, false]);
        // Cables are touched in the dark.
        if (answer.problem === null && (step.kind === 'plug' || step.kind === 'monitors down'))
          expect([seed, step.kind, [...fake.banks.values()].some(Boolean)]).toEqual([seed, step.kind, false]);
      }
      looked(`move ${k}`);
    }
    fake.onSet = null;
    // Who was cut off at this very moment asks again.
    await powerOff(device).catch(() => powerOff(device));
    expect([seed, [...fake.banks.values()].some(Boolean)]).toEqual([seed, false]);
    device.end();
  }
  expect(steps).toBeGreaterThan(300);
  expect(edits).toBeGreaterThan(60);
  expect(lits).toBeGreaterThan(15);
  expect(losses).toBeGreaterThan(5);
  expect(clashes).toBeGreaterThan(0);
});

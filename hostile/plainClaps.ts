import type { Plan, PlanMicrophone } from '../src/core/arrivals';
import type { Random } from '../src/core/math';
import { crosses } from '../src/core/solids';
import { dotted, long, minus, type P, plus, times } from './plainModel';

const { PI, ceil, exp, max, sin } = Math;

const LONG_S = 4;
const CLAP_AT_S = 2.6;
const KNOCKS_AT_S = [0.8, 1.05];
/** How loud a clap and a click of sticks are a metre off, dB: some 115 a hand's breadth away (from memory). */
const CLAP_DB = 92;
/** Converters end here. */
const FULL = 1;
const OMNI: Record<string, number> = {
  omni: 1,
  'wide-cardioid': 0.7,
  cardioid: 0.5,
  supercardioid: 0.366,
  hypercardioid: 0.25,
  'figure-of-eight': 0,
};

interface Burst {
  readonly hertz: number;
  readonly diesS: number;
  readonly gain: number;
}

/** What a clap sounds like: three damped sines that all begin upwards. */
const burst = (random: Random): Burst[] =>
  [random.between(700, 1100), random.between(1300, 2200), random.between(2600, 4200)].map((hertz, i) => ({
    hertz,
    diesS: random.between(0.0015, 0.004) / (i + 1),
    gain: [1, 0.7, 0.4][i] as number,
  }));

function addAt(out: Float32Array, rate: number, atS: number, parts: readonly Burst[], level: number): void {
  const first = max(0, ceil(atS * rate));
  for (let n = first; n < Math.min(out.length, first + 0.03 * rate); n++) {
    const t = n / rate - atS;
    let x = 0;
    for (const { hertz, diesS, gain } of parts) x += gain * exp(-t / diesS) * sin(2 * PI * hertz * t);
    out[n] = (out[n] as number) + level * x;
  }
}

/** A clap beside a capsule: in front of it, or where there is room; somebody's hands are a hand's breadth away, more or less. */
function clapPlace({ positionM, axis }: PlanMicrophone, { solids }: Plan, random: Random): P {
  for (const way of [axis, { x: 0, y: 0, z: 1 }, times(axis, -1)]) {
    const place = plus(plus(positionM, times(way, random.between(0.07, 0.14))), {
      x: 0.03 * random.normal(),
      y: 0.03 * random.normal(),
      z: 0.03 * random.normal(),
    });
    if (solids.every(({ shape }) => !crosses(shape, positionM, place))) return place;
  }
  return plus(positionM, times(axis, 0.05));
}

/** How a microphone takes sound from a place, as a ratio: its pattern, and the back of a figure of eight upside down. */
function taken({ positionM, axis, pattern }: PlanMicrophone, from: P): number {
  const way = minus(from, positionM);
  const omni = OMNI[pattern] ?? 0.5;
  const share = omni + (1 - omni) * (dotted(way, axis) / max(1e-6, long(way)));
  return Math.abs(share) < 0.05 ? 0.05 : share;
}

/** How far channels are turned up, by microphone id. */
type Gains = ReadonlyMap<string, number>;

interface Struck {
  readonly place: P;
  readonly atS: number;
  readonly parts: readonly Burst[];
  readonly level: number;
  readonly gains: Gains;
}

/** Adds a short sound to what a microphone has: the straight way, later and softer where it goes round a body, and six mirror rooms. */
function addStruck(
  out: Float32Array,
  { room, speedOfSoundMps: c, sampleRateHz: rate }: Plan,
  one: PlanMicrophone,
  struck: Struck,
  roundM: number,
): void {
  const { place, atS, parts, gains } = struck;
  const level = struck.level * (gains.get(one.id) ?? 0);
  const flip = one.flipped ? -1 : 1;
  const way = long(minus(one.positionM, place)) + roundM;
  addAt(out, rate, atS + way / c, parts, (flip * level * taken(one, place) * (roundM > 0 ? 0.25 : 1)) / max(0.03, way));
  const mirrors: P[] = [
    { ...place, x: -place.x },
    { ...place, x: 2 * room.widthM - place.x },
    { ...place, y: -place.y },
    { ...place, y: 2 * room.depthM - place.y },
    { ...place, z: -place.z },
    { ...place, z: 2 * room.heightM - place.z },
  ];
  for (const mirror of mirrors) {
    const far = long(minus(one.positionM, mirror));
    addAt(out, rate, atS + far / c, parts, (flip * level * Math.sqrt(1 - room.absorption) * Math.abs(taken(one, mirror))) / far);
  }
}

const hiss = (plan: Plan, seconds: number, random: Random): Float32Array =>
  Float32Array.from({ length: seconds * plan.sampleRateHz }, () => 1e-4 * random.normal());

/**
 * Two knocks on a microphone of a plan and a clap before it, as each microphone has them: straight ways, six mirror rooms, what goes round a
 * body later and softer, hiss.
 * @returns four seconds a microphone, in the plan's order
 */
export function plainClap(plan: Plan, gains: Gains, microphone: number, random: Random): Float32Array[] {
  const place = clapPlace(plan.microphones[microphone] as PlanMicrophone, plan, random);
  const struck: Struck = { place, atS: CLAP_AT_S, parts: burst(random), level: 10 ** ((CLAP_DB + random.between(-4, 4)) / 20), gains };
  return plan.microphones.map((one, m) => {
    const out = hiss(plan, LONG_S, random);
    const knock = m === microphone ? 0.3 : 0.3 * 10 ** (-random.between(14, 35) / 20);
    for (const atS of KNOCKS_AT_S) addAt(out, plan.sampleRateHz, atS, [{ hertz: random.between(90, 120), diesS: 0.015, gain: 1 }], knock);
    const isRound = m !== microphone && plan.solids.some(({ shape }) => crosses(shape, place, one.positionM));
    addStruck(out, plan, one, struck, isRound ? random.between(0.03, 0.3) : 0);
    return out.map((x) => Math.max(-FULL, Math.min(FULL, x)));
  });
}

/** A click of two sticks at a place, to the centimetre, as each microphone has it: two seconds a microphone. What lies deep in something is heard round it. */
export function plainClick(plan: Plan, gains: Gains, at: P, random: Random): Float32Array[] {
  const place = plus(at, { x: 0.01 * random.normal(), y: 0.01 * random.normal(), z: 0.01 * random.normal() });
  const struck: Struck = { place, atS: 1, parts: burst(random), level: 10 ** ((CLAP_DB + random.between(-4, 4)) / 20), gains };
  return plan.microphones.map((one) => {
    const out = hiss(plan, 2, random);
    const toward = minus(one.positionM, place);
    const start = plus(place, times(toward, Math.min(0.5, 0.06 / max(0.01, long(toward)))));
    const isRound = plan.solids.some(({ shape }) => crosses(shape, start, one.positionM));
    addStruck(out, plan, one, struck, isRound ? random.between(0.03, 0.3) : 0);
    return out.map((x) => Math.max(-FULL, Math.min(FULL, x)));
  });
}

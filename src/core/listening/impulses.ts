import { BANDS } from '../acoustics';
import { type ArrivalTable, diffuseEnergy, type PlanMicrophone, speakerShare } from '../arrivals';
import { createRandom, dot, type Vec3 } from '../math';
import { isDirect, type MicrophoneKind, patternGain } from '../microphones';
import { addDelayed, type Heard, heardBy } from '../render';
import { octaveDecays, type Room, roomSurfaceM2, roomVolumeM3 } from '../room';
import { amplitudeRatioFromDb } from '../units';

const { ceil, exp, max, round, sqrt } = Math;

/** Every response begins so many samples late, so that what a fractional delay needs before it is kept. */
export const LEAD = 40;
const DELTA = Float32Array.of(1);
/** One sample, delayed by a fraction, with room before and after. */
const HALF = 20;
const DELAYED = new Float32Array(2 * HALF);
/** What the lowest band's filter still rings, s. */
const RING_S = 0.006;

/** Response of one microphone to one source by its paths and first reflections, peak as in a file by `reference`. */
export function impulseOf(copies: readonly Heard[], rate: number, shiftSamples: number): Float32Array {
  const last = copies.reduce((most, { delaySamples }) => max(most, delaySamples), 0);
  const length = ceil(last + max(0, shiftSamples) + 2 * LEAD + RING_S * rate);
  const bands = BANDS.map(() => new Float32Array(length));
  for (const { delaySamples, gains } of copies) {
    const at = LEAD + shiftSamples + delaySamples;
    DELAYED.fill(0);
    addDelayed(DELAYED, DELTA, HALF + (at % 1), 1);
    const start = Math.floor(at) - HALF;
    for (const [band, buffer] of bands.entries()) {
      const gain = gains[gains.length === 1 ? 0 : band] as number;
      for (let k = max(0, -start); k < DELAYED.length; k++) buffer[start + k] = (buffer[start + k] as number) + gain * (DELAYED[k] as number);
    }
  }
  // Band k is what one low pass lets through less what the one below it does: the top as it is, and each step down through its own filter.
  const out = Float32Array.from(bands[BANDS.length - 1] as Float32Array);
  for (let k = 0; k < BANDS.length - 1; k++) {
    const keep = exp((-2 * Math.PI * (BANDS[k] as (typeof BANDS)[number]).highHz) / rate);
    const [own, above] = [bands[k] as Float32Array, bands[k + 1] as Float32Array];
    let low = 0;
    for (let i = 0; i < length; i++) {
      low = keep * low + (1 - keep) * ((own[i] as number) - (above[i] as number));
      out[i] = (out[i] as number) + low;
    }
  }
  return out;
}

/** Twelve directions spread evenly over the sphere: the corners of an icosahedron. */
const GOLDEN = (1 + sqrt(5)) / 2;
const DIRECTIONS: readonly Vec3[] = [-1, 1].flatMap((a) =>
  [-GOLDEN, GOLDEN].flatMap((b) => {
    const size = Math.hypot(1, GOLDEN);
    const [p, q] = [a / size, b / size];
    return [
      { x: 0, y: p, z: q },
      { x: p, y: q, z: 0 },
      { x: q, y: 0, z: p },
    ];
  }),
);

/** A room's tail is told to this far down, and no longer than that, s. */
const TAIL_SHARE = 0.75;
const LONGEST_S = 1.6;

interface Tail {
  /** Waves from each of the directions, energy 1 together. */
  readonly waves: readonly Float32Array[];
  readonly length: number;
}

/** What the decay of an octave band's neighbours is in each of the four bands. */
const OCTAVES_OF_BAND = [
  [0, 0],
  [1, 2],
  [3, 4],
  [5, 5],
] as const;

/**
 * The room after its first reflections: noise from all round that dies away as its octaves do, from one mean free path on (4·V/S/c). What is
 * together in phase at two microphones is so by where they stand and look.
 */
export function tailOf(room: Room, speedOfSoundMps: number, rate: number, seed = 11): Tail {
  const decays = octaveDecays(room, speedOfSoundMps);
  const seconds = OCTAVES_OF_BAND.map(([a, b]) => ((decays[a]?.seconds ?? 0.3) + (decays[b]?.seconds ?? 0.3)) / 2);
  const length = round(Math.min(LONGEST_S, TAIL_SHARE * max(...seconds)) * rate);
  const start = round(((4 * roomVolumeM3(room)) / roomSurfaceM2(room) / speedOfSoundMps) * rate);
  const random = createRandom(seed);
  const keeps = BANDS.map(({ highHz }) => exp((-2 * Math.PI * highHz) / rate));
  const falls = seconds.map((rt) => exp(-6.908 / (rt * rate)));
  const waves = DIRECTIONS.map(() => {
    const wave = new Float32Array(length);
    const lows = new Float64Array(BANDS.length);
    const levels = falls.map((fall) => fall ** start);
    for (let i = start; i < length; i++) {
      const white = random.normal();
      let before = 0;
      let sum = 0;
      for (let band = 0; band < BANDS.length; band++) {
        const keep = keeps[band] as number;
        const low = band === BANDS.length - 1 ? white : keep * (lows[band] as number) + (1 - keep) * white;
        lows[band] = low;
        sum += (levels[band] as number) * (low - before);
        levels[band] = (levels[band] as number) * (falls[band] as number);
        before = low;
      }
      wave[i] = sum;
    }
    return wave;
  });
  // As a whole the tail passes on the energy of white noise that was let in.
  const energy = waves.reduce((sum, wave) => sum + wave.reduce((own, x) => own + x * x, 0), 0);
  const gain = 1 / sqrt(max(1e-12, energy));
  return { waves: waves.map((wave) => wave.map((x) => x * gain)), length };
}

/** A microphone's own tail: every wave through its pattern, as early or late as it gets there; none for a pickup. */
function tailAt(
  tail: Tail,
  microphone: PlanMicrophone,
  centre: Vec3,
  speedOfSoundMps: number,
  rate: number,
  gain: number,
  shiftSamples: number,
): Float32Array {
  if (isDirect(microphone.model.kind)) return new Float32Array(0);
  const at = {
    x: microphone.positionM.x - centre.x,
    y: microphone.positionM.y - centre.y,
    z: microphone.positionM.z - centre.z,
  };
  const farthest = ceil((Math.hypot(at.x, at.y, at.z) / speedOfSoundMps) * rate);
  const out = new Float32Array(LEAD + farthest + tail.length + max(0, round(shiftSamples)) + 1);
  tail.waves.forEach((wave, k) => {
    const from = DIRECTIONS[k] as Vec3;
    const g = gain * patternGain(microphone.pattern, dot(from, microphone.axis)) * (microphone.flipped ? -1 : 1);
    const start = LEAD + round(shiftSamples - (dot(from, at) / speedOfSoundMps) * rate);
    for (let i = max(0, -start); i < wave.length && i + start < out.length; i++)
      out[i + start] = (out[i + start] as number) + g * (wave[i] as number);
  });
  return out;
}

/** Energy that a source of peak 1 puts into the room's diffuse field, once it is full, as an omni takes it; re its file level. */
export function roomWeights(table: ArrivalTable): number[] {
  const { plan } = table;
  return plan.sources.map((source) => sqrt(diffuseEnergy({ ...source, held: true }, plan)));
}

/** What kinds of microphone usually do to the ends of the range, Hz: where they fall by 3 dB (common data sheets, from memory). Others are even. */
const ENDS: Readonly<Partial<Record<MicrophoneKind, { readonly lowHz?: number; readonly highHz?: number }>>> = {
  'moving-coil': { lowHz: 60, highHz: 13_000 },
  ribbon: { highHz: 9000 },
  'clip-on': { lowHz: 50, highHz: 16_000 },
};

/** A response as a kind of microphone takes it up: softened at its ends, first order. */
export function toned(impulse: Float32Array, kind: MicrophoneKind, rate: number): Float32Array {
  const { lowHz, highHz } = ENDS[kind] ?? {};
  if (impulse.length === 0 || (!lowHz && !highHz)) return impulse;
  const keepHigh = highHz ? exp((-2 * Math.PI * highHz) / rate) : 0;
  const keepLow = lowHz ? exp((-2 * Math.PI * lowHz) / rate) : 1;
  // The low end rings on: room for it to fall by 60 dB.
  const out = new Float32Array(impulse.length + (lowHz ? ceil((1.1 * rate) / lowHz) : 0));
  let [soft, low] = [0, 0];
  for (let i = 0; i < out.length; i++) {
    soft = keepHigh * soft + (1 - keepHigh) * (impulse[i] ?? 0);
    low = lowHz ? keepLow * low + (1 - keepLow) * soft : 0;
    out[i] = soft - low;
  }
  return out;
}

/** Responses of one microphone to every source and to the room, the last. */
export function impulsesAt(table: ArrivalTable, m: number, rate: number, reference: number, tail: Tail, shiftSamples: number): Float32Array[] {
  const { plan } = table;
  const microphone = plan.microphones[m] as PlanMicrophone;
  const centre = { x: plan.room.widthM / 2, y: plan.room.depthM / 2, z: plan.room.heightM / 2 };
  const { kind } = microphone.model;
  const early = plan.sources.map((_, s) => toned(impulseOf(heardBy(table, m, s, reference, true), rate, shiftSamples), kind, rate));
  const through = sqrt(plan.sources[0] ? speakerShare(microphone, plan.sources[0]) : 1);
  return [...early, toned(tailAt(tail, microphone, centre, plan.speedOfSoundMps, rate, reference * through, shiftSamples), kind, rate)];
}

/**
 * Responses of every microphone of a plan to every source and to the room.
 * @param references per microphone, what a pressure of 20 µPa becomes
 * @param tail made once for a room
 */
export function impulsesOf(table: ArrivalTable, rate: number, references: readonly number[], tail: Tail, sessionRateHz: number): Float32Array[][] {
  const shift = alignments(table, rate, sessionRateHz);
  return table.plan.microphones.map((_, m) => impulsesAt(table, m, rate, references[m] ?? 1, tail, shift[m] ?? 0));
}

/** How much later each channel plays by the delays given in the mix, samples, none before the first. */
export function alignments(table: ArrivalTable, rate: number, sessionRateHz: number): number[] {
  const own = table.plan.microphones.map(({ alignSamples }) => (alignSamples * rate) / sessionRateHz);
  const first = Math.min(0, ...own);
  return own.map((shift) => shift - first);
}

/** Peak that a channel is brought to, by its loudest source; both of a pair alike. */
export function referencesOf(table: ArrivalTable, targetDbfs: number): number[] {
  const { plan } = table;
  const loudest = plan.microphones.map((_, m) => max(-200, ...(table.rows[m] ?? []).map(({ levelDb }) => levelDb)));
  const together = plan.microphones.map(({ id }, m) => {
    const pair = plan.pairs.find(({ leftId, rightId }) => leftId === id || rightId === id);
    const other = pair ? plan.microphones.findIndex((one) => one.id === (pair.leftId === id ? pair.rightId : pair.leftId)) : m;
    return max(loudest[m] as number, loudest[other] ?? -200);
  });
  return together.map((db) => amplitudeRatioFromDb(targetDbfs - db));
}

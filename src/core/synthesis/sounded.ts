import { createRandom } from '../math';
import { addTo, burst, finished, resonate, soften, thin } from './tools';

const { exp, floor, min, PI, sin } = Math;

/**
 * A plucked string: a travelling wave that loses a little at each end (Karplus and Strong 1983; Jaffe and Smith 1983), plucked at a part of
 * its length, which leaves out every partial with a node there.
 */
export function plucked(rate: number, hertz: number, hard: number, seed: number, seconds = 1.4): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(Math.round(seconds * rate));
  const period = rate / hertz - 0.5;
  const whole = floor(period - 0.2);
  const fraction = period - whole;
  const allpass = (1 - fraction) / (1 + fraction);
  const line = Float32Array.from(
    soften(
      Float32Array.from({ length: whole }, () => random.normal()),
      rate,
      1200 + 6000 * hard,
    ),
  );
  const pluckedAt = Math.max(1, Math.round(0.17 * whole));
  const shaped = line.map((x, i) => x - (line[(i + pluckedAt) % whole] as number));
  line.set(shaped);
  // A high string loses more of itself in a second than a low one: to 1/e in about these times.
  const keep = exp(-1 / (hertz * (0.9 * (196 / hertz) ** 0.7)));
  let [at, before, allIn, allOut] = [0, 0, 0, 0];
  for (let i = 0; i < out.length; i++) {
    const now = line[at] as number;
    out[i] = now;
    const lossy = keep * 0.5 * (now + before);
    before = now;
    const turned = allpass * lossy + allIn - allpass * allOut;
    allIn = lossy;
    allOut = turned;
    line[at] = turned;
    at = (at + 1) % whole;
  }
  return out;
}

/** What a guitar's body makes of its strings: the air in it, its top and back (usual places, from memory), over the strings' own sound. */
export function throughBody(strings: Float32Array, rate: number): Float32Array {
  const out = new Float32Array(strings.length);
  addTo(out, strings, 0.35);
  for (const [hertz, width, gain] of [
    [102, 18, 1.1],
    [204, 30, 1.3],
    [396, 60, 0.8],
    [610, 120, 0.5],
  ] as const)
    addTo(out, resonate(strings, rate, hertz, width), gain);
  return out;
}

/** A chord stroked over its strings, one after the other. */
export function strummed(rate: number, hertz: readonly number[], hard: number, seed: number, isUp: boolean): Float32Array {
  const out = new Float32Array(Math.round(1.5 * rate));
  const order = isUp ? [...hertz].reverse() : hertz;
  order.forEach((one, k) => void addTo(out, plucked(rate, one, hard, seed + k, 1.4), 1, Math.round(0.012 * k * rate)));
  addTo(out, thin(burst(Math.round(0.06 * rate), rate, createRandom(seed), 0.02), rate, 2000), 0.5 * hard);
  return finished(throughBody(out, rate));
}

/** Rise, hold and fall of a note that is blown or sung. */
const envelope = (t: number, seconds: number, riseS: number): number => min(1, t / riseS) * min(1, Math.max(0, (seconds - t) / 0.06));

interface Blown {
  readonly seconds: number;
  readonly riseS: number;
  /** How much of each partial the next one keeps at full strength: the louder, the brighter. */
  readonly bright: number;
  /** Breath beside the tone. */
  readonly breath: number;
  readonly vibrato: number;
}

/**
 * A held tone whose partials each keep a share b of the one before: b·sin φ/(1 − 2b·cos φ + b²) is their sum. The share grows with the
 * strength, as lips and reeds do.
 */
function blown(rate: number, hertz: number, hard: number, seed: number, how: Blown): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(Math.round(how.seconds * rate));
  const most = Math.min(how.bright, 10 ** (-60 / 20 / Math.max(1, (0.42 * rate) / hertz)));
  let phase = 0;
  for (let i = 0; i < out.length; i++) {
    const t = i / rate;
    const strength = envelope(t, how.seconds, how.riseS) * (0.6 + 0.4 * hard);
    phase += ((2 * PI * hertz) / rate) * (1 + how.vibrato * sin(2 * PI * 5.4 * t) * min(1, t / 0.3) - 0.03 * exp(-t / 0.02));
    const b = most * (0.35 + 0.65 * strength);
    const tone = (b * sin(phase)) / (1 - 2 * b * Math.cos(phase) + b * b);
    out[i] = strength * (1 - b) * tone * 2 + how.breath * strength * 0.4 * random.normal();
  }
  return out;
}

/** Lips and a bell: bright when loud; the bell lets little out below its cut-off. */
export function brass(rate: number, hertz: number, hard: number, seed: number, seconds: number): Float32Array {
  const raw = blown(rate, hertz, hard, seed, { seconds, riseS: 0.035, bright: 0.86, breath: 0.004, vibrato: 0.003 });
  const out = thin(raw, rate, 500);
  addTo(out, raw, 0.25);
  return finished(soften(out, rate, 6000));
}

/** A reed on a cone, with the middle that players call its voice. */
export function reed(rate: number, hertz: number, hard: number, seed: number, seconds: number): Float32Array {
  const raw = blown(rate, hertz, hard, seed, { seconds, riseS: 0.025, bright: 0.84, breath: 0.02, vibrato: 0.004 });
  const out = new Float32Array(raw);
  addTo(out, resonate(raw, rate, 900, 300), 1.2);
  addTo(out, resonate(raw, rate, 1700, 500), 0.7);
  return finished(out);
}

/** A voice on "ah": a glottal tone through the throat's resonances (usual places of an open vowel, from memory). */
export function sung(rate: number, hertz: number, hard: number, seed: number, seconds: number): Float32Array {
  const raw = blown(rate, hertz, hard, seed, { seconds, riseS: 0.05, bright: 0.9, breath: 0.015, vibrato: 0.006 });
  const out = new Float32Array(raw.length);
  addTo(out, raw, 0.12);
  for (const [formant, width, gain] of [
    [730, 90, 1],
    [1090, 110, 0.6],
    [2440, 160, 0.25],
    [3400, 250, 0.15],
  ] as const)
    addTo(out, resonate(raw, rate, formant, width), gain);
  return finished(out);
}

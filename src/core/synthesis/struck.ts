import { createRandom, type Random } from '../math';
import { addTo, burst, finished, type Partial, resonate, ring, soften, thin } from './tools';

const { exp, PI, sin, sqrt } = Math;

/** Modes of an ideal membrane over its lowest (zeros of the Bessel functions; Rossing, Science of Percussion Instruments). */
const MEMBRANE = [1, 1.593, 2.136, 2.295, 2.653, 2.917, 3.156, 3.5, 3.6, 4.06] as const;
/** Of a free bar, uncut, and with its underside cut so that the second is two octaves up (Rossing, from memory). */
const CUT_BAR = [1, 4, 10] as const;

export interface DrumBody {
  readonly hertz: number;
  /** Time in which the lowest mode falls to 1/e, s; higher ones fall faster. */
  readonly fallS: number;
  /** How far the pitch starts over its rest: a head that is driven hard is stretched. */
  readonly glide: number;
  /** Loudness of the beater's or hand's knock, and of wires under the head, beside the head's own tone. */
  readonly knock: number;
  readonly wires: number;
  /** 0 struck in the middle, which leaves the modes with a node there silent; 1 near the edge. */
  readonly out: number;
}

/** A struck head: membrane modes with a falling pitch, a knock, and wires that rattle along. */
export function drum(body: DrumBody, rate: number, hard: number, seed: number): Float32Array {
  const random = createRandom(seed);
  const seconds = Math.min(1.2, 5 * body.fallS + 0.08);
  const out = new Float32Array(Math.round(seconds * rate));
  // All modes fall in pitch together: the phase of each is the lowest one's, times its ratio.
  let phase = 0;
  const lowest = Float64Array.from(out, (_, i) => {
    phase += (2 * PI * body.hertz * (1 + body.glide * hard * exp(-i / rate / 0.03))) / rate;
    return phase;
  });
  MEMBRANE.forEach((ratio, k) => {
    const fall = exp(-(1 + 0.55 * (ratio - 1)) / (body.fallS * rate));
    let level = k === 0 ? 1 : (0.25 + 0.75 * body.out) / (1 + 0.5 * k) / (1.4 - 0.4 * hard);
    for (let i = 0; i < out.length && level > 1e-4; i++) {
      out[i] = (out[i] as number) + level * sin(ratio * (lowest[i] as number));
      level *= fall;
    }
  });
  addTo(out, soften(burst(out.length, rate, random, 0.004, 0.0002), rate, 1500 + 5000 * hard), body.knock * (0.5 + hard));
  if (body.wires > 0) addTo(out, thin(burst(out.length, rate, random, 0.09), rate, 1400), body.wires);
  return finished(out);
}

/** A plate that is struck: a dense cloud of modes over noise; closed, it dies at once. */
export function plate(rate: number, hard: number, seed: number, { fallS, lowHz }: { readonly fallS: number; readonly lowHz: number }): Float32Array {
  const random = createRandom(seed);
  const seconds = Math.min(1.6, 4 * fallS);
  const out = new Float32Array(Math.round(seconds * rate));
  const modes = Array.from({ length: 48 }, (): Partial => {
    const hertz = lowHz * (12_000 / lowHz) ** random.uniform();
    return { hertz, amplitude: random.normal() * 0.1, fallS: (fallS * (0.5 + random.uniform())) / sqrt(1 + hertz / 5000) };
  });
  ring(out, rate, modes);
  addTo(out, thin(burst(out.length, rate, random, 0.6 * fallS), rate, 2500), 0.35 + 0.4 * hard);
  addTo(out, burst(out.length, rate, random, 0.003, 0.0002), 0.5 * hard);
  return finished(out);
}

/** A tuned bar over its resonator, struck with a mallet; metal rings longer than wood. */
export function bar(rate: number, hertz: number, hard: number, seed: number, isMetal: boolean): Float32Array {
  const random = createRandom(seed);
  const fall = (isMetal ? 1.1 : 0.22) * (220 / hertz) ** 0.5;
  const out = new Float32Array(Math.round(Math.min(1.6, 5 * fall) * rate));
  ring(
    out,
    rate,
    CUT_BAR.map((ratio, k) => ({ hertz: hertz * ratio, amplitude: [1, 0.25 * hard, 0.1 * hard][k] as number, fallS: fall / ratio })),
  );
  addTo(out, soften(burst(out.length, rate, random, 0.006), rate, 2500), 0.25 * hard);
  return finished(out);
}

/** Beads or jingles: many small hits within one swing. */
export function grains(rate: number, hard: number, seed: number, hasJingles: boolean): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(Math.round((hasJingles ? 0.4 : 0.16) * rate));
  const count = hasJingles ? 30 : 90;
  for (let k = 0; k < count; k++) {
    const at = Math.floor(0.5 * out.length * (random.uniform() + random.uniform()) * 0.5);
    addTo(out, burst(Math.min(400, out.length - at), rate, random, 0.0012), random.between(0.2, 1) * hard, at);
  }
  const bright = thin(out, rate, 3500);
  if (!hasJingles) return finished(bright);
  const rung = new Float32Array(out.length);
  for (const hertz of [5200, 6900, 8300, 9700]) addTo(rung, resonate(bright, rate, hertz, 60), 1);
  addTo(bright, rung, 1.5);
  return finished(bright);
}

/** A box with a thin front: the air in it, the front's own modes, and the slap of the hand. */
export function box(rate: number, hard: number, seed: number): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(Math.round(0.5 * rate));
  ring(out, rate, [
    { hertz: 82, amplitude: 1 - 0.6 * hard, fallS: 0.09 },
    { hertz: 165, amplitude: 0.5, fallS: 0.06 },
    { hertz: 390, amplitude: 0.3 * hard, fallS: 0.03 },
    { hertz: 840, amplitude: 0.2 * hard, fallS: 0.02 },
  ]);
  addTo(out, thin(burst(out.length, rate, random, 0.025), rate, 900), 0.9 * hard);
  addTo(out, burst(out.length, rate, random, 0.003, 0.0002), 0.6);
  return finished(out);
}

const random = (seed: number): Random => createRandom(seed);

/**
 * A struck string of a piano: partials a little sharp of harmonic (f·n·√(1 + B·n²)), a hammer at an eighth of its length, a fast fall and a slow
 * one after it (Fletcher and Rossing, from memory).
 */
export function hammered(rate: number, hertz: number, hard: number, seed: number): Float32Array {
  const stiffness = 0.0004 * (hertz / 260) ** 1.2;
  const long = 2.2 * (110 / hertz) ** 0.6;
  const out = new Float32Array(Math.round(Math.min(1.8, 1.2 * long) * rate));
  const partials: Partial[] = [];
  for (let n = 1; n <= 26; n++) {
    const at = hertz * n * sqrt(1 + stiffness * n * n);
    if (at > 9000) break;
    const amplitude = (Math.abs(sin((n * PI) / 8)) + 0.05) * exp(-n * (0.34 - 0.16 * hard));
    partials.push({ hertz: at, amplitude: 0.75 * amplitude, fallS: (0.28 * long) / (1 + 0.12 * n) });
    partials.push({ hertz: at * 1.0005, amplitude: 0.25 * amplitude, fallS: long / (1 + 0.12 * n) });
  }
  ring(out, rate, partials);
  addTo(out, soften(burst(out.length, rate, random(seed), 0.012), rate, 900), 0.3);
  return finished(out);
}

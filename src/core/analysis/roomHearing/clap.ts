import { OCTAVES_HZ } from '../../room';
import type { Whole } from '../../units';
import { above, octaveBackwards } from '../meters/octaves';

const { abs, exp, floor, log10, max, min, round, sqrt } = Math;

/** Peak over noise that ISO 3382-2 asks for: ten decibels more than the range that is looked at ends below. */
const NEEDS_DB = { t20: 35, t30: 45 } as const;

export interface HeardDecay {
  readonly hertz: number;
  /** Time for 60 dB by the slope from −5 to −25 dB, from −5 to −35 dB, and from 0 to −10 dB; null where the noise is too near. */
  readonly t20S: number | null;
  readonly t30S: number | null;
  readonly edtS: number | null;
  /** How far the sound's beginning stands over the noise, dB. */
  readonly overNoiseDb: number;
  /** Why there is no figure; null when there is. */
  readonly problem: ClapProblem | null;
}

/** The clap stands too little over the noise, dB. */
export interface ClapProblem {
  readonly code: 'clap-low';
  readonly facts: { readonly hertz: number; readonly over: Whole; readonly needed: number };
}

export interface HeardFlutter {
  readonly periodS: number;
  /** Way between the two surfaces that it points to, metres. */
  readonly apartM: number;
  /** 0 to 1: how much of the tail repeats so. */
  readonly strength: number;
}

export interface HeardEcho {
  readonly afterMs: number;
  /** Level re the direct sound, dB. */
  readonly levelDb: number;
  /** How much longer its way was, metres. */
  readonly extraM: number;
}

export interface ClapReport {
  readonly octaves: readonly HeardDecay[];
  readonly flutter: HeardFlutter | null;
  readonly echoes: readonly HeardEcho[];
}

/** Where the sound begins: the first sample within 20 dB of the loudest, not more than 20 ms before it. */
function beginningOf(samples: Float32Array, rate: number): number {
  let loudest = 0;
  for (let i = 0; i < samples.length; i++) if (abs(samples[i] as number) > abs(samples[loudest] as number)) loudest = i;
  const sill = abs(samples[loudest] as number) * 0.1;
  for (let i = max(0, loudest - round(0.02 * rate)); i < loudest; i++) if (abs(samples[i] as number) >= sill) return i;
  return loudest;
}

/** Straight line through decay levels between two of them: the time for 60 dB; null where the curve does not reach so far. */
function slopeSeconds(curveDb: Float64Array, fromDb: number, toDb: number, rate: number): number | null {
  let [start, end] = [-1, -1];
  for (let i = 0; i < curveDb.length; i++) {
    if (start < 0 && (curveDb[i] as number) <= fromDb) start = i;
    if ((curveDb[i] as number) <= toDb) {
      end = i;
      break;
    }
  }
  if (start < 0 || end - start < 4) return null;
  let [n, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
  for (let i = start; i <= end; i++) {
    const y = curveDb[i] as number;
    n++;
    sx += i;
    sy += y;
    sxx += i * i;
    sxy += i * y;
  }
  const slope = (n * sxy - sx * sy) / (n * sxx - sx * sx);
  return slope < 0 ? -60 / (slope * rate) : null;
}

/** Where a band's decay meets its noise: the energy in short steps, and a line through what is well above the noise (after Lundeby 1995). */
function meeting(power: Float64Array, noise: number, rate: number, stepS: number): number {
  const step = max(1, round(stepS * rate));
  const levels: number[] = [];
  for (let start = 0; start + step <= power.length; start += step) {
    let sum = 0;
    for (let i = start; i < start + step; i++) sum += power[i] as number;
    levels.push(10 * log10(sum / step + 1e-30));
  }
  const noiseDb = 10 * log10(noise + 1e-30);
  const top = levels.reduce((best, level, i) => (level > (levels[best] as number) ? i : best), 0);
  let last = top;
  while (last + 1 < levels.length && (levels[last + 1] as number) > noiseDb + 7) last++;
  let [n, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0];
  for (let i = top; i <= last; i++) {
    n++;
    sx += i;
    sy += levels[i] as number;
    sxx += i * i;
    sxy += i * (levels[i] as number);
  }
  if (n < 3) return min(power.length, (last + 1) * step);
  const slope = (n * sxy - sx * sy) / (n * sxx - sx * sx);
  if (slope >= 0) return power.length;
  const level = (sy - slope * sx) / n;
  return min(power.length, max((last + 1) * step, floor(((noiseDb - level) / slope + 0.5) * step)));
}

/** An octave's filter rings for so many of its periods (to some 40 dB down). */
const RINGING = 4;

function decayOf(samples: Float32Array, start: number, rate: number, hertz: number): HeardDecay {
  const band = octaveBackwards(samples, rate, hertz);
  // Run backwards the filter rings before the sound: what of the direct sound is there belongs to it.
  const power = band.subarray(max(0, start - round((RINGING * rate) / hertz))).map((x) => x * x);
  // Noise: before the sound where there is enough of it, else the last tenth.
  const before = band.subarray(0, max(0, start - round((0.08 + RINGING / hertz) * rate)));
  const quiet = before.length > 0.2 * rate ? before.subarray(round(0.05 * rate)) : band.subarray(band.length - floor(band.length / 10));
  const noise = quiet.reduce((sum, x) => sum + x * x, 0) / max(1, quiet.length);
  const stepS = max(0.01, 4 / hertz);
  const end = meeting(power, noise, rate, stepS);
  // Backward integration (Schroeder 1965) of what is over the noise, from where the decay meets it; the rest as the decay would go on.
  const curve = new Float64Array(end);
  const tailLength = max(1, round(0.25 * end));
  let sum = 0;
  for (let i = end - 1; i >= 0; i--) {
    sum += (power[i] as number) - noise;
    curve[i] = sum;
  }
  const rough = slopeSeconds(
    curve.map((x) => 10 * log10(max(1e-30, x / (curve[0] as number)))),
    -3,
    -15,
    rate,
  );
  let beyond = 0;
  if (rough !== null) {
    let late = 0;
    for (let i = end - tailLength; i < end; i++) late += (power[i] as number) - noise;
    const k = 13.8155 / (rough * rate);
    // Mean over the last quarter of an exponential, brought to its end, then integrated to infinity.
    const atEnd = (max(0, late) * k) / (exp(k * tailLength) - 1);
    beyond = atEnd / k;
  }
  const whole = (curve[0] as number) + beyond;
  const curveDb = curve.map((x) => 10 * log10(max(1e-30, (x + beyond) / whole)));
  const edtS = slopeSeconds(curveDb, 0, -10, rate);
  // What the beginning of the decay has over the noise: its energy as a power at its start.
  const seconds = slopeSeconds(curveDb, -5, -25, rate) ?? rough ?? 0.3;
  const overNoiseDb = 10 * log10(max(1e-30, (whole * 13.8155) / (seconds * rate) / max(1e-30, noise)));
  const t20S = overNoiseDb >= NEEDS_DB.t20 ? slopeSeconds(curveDb, -5, -25, rate) : null;
  const t30S = overNoiseDb >= NEEDS_DB.t30 ? slopeSeconds(curveDb, -5, -35, rate) : null;
  const problem = t20S === null ? { code: 'clap-low' as const, facts: { hertz, over: { whole: max(0, overNoiseDb) }, needed: NEEDS_DB.t20 } } : null;
  return { hertz, t20S, t30S, edtS: t20S === null ? null : edtS, overNoiseDb, problem };
}

/** Lags in which a flutter of a home's room lies: walls 1.7 to 13 m apart. */
const FLUTTER_S = [0.01, 0.075] as const;
const FLUTTER_STRENGTH = 0.25;

/** A flutter: the tail's upper half comes back evenly. Its energy, straightened of its decay, is compared with itself some time later. */
function flutterOf(samples: Float32Array, start: number, rate: number, speedOfSoundMps: number): HeardFlutter | null {
  const top = above(samples, rate, 1000);
  const step = max(1, round(rate / 8000));
  const fine = rate / step;
  const count = floor((min(samples.length, start + round(0.6 * rate)) - start) / step);
  if (count < 0.2 * fine) return null;
  const level = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    let sum = 0;
    for (let j = 0; j < step; j++) sum += (top[start + i * step + j] as number) ** 2;
    level[i] = sqrt(sum / step);
  }
  // Straightened: every level over the mean of the 25 ms round it.
  const half = round(0.025 * fine);
  const sums = new Float64Array(count + 1);
  for (let i = 0; i < count; i++) sums[i + 1] = (sums[i] as number) + (level[i] as number);
  const skip = round(0.012 * fine);
  const flat = level.map((value, i) => {
    const [a, b] = [max(0, i - half), min(count, i + half)];
    const mean = ((sums[b] as number) - (sums[a] as number)) / (b - a);
    return i < skip ? 0 : value / max(1e-12, mean) - 1;
  });
  const against = (lag: number): number => {
    let [xy, xx, yy] = [0, 0, 0];
    for (let i = skip; i + lag < count; i++) {
      const [x, y] = [flat[i] as number, flat[i + lag] as number];
      xy += x * y;
      xx += x * x;
      yy += y * y;
    }
    return xy / max(1e-12, sqrt(xx * yy));
  };
  const [low, high] = FLUTTER_S.map((seconds) => round(seconds * fine)) as [number, number];
  const likeness = Array.from({ length: high - low + 1 }, (_, i) => against(low + i));
  const best = likeness.reduce((at, value, i) => (value > (likeness[at] as number) ? i : at), 0);
  const strength = likeness[best] as number;
  if (strength < FLUTTER_STRENGTH || best === 0 || best === likeness.length - 1) return null;
  // The round trip itself, not twice it: the shortest lag nearly as alike.
  const first = likeness.findIndex(
    (value, i) => i > 0 && value > 0.9 * strength && value >= (likeness[i - 1] as number) && value >= (likeness[i + 1] ?? -1),
  );
  const at = first > 0 ? first : best;
  const [a, b, c] = [likeness[at - 1] as number, likeness[at] as number, likeness[at + 1] as number];
  const bend = a - 2 * b + c;
  const lag = low + at + (abs(bend) > 1e-12 ? (0.5 * (a - c)) / bend : 0);
  const periodS = lag / fine;
  return { periodS, apartM: (periodS * speedOfSoundMps) / 2, strength };
}

/** Echoes of the first 50 ms that stand out: peaks of the sound above 500 Hz, 1 ms apart at least, within 20 dB of the direct one. */
function echoesOf(samples: Float32Array, start: number, rate: number, speedOfSoundMps: number): HeardEcho[] {
  const top = above(samples, rate, 500);
  const end = min(top.length, start + round(0.05 * rate));
  const near = max(1, round(0.0004 * rate));
  const gap = round(0.0012 * rate);
  const energy = (at: number): number => {
    let sum = 0;
    for (let i = max(0, at - near); i <= min(top.length - 1, at + near); i++) sum += (top[i] as number) ** 2;
    return sum;
  };
  let direct = start;
  for (let i = start; i < min(end, start + round(0.002 * rate)); i++) if (energy(i) > energy(direct)) direct = i;
  const whole = energy(direct);
  const found: HeardEcho[] = [];
  for (let i = direct + gap; i < end; i++) {
    const here = energy(i);
    if (here < 0.01 * whole) continue;
    let isPeak = true;
    for (let j = max(direct + gap, i - gap); j <= min(end - 1, i + gap) && isPeak; j++) if (energy(j) > here) isPeak = false;
    if (!isPeak) continue;
    const afterS = (i - direct) / rate;
    found.push({ afterMs: 1000 * afterS, levelDb: 10 * log10(here / whole), extraM: afterS * speedOfSoundMps });
    i += gap;
  }
  return found
    .sort((a, b) => b.levelDb - a.levelDb)
    .slice(0, 8)
    .sort((a, b) => a.afterMs - b.afterMs);
}

/**
 * What a clap, a balloon or a click of sticks says of a room: decay by octave (T20, T30, EDT by backward integration, ISO 3382-2), flutter, early
 * echoes. Where the noise is too near it says so and gives no figure.
 * @param samples one channel, the clap somewhere in it and a second of quiet after it
 */
export function hearClap(samples: Float32Array, rate: number, speedOfSoundMps: number): ClapReport {
  const start = beginningOf(samples, rate);
  return {
    octaves: OCTAVES_HZ.filter((hertz) => hertz < 0.35 * rate).map((hertz) => decayOf(samples, start, rate, hertz)),
    flutter: flutterOf(samples, start, rate, speedOfSoundMps),
    echoes: echoesOf(samples, start, rate, speedOfSoundMps),
  };
}

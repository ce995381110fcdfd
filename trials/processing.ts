import { numbers, type OpenTake, RATE } from './openDrums';

/**
 * What recorders, plug-ins and shared folders do to a take that is right all the same: compressors, gates, noise reduction, lossy coding,
 * equalisers that turn the phase, two recorders with clocks of their own. In the plainest way there is; it shares nothing with the application.
 */
export const PROCESSES = ['as it is', 'compressed', 'gated', 'noise reduced', 'coded', 'equalised', 'two recorders'] as const;
export type Process = (typeof PROCESSES)[number];

const { PI, abs, cos, exp, floor, hypot, log10, max, min, pow, sin, sqrt, tan } = Math;

type Between = (low: number, high: number) => number;

/** Peaks over a threshold are turned down by a ratio, with an attack and a release; loud again afterwards. */
function compressed(x: Float32Array, between: Between): Float32Array {
  const peak = x.reduce((most, v) => max(most, abs(v)), 1e-9);
  const [threshold, ratio] = [20 * log10(peak) - between(8, 24), between(2, 8)];
  const [attack, release] = [exp(-1 / (between(0.0005, 0.02) * RATE)), exp(-1 / (between(0.05, 0.3) * RATE))];
  let down = 0;
  return x.map((v) => {
    const over = max(0, 20 * log10(max(1e-9, abs(v))) - threshold) * (1 - 1 / ratio);
    down = over > down ? over + (down - over) * attack : over + (down - over) * release;
    return v * pow(10, (6 - down) / 20) * 0.5;
  });
}

/** Silent under a threshold, open above it: an attack, a hold, a release. */
function gated(x: Float32Array, between: Between): Float32Array {
  const peak = x.reduce((most, v) => max(most, abs(v)), 1e-9);
  const threshold = peak * pow(10, -between(18, 34) / 20);
  const hold = between(0.03, 0.15) * RATE;
  const [attack, release] = [1 - exp(-1 / (between(0.0002, 0.002) * RATE)), 1 - exp(-1 / (between(0.02, 0.12) * RATE))];
  const floorGain = pow(10, -between(20, 80) / 20);
  let [gain, left, level] = [floorGain, 0, 0];
  return x.map((v) => {
    level = max(abs(v), level * 0.9995);
    left = level > threshold ? hold : left - 1;
    const wanted = left > 0 ? 1 : floorGain;
    gain += (wanted - gain) * (wanted > gain ? attack : release);
    return v * gain;
  });
}

/** A Fourier transform in place, its length a power of two (Cooley and Tukey, 1965). */
function transform(re: Float64Array, im: Float64Array, back: boolean): void {
  const n = re.length;
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1;
    for (; j & bit; bit >>= 1) j ^= bit;
    j ^= bit;
    if (i < j) {
      [re[i], re[j]] = [re[j] as number, re[i] as number];
      [im[i], im[j]] = [im[j] as number, im[i] as number];
    }
  }
  for (let size = 2; size <= n; size *= 2) {
    const turn = ((back ? 2 : -2) * PI) / size;
    for (let k = 0; k < size / 2; k++) {
      const [c, s] = [cos(turn * k), sin(turn * k)];
      for (let i = k; i < n; i += size) {
        const j = i + size / 2;
        const [a, b] = [(re[j] as number) * c - (im[j] as number) * s, (re[j] as number) * s + (im[j] as number) * c];
        [re[j], im[j]] = [(re[i] as number) - a, (im[i] as number) - b];
        [re[i], im[i]] = [(re[i] as number) + a, (im[i] as number) + b];
      }
    }
  }
}

/** What is done to each frame's spectrum, bins 0 to size / 2. */
type ToFrame = (re: Float64Array, im: Float64Array) => void;

/** Frames of a size, half overlapped, under the root of a Hann window before and after. */
function byFrames(x: Float32Array, size: number, change: ToFrame): Float32Array {
  const out = new Float32Array(x.length);
  const window = Float64Array.from({ length: size }, (_, i) => sqrt(0.5 - 0.5 * cos((2 * PI * (i + 0.5)) / size)));
  for (let start = -size / 2; start < x.length; start += size / 2) {
    const re = Float64Array.from(window, (w, i) => w * (x[start + i] ?? 0));
    const im = new Float64Array(size);
    transform(re, im, false);
    change(re, im);
    for (let k = 1; k < size / 2; k++) [re[size - k], im[size - k]] = [re[k] as number, -(im[k] as number)];
    transform(re, im, true);
    for (let i = max(0, -start); i < size && start + i < x.length; i++)
      out[start + i] = (out[start + i] as number) + ((window[i] as number) * (re[i] as number)) / size;
  }
  return out;
}

/** Bins that stand little over the noise of the first tenth of a second are turned down. */
function noiseReduced(x: Float32Array, between: Between): Float32Array {
  const size = 1024;
  const usual = new Float64Array(size / 2 + 1);
  let frames = 0;
  byFrames(x.subarray(0, 0.3 * RATE), size, (re, im) => {
    frames++;
    for (let k = 0; k <= size / 2; k++) usual[k] = (usual[k] as number) + hypot(re[k] as number, im[k] as number);
  });
  const [over, least] = [between(1.5, 4), pow(10, -between(8, 30) / 20)];
  return byFrames(x, size, (re, im) => {
    for (let k = 0; k <= size / 2; k++) {
      const gain = max(least, 1 - (over * (usual[k] as number)) / frames / max(1e-12, hypot(re[k] as number, im[k] as number)));
      re[k] = (re[k] as number) * gain;
      im[k] = (im[k] as number) * gain;
    }
  });
}

/** Coarse numbers by band: so many decibels finer than the band's loudest bin, nothing over a cut, nothing far under the loudest band. */
function coded(x: Float32Array, between: Between): Float32Array {
  const size = 1024;
  const cut = floor((between(11_000, 17_000) * size) / RATE);
  const fine = between(6, 18);
  return byFrames(x, size, (re, im) => {
    let loudest = 1e-9;
    for (let k = 0; k <= size / 2; k++) loudest = max(loudest, hypot(re[k] as number, im[k] as number));
    for (let low = 0; low <= size / 2; low += max(4, low >> 2)) {
      const high = min(size / 2 + 1, low + max(4, low >> 2));
      let most = 1e-9;
      for (let k = low; k < high; k++) most = max(most, hypot(re[k] as number, im[k] as number));
      const step = low > cut || most < loudest * 1e-3 ? Infinity : most * pow(10, -fine / 20);
      for (let k = low; k < high; k++) {
        re[k] = step === Infinity ? 0 : step * Math.round((re[k] as number) / step);
        im[k] = step === Infinity ? 0 : step * Math.round((im[k] as number) / step);
      }
    }
  });
}

/** A peak or a dip, and a low cut, of the second order (bilinear transform, as in any textbook of filters): each turns the phase round its frequency. */
function equalised(x: Float32Array, between: Between): Float32Array {
  const filters = [
    { kind: 'low cut', hertz: between(30, 120), db: 0, q: 0.7 },
    { kind: 'bell', hertz: between(100, 600), db: between(-9, 9), q: between(0.6, 2) },
    { kind: 'bell', hertz: between(1000, 8000), db: between(-9, 9), q: between(0.6, 2) },
  ];
  return filters.reduce((signal, { kind, hertz, db, q }) => {
    const w = tan((PI * hertz) / RATE);
    const a = pow(10, db / 40);
    const [zero, pole] = kind === 'bell' ? [(w * a) / q, w / (q * a)] : [0, w / q];
    const norm = 1 + pole + w * w;
    const b = kind === 'bell' ? [1 + zero + w * w, 2 * (w * w - 1), 1 - zero + w * w] : [1, -2, 1];
    const [b0, b1, b2] = b.map((v) => v / norm) as [number, number, number];
    const [a1, a2] = [(2 * (w * w - 1)) / norm, (1 - pole + w * w) / norm];
    let [x1, x2, y1, y2] = [0, 0, 0, 0];
    return signal.map((v) => {
      const y = b0 * v + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
      [x2, x1, y2, y1] = [x1, v, y1, y];
      return y;
    });
  }, x);
}

/** By a clock that is faster by so many millionths: a windowed sinc of 32 taps. */
function byClock(x: Float32Array, ppm: number): Float32Array {
  const half = 16;
  return x.map((_, n) => {
    const at = n / (1 + ppm * 1e-6);
    const whole = floor(at);
    const share = at - whole;
    if (share < 1e-9) return x[whole] ?? 0;
    let sum = 0;
    const first = sin(PI * share) / PI;
    for (let k = 1 - half; k <= half; k++)
      sum += ((x[whole + k] ?? 0) * (k % 2 === 0 ? first : -first) * (0.5 + 0.5 * cos((PI * (share - k)) / half))) / (share - k);
    return sum;
  });
}

const EACH: Readonly<Record<Exclude<Process, 'as it is' | 'two recorders'>, (x: Float32Array, between: Between) => Float32Array>> = {
  compressed,
  gated,
  'noise reduced': noiseReduced,
  coded,
  equalised,
};

/** A take after what is done to it: all channels, each with settings of its own; of two recorders, the last ones by the second's clock. */
export function processed(take: OpenTake, process: Process, seed: number): OpenTake {
  const next = numbers(seed ^ 0x5bd1e995);
  const between: Between = (low, high) => low + (high - low) * next();
  if (process === 'as it is') return take;
  if (process === 'two recorders') {
    const ppm = (next() < 0.5 ? -1 : 1) * between(5, 90);
    const from = 1 + floor(next() * (take.channels.length - 1));
    return { ...take, channels: take.channels.map((x, c) => (c < from ? x : byClock(x, ppm))) };
  }
  return { ...take, channels: take.channels.map((x) => EACH[process](x, between)) };
}

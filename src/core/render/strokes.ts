import type { SourceId } from '../ids';
import { createRandom } from '../math';

const { abs, exp, max, min, round, sin } = Math;

/** What kind of stroke a source makes when it is rendered. */
export type StrokeKind = 'kick' | 'snare' | 'tom' | 'hat' | 'cymbal' | 'pluck' | 'note';

interface Recipe {
  readonly seconds: number;
  readonly toneHz: number;
  readonly toneDecay: number;
  readonly toneShare: number;
  readonly sweep: number;
  readonly noiseDecay: number;
  readonly noiseShare: number;
  /** Pole of the one-pole high-pass on the noise, 0 (none) to 1. */
  readonly thin: number;
  readonly clickShare: number;
}

/** Shapes by ear and from memory: decay rates in 1/s, shares of the peak. */
const STROKES: Record<StrokeKind, Recipe> = {
  kick: { seconds: 0.45, toneHz: 58, toneDecay: 11, toneShare: 0.7, sweep: 1.6, noiseDecay: 140, noiseShare: 0.3, thin: 0.2, clickShare: 0.8 },
  snare: { seconds: 0.35, toneHz: 190, toneDecay: 22, toneShare: 0.45, sweep: 0.3, noiseDecay: 26, noiseShare: 0.5, thin: 0.6, clickShare: 0.7 },
  tom: { seconds: 0.5, toneHz: 105, toneDecay: 10, toneShare: 0.7, sweep: 0.4, noiseDecay: 90, noiseShare: 0.25, thin: 0.4, clickShare: 0.6 },
  hat: { seconds: 0.18, toneHz: 0, toneDecay: 1, toneShare: 0, sweep: 0, noiseDecay: 38, noiseShare: 1, thin: 0.9, clickShare: 0.5 },
  pluck: { seconds: 0.6, toneHz: 196, toneDecay: 6, toneShare: 0.5, sweep: 0, noiseDecay: 70, noiseShare: 0.35, thin: 0.5, clickShare: 0.6 },
  note: { seconds: 0.4, toneHz: 233, toneDecay: 5, toneShare: 0.5, sweep: 0, noiseDecay: 25, noiseShare: 0.35, thin: 0.4, clickShare: 0.5 },
  cymbal: { seconds: 0.9, toneHz: 0, toneDecay: 1, toneShare: 0, sweep: 0, noiseDecay: 5, noiseShare: 1, thin: 0.85, clickShare: 0.5 },
};

/** The head's first swing: a short bump that starts upward and sets the polarity, then swings back. */
function click(t: number): number {
  const x = t / 0.00022;
  return x < 8 ? x * (2 - x) * exp(-x) * 2.2 : 0;
}

/**
 * One stroke, peak 1, starting upward. Tone is a decaying sweep, the rest noise and a contact click.
 * @returns samples at the given rate
 */
export function synthesiseStroke(kind: StrokeKind, sampleRateHz: number, seed: number): Float32Array {
  const r = STROKES[kind];
  const random = createRandom(seed);
  const out = new Float32Array(round(r.seconds * sampleRateHz));
  let [phase, before, thinned] = [0, 0, 0];
  for (let i = 0; i < out.length; i++) {
    const t = i / sampleRateHz;
    phase += (2 * Math.PI * r.toneHz * (1 + r.sweep * exp(-45 * t))) / sampleRateHz;
    const white = random.normal() * 0.4;
    thinned = white - before + r.thin * thinned;
    before = white;
    const noise = r.thin > 0.5 ? thinned : white;
    const fade = min(1, (out.length - i) / (0.05 * out.length));
    out[i] =
      fade *
      (r.toneShare * sin(phase) * exp(-r.toneDecay * t) +
        r.noiseShare * noise * exp(-r.noiseDecay * t) * min(1, t / 0.0003) +
        r.clickShare * click(t));
  }
  const peak = out.reduce((most, v) => max(most, abs(v)), 1e-9);
  return out.map((v) => v / peak);
}

/** The stroke a source makes, by its id: plates high, drums low, strings and bars plucked, horns and voices sounded. */
export function strokeKindOf(sourceId: SourceId): StrokeKind {
  if (/kick|cajon/.test(sourceId)) return 'kick';
  if (/snare/.test(sourceId)) return 'snare';
  if (/hat|shaken/.test(sourceId)) return 'hat';
  if (/crash|ride|cymbal/.test(sourceId)) return 'cymbal';
  if (/^(guitar|strings|bass|middle|treble|low|high)$/.test(sourceId)) return 'pluck';
  if (/^(bell|keys|voice)$/.test(sourceId)) return 'note';
  return 'tom';
}

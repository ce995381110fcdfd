import type { FftKernel, RealFftPlan } from '../../math';
import { hann, SpectrumBank } from '../meters/spectra';
import { type DelayEstimate, estimateDelay } from './delay';

/** A look takes in this much, in windows that overlap by half: a third of a second at 48 kHz. */
const WINDOW = 4096;
const HELD = 4 * WINDOW;
/** Two microphones on one source are never farther apart than this sounds, seconds. */
const FARTHEST_S = 0.015;
/** Softer than this nobody plays, dBFS (mean power). */
const SILENT_DBFS = -62;

export interface LiveLook extends DelayEstimate {
  /** Level of the second over the first, dB. */
  readonly levelDb: number;
}

/** Two channels compared while they sound: how much later the second hears, which way up, how sure. Memory does not grow. */
export class LiveComparison {
  private readonly held: readonly [Float32Array, Float32Array] = [new Float32Array(HELD), new Float32Array(HELD)];
  private readonly bank: SpectrumBank;
  private readonly plan: RealFftPlan;

  constructor(
    private readonly sampleRateHz: number,
    kernel: FftKernel,
  ) {
    this.bank = new SpectrumBank(kernel, 2, hann(WINDOW));
    this.plan = kernel.plan(WINDOW);
  }

  /** Takes in what came; equal lengths. */
  push(first: Float32Array, second: Float32Array): void {
    for (const [into, samples] of [
      [this.held[0], first],
      [this.held[1], second],
    ] as const) {
      const fresh = samples.length > HELD ? samples.subarray(samples.length - HELD) : samples;
      into.copyWithin(0, fresh.length);
      into.set(fresh, HELD - fresh.length);
    }
  }

  /** What the last third of a second says; null while one of the two is silent. */
  look(): LiveLook | null {
    const powers = this.held.map((samples) => samples.reduce((sum, x) => sum + x * x, 0) / HELD) as [number, number];
    if (powers.some((power) => power < 10 ** (SILENT_DBFS / 10))) return null;
    this.bank.reset();
    for (let offset = 0; offset + WINDOW <= HELD; offset += WINDOW / 2) this.bank.add(this.held, offset);
    const bins: [number, number] = [
      Math.max(1, Math.round((60 * WINDOW) / this.sampleRateHz)),
      Math.round((Math.min(16_000, 0.45 * this.sampleRateHz) * WINDOW) / this.sampleRateHz),
    ];
    const found = estimateDelay(this.bank.pair(0, 1), { plan: this.plan, maxLagSamples: Math.round(FARTHEST_S * this.sampleRateHz), bins });
    return found && { ...found, levelDb: 10 * Math.log10(powers[1] / powers[0]) };
  }

  dispose(): void {
    this.bank.dispose();
    this.plan.dispose();
  }
}

/** A tone for the ear while the hands are at the stand: an octave up for each halving of the delay, from 5 ms to a tenth of one, hertz. */
export const toneFor = (delaySeconds: number): number =>
  110 * 2 ** Math.max(0, Math.min(5, Math.log2(0.005 / Math.max(1e-4, Math.abs(delaySeconds)))));

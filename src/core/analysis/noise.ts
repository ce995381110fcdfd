import type { ChannelReport } from './report';

/** How many of the quietest windows stand for a channel's noise. */
const KEPT = 6;

/** Keeps the quietest windows of a channel, to say what its noise looks like. Memory is fixed. */
export class QuietWindows {
  private readonly kept: { power: number; spectrum: Float32Array }[] = [];

  constructor(private readonly bins: number) {}

  offer(power: number, spectrum: () => Float32Array): void {
    if (power <= 0) return;
    const worst = this.kept[this.kept.length - 1];
    if (this.kept.length >= KEPT && worst && power >= worst.power) return;
    this.kept.push({ power, spectrum: spectrum() });
    this.kept.sort((a, b) => a.power - b.power);
    if (this.kept.length > KEPT) this.kept.pop();
  }

  /** Mean noise power by bin. */
  mean(): Float32Array {
    const out = new Float32Array(this.bins);
    for (const { spectrum } of this.kept)
      for (let k = 0; k < this.bins; k++) out[k] = (out[k] as number) + (spectrum[k] as number) / this.kept.length;
    return out;
  }
}

/** Noise spectra of one window brought to another's length and energy. */
export function noiseFor(noise: readonly Float32Array[], fromSize: number, fromEnergy: number, size: number, windowEnergy: number): Float32Array[] {
  const ratio = fromSize / size;
  return noise.map((spectrum) => {
    const out = new Float32Array(size / 2);
    for (let k = 1; k < out.length; k++)
      out[k] = ((spectrum[Math.max(1, Math.min(spectrum.length - 1, Math.round(k * ratio)))] as number) * windowEnergy) / fromEnergy;
    return out;
  });
}

/** The two channels' noise as a delay estimate wants it; nothing where it is not known. */
export function noiseOf(noise: readonly Float32Array[], a: number, b: number): { noiseA: Float32Array; noiseB: Float32Array } | object {
  const [noiseA, noiseB] = [noise[a], noise[b]];
  return noiseA && noiseB ? { noiseA, noiseB } : {};
}

/** A mains line must stand this far above its neighbourhood to be hum, dB. */
const STANDS_OUT_DB = 12;
const HARMONICS = [1, 2, 3, 4, 5, 6];

function lineLevels(noise: Float32Array, mainsHz: number, hertzPerBin: number): { power: number; harmonics: number } {
  let power = 0;
  let harmonics = 0;
  for (const harmonic of HARMONICS) {
    const centre = Math.round((harmonic * mainsHz) / hertzPerBin);
    const around: number[] = [];
    let line = 0;
    for (let k = centre - 7; k <= centre + 7; k++) {
      if (k < 1 || k >= noise.length) continue;
      if (Math.abs(k - centre) <= 2) line += noise[k] as number;
      else around.push(noise[k] as number);
    }
    const floor = around.sort((a, b) => a - b)[around.length >> 1] ?? 0;
    if (line > 5 * floor * 10 ** (STANDS_OUT_DB / 10)) {
      power += line;
      harmonics++;
    }
  }
  return { power, harmonics };
}

/**
 * Mains hum in a channel's noise: lines at 50 or 60 Hz and their harmonics that stand 12 dB out of the noise around.
 * @param powerScale turns a bin's power into mean-square signal power for the window used
 */
export function findHum(noise: Float32Array, hertzPerBin: number, powerScale: number): ChannelReport['hum'] {
  const candidates = ([50, 60] as const).map((mainsHz) => ({ mainsHz, ...lineLevels(noise, mainsHz, hertzPerBin) }));
  const best = candidates.reduce((a, b) => (b.harmonics > a.harmonics || (b.harmonics === a.harmonics && b.power > a.power) ? b : a));
  const levelDbfs = 10 * Math.log10(Math.max(best.power * powerScale, 1e-20));
  return best.harmonics >= 2 && levelDbfs > -100 ? { mainsHz: best.mainsHz, levelDbfs } : null;
}

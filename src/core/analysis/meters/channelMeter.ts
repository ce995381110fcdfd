import { FARTHEST, silenceDamage } from '../../audio';
import { dbFromAmplitudeRatio } from '../../units';
import type { ChannelReport, Clip } from '../reading/report';
import { HumMeter } from './hum';
import { LoudnessMeter } from './loudness';
import { HOP, SlowMeter } from './thumps';
import { TruePeakMeter } from './truePeak';

const { abs, floor, log10, max, min, round } = Math;

/** Full scale for clip finding: integer files stop one step short of 1. */
const FULL_SCALE = 0.9999;
/** Shortest run at full scale that is a clip (common practice: two or three consecutive samples). */
const CLIP_RUN = 2;
/** A flat top below full scale counts when this long, and when it comes back at the same height this often. */
const FLAT_RUN = 4;
const FLAT_REPEATS = 3;
const LOWEST_FLAT_TOP = 0.25;
/** No more clips than this are listed one by one; all are counted. */
const MOST_CLIPS = 200;
/** Peaks below this are silence: nothing plugged in, or not armed (our choice, far above a dead input's noise). */
const SILENT_DBFS = -70;
const FLOOR_DBFS = -200;
/** Samples looked at in one tight loop. */
const STRIP = HOP;

/** Running levels of one channel: peak, true peak, loudness, clips, noise floor, DC offset, samples that are no numbers. */
export class ChannelMeter {
  private readonly truePeak = new TruePeakMeter();
  private readonly loudness: LoudnessMeter;
  /** Largest sample of each strip of the block at hand. */
  private peaks = new Float32Array(0);
  private readonly noiseHistogram = new Uint32Array(2001);
  private readonly frameLength: number;
  private frameSum = 0;
  private frameFilled = 0;
  private sum = 0;
  private seen = 0;
  private peak = 0;
  private runStart = -1;
  private runValue = 0;
  private runIsFull = false;
  private readonly clips: Clip[] = [];
  private clipCount = 0;
  private readonly hum: HumMeter;
  private readonly flatTops = new Map<number, { readonly list: Clip[]; count: number }>();
  /** What sways slowly, hop by hop. */
  readonly slow: SlowMeter;
  badSamples = 0;
  firstBadSample = -1;

  constructor(
    private readonly name: string,
    sampleRateHz: number,
    /** A floating-point file goes on above full scale: only flat tops are clips there. */
    private readonly isFloat = false,
  ) {
    this.slow = new SlowMeter(sampleRateHz);
    this.hum = new HumMeter(sampleRateHz);
    this.loudness = new LoudnessMeter(sampleRateHz);
    this.frameLength = round(sampleRateHz * 0.05);
  }

  /** Takes the next block. Samples that are no finite number are counted and set to zero in the block itself. */
  push(block: Float32Array, count: number): void {
    this.scan(block, count);
    this.truePeak.push(block, count, this.peaks);
    this.loudness.push(block, count);
    this.hum.push(block, count);
  }

  private scan(block: Float32Array, count: number): void {
    if (this.peaks.length * STRIP < count) this.peaks = new Float32Array(Math.ceil(count / STRIP));
    for (let start = 0; start < count; start += STRIP) {
      const end = min(count, start + STRIP);
      let [sum, squares, peak] = [0, 0, 0];
      for (let i = start; i < end; i++) {
        const value = block[i] as number;
        const size = value < 0 ? -value : value;
        sum += value;
        squares += value * value;
        if (size > peak) peak = size;
      }
      if (!(peak <= FARTHEST) || squares - squares !== 0) {
        this.mend(block, start, end);
        start -= STRIP;
        continue;
      }
      if (peak > LOWEST_FLAT_TOP || this.runStart >= 0) this.findRuns(block, start, end);
      if (peak > this.peak) this.peak = peak;
      this.peaks[start / STRIP] = peak;
      this.sum += sum;
      if (end - start === HOP) this.slow.add(sum, peak);
      this.frameSum += squares;
      this.frameFilled += end - start;
      if (this.frameFilled >= this.frameLength) this.countFrame();
    }
    this.seen += count;
  }

  /** Sets what no converter makes to silence and counts it. */
  private mend(block: Float32Array, start: number, end: number): void {
    silenceDamage(block, start, end, (i) => {
      if (this.badSamples++ === 0) this.firstBadSample = this.seen + i;
    });
  }

  /** Whether a sample is at the ceiling of its file: an integer's at either end, a float's at exactly one where nothing goes beyond. */
  private atCeiling(size: number): boolean {
    return this.isFloat ? size === 1 : size >= FULL_SCALE;
  }

  /** Runs of equal samples, and of samples at full scale on one side. */
  private findRuns(block: Float32Array, start: number, end: number): void {
    for (let i = start; i < end; i++) {
      const value = block[i] as number;
      const size = abs(value);
      const isFull = this.atCeiling(size);
      const goesOn = this.runIsFull ? isFull && value * this.runValue > 0 : !isFull && value === this.runValue;
      if (this.runStart >= 0 && !goesOn) {
        this.endRun(this.runStart, this.seen + i);
        this.runStart = -1;
      }
      if (this.runStart < 0 && size > LOWEST_FLAT_TOP) {
        this.runStart = this.seen + i;
        this.runValue = value;
        this.runIsFull = isFull;
      }
    }
  }

  private countFrame(): void {
    const power = this.frameSum / this.frameFilled;
    this.frameSum = 0;
    this.frameFilled = 0;
    const db = power > 0 ? 10 * log10(power) : FLOOR_DBFS;
    const bin = round(-10 * max(FLOOR_DBFS, min(0, db)));
    this.noiseHistogram[bin] = (this.noiseHistogram[bin] as number) + 1;
  }

  private endRun(startSample: number, endSample: number): void {
    const length = endSample - startSample;
    if (length < CLIP_RUN) return;
    const clip = { startSample, endSample };
    if (this.runIsFull) {
      this.clipCount++;
      if (this.clips.length < MOST_CLIPS) this.clips.push(clip);
      return;
    }
    if (length < FLAT_RUN) return;
    const key = round(this.runValue * 1e6);
    const top = this.flatTops.get(key) ?? { list: [], count: 0 };
    top.count++;
    if (top.list.length < MOST_CLIPS) top.list.push(clip);
    if (top.count === 1 && this.flatTops.size >= 64) this.flatTops.delete(this.flatTops.keys().next().value as number);
    this.flatTops.set(key, top);
  }

  /** Flat tops at the channel's own ceiling: an analogue stage or an earlier file clipped. */
  private analogueClips(): { readonly list: readonly Clip[]; readonly count: number } {
    const ceiling = this.peak * 0.995 * 1e6;
    const tops = [...this.flatTops].filter(([key, { count }]) => abs(key) >= ceiling && count >= FLAT_REPEATS).map(([, top]) => top);
    return { list: tops.flatMap(({ list }) => list), count: tops.reduce((sum, { count }) => sum + count, 0) };
  }

  /** Level under which the quietest tenth of 50 ms frames lies, dBFS rms. Frames of digital silence do not count. */
  noiseFloorDbfs(): number {
    const frames = this.noiseHistogram.slice(0, 2000);
    const total = frames.reduce((count, n) => count + n, 0);
    if (total === 0) return this.frameFilled && this.frameSum > 0 ? max(FLOOR_DBFS, 10 * log10(this.frameSum / this.frameFilled)) : FLOOR_DBFS;
    let rest = max(1, floor(total * 0.1));
    for (let bin = frames.length - 1; bin >= 0; bin--) {
      rest -= frames[bin] as number;
      if (rest <= 0) return -bin / 10;
    }
    return 0;
  }

  report(): ChannelReport {
    if (this.runStart >= 0) this.endRun(this.runStart, this.seen);
    this.runStart = -1;
    const flat = this.analogueClips();
    const peakDbfs = max(FLOOR_DBFS, dbFromAmplitudeRatio(this.peak));
    return {
      name: this.name,
      peakDbfs,
      truePeakDbtp: max(FLOOR_DBFS, dbFromAmplitudeRatio(max(this.truePeak.peak, this.peak))),
      loudnessLufs: max(FLOOR_DBFS, this.loudness.integrated()),
      noiseFloorDbfs: this.noiseFloorDbfs(),
      dcOffset: this.seen ? this.sum / this.seen : 0,
      silent: peakDbfs < SILENT_DBFS,
      clips: [...this.clips, ...flat.list].sort((a, b) => a.startSample - b.startSample),
      clipCount: this.clipCount + flat.count,
      isFloat: this.isFloat,
      hum: this.hum.hum(),
    };
  }
}

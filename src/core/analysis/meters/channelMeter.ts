import { FARTHEST, silenceDamage } from '../../audio';
import { dbFromAmplitudeRatio } from '../../units';
import type { ChannelReport, Clip } from '../reading/report';
import { FlatTops } from './flatTops';
import { HumMeter } from './hum';
import { LoudnessMeter } from './loudness';
import { HOP, SlowMeter } from './thumps';
import { TruePeakMeter } from './truePeak';

const { abs, floor, log10, max, min, round } = Math;

/** Full scale for clip finding: integer files stop one step short of 1. */
const FULL_SCALE = 0.9999;
/** Shortest run at full scale that is a clip (common practice: two or three consecutive samples). */
const CLIP_RUN = 2;
/** Below this no top is looked at. */
const LOWEST_FLAT_TOP = 0.25;
/** A float above this goes on beyond full scale: what stands at full scale in it is no ceiling. */
const BEYOND = 1.0001;
/** No more clips than this are listed one by one; all are counted. */
const MOST_CLIPS = 200;
/** Peaks below this are silence: nothing plugged in, or not armed (our choice, far above a dead input's noise). */
const SILENT_DBFS = -70;
const FLOOR_DBFS = -200;
/** Frames of 50 ms in half an hour. */
const MOST_FRAMES = 36_000;
/** The quietest tenth of a channel is its gaps when it has less than this share of the power, 15 dB. */
const GAP_SHARE = 0.03;
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
  /** Sum of all samples when the frame at hand began. */
  private sumBefore = 0;
  /** Power and mean of each frame of the take's first half hour. */
  private readonly frames: { readonly power: number; readonly mean: number }[] = [];
  private frameFilled = 0;
  private sum = 0;
  private squares = 0;
  private seen = 0;
  private peak = 0;
  private runStart = -1;
  private runValue = 0;
  private readonly clips: Clip[] = [];
  private clipCount = 0;
  private readonly hum: HumMeter;
  private readonly flatTops: FlatTops;
  private readonly fullScale: number;
  /** What sways slowly, hop by hop. */
  readonly slow: SlowMeter;
  badSamples = 0;
  firstBadSample = -1;

  constructor(
    private readonly name: string,
    sampleRateHz: number,
    /** A floating-point file may go on above full scale: then only flat tops are clips there. */
    private readonly isFloat = false,
    /** Of an integer file: the step between two of its values, re full scale. */
    step = 0,
  ) {
    this.flatTops = new FlatTops(LOWEST_FLAT_TOP, step);
    // The highest value of few bits is a step short of 1.
    this.fullScale = min(FULL_SCALE, 1 - 1.01 * step);
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
      this.squares += squares;
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

  /** Runs at full scale on one side, and tops that are flat below it. */
  private findRuns(block: Float32Array, start: number, end: number): void {
    const { fullScale, flatTops } = this;
    for (let i = start; i < end; i++) {
      const value = block[i] as number;
      const isFull = abs(value) >= fullScale;
      if (this.runStart >= 0 && !(isFull && value * this.runValue > 0)) {
        this.endRun(this.runStart, this.seen + i);
        this.runStart = -1;
      }
      if (this.runStart < 0 && isFull) {
        this.runStart = this.seen + i;
        this.runValue = value;
      }
      flatTops.add(value, this.seen + i);
    }
  }

  private countFrame(): void {
    const power = this.frameSum / this.frameFilled;
    if (this.frames.length < MOST_FRAMES) this.frames.push({ power, mean: (this.sum - this.sumBefore) / this.frameFilled });
    this.sumBefore = this.sum;
    this.frameSum = 0;
    this.frameFilled = 0;
    const db = power > 0 ? 10 * log10(power) : FLOOR_DBFS;
    const bin = round(-10 * max(FLOOR_DBFS, min(0, db)));
    this.noiseHistogram[bin] = (this.noiseHistogram[bin] as number) + 1;
  }

  private endRun(startSample: number, endSample: number): void {
    if (endSample - startSample < CLIP_RUN) return;
    this.clipCount++;
    if (this.clips.length < MOST_CLIPS) this.clips.push({ startSample, endSample });
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

  /** What stands under everything: in its gaps too, where there are some, since strokes that are one-sided stand outside them alone. */
  private dcOffset(): number {
    const whole = this.seen ? this.sum / this.seen : 0;
    const mean = (of: readonly number[]): number => of.reduce((sum, one) => sum + one, 0) / of.length;
    const gaps = [...this.frames].sort((one, other) => one.power - other.power).slice(0, Math.ceil(this.frames.length / 10));
    const isGap = gaps.length > 0 && mean(gaps.map(({ power }) => power)) < GAP_SHARE * mean(this.frames.map(({ power }) => power));
    if (!isGap) return whole;
    const there = mean(gaps.map((frame) => frame.mean));
    if (whole * there <= 0) return 0;
    return abs(there) < abs(whole) ? there : whole;
  }

  report(): ChannelReport {
    if (this.runStart >= 0) this.endRun(this.runStart, this.seen);
    this.runStart = -1;
    const isOpen = this.isFloat && this.peak > BEYOND;
    const { flatTops } = this;
    flatTops.finish();
    const atCeiling = flatTops.isCoarse ? { list: flatTops.beyond, count: flatTops.beyondCount } : { list: this.clips, count: this.clipCount };
    const { list: clips, count: clipCount } = isOpen ? { list: [], count: 0 } : atCeiling;
    // At full scale itself they are counted already.
    const flat = this.peak < this.fullScale || isOpen ? flatTops.at(this.peak) : { list: [], count: 0 };
    const peakDbfs = max(FLOOR_DBFS, dbFromAmplitudeRatio(this.peak));
    return {
      name: this.name,
      peakDbfs,
      truePeakDbtp: max(FLOOR_DBFS, dbFromAmplitudeRatio(max(this.truePeak.peak, this.peak))),
      rmsDbfs: this.seen > 0 && this.squares > 0 ? max(FLOOR_DBFS, 10 * log10(this.squares / this.seen)) : FLOOR_DBFS,
      loudnessLufs: max(FLOOR_DBFS, this.loudness.integrated()),
      noiseFloorDbfs: this.noiseFloorDbfs(),
      dcOffset: this.dcOffset(),
      silent: peakDbfs < SILENT_DBFS,
      clips: [...clips, ...flat.list].sort((a, b) => a.startSample - b.startSample),
      clipCount: clipCount + flat.count,
      isFloat: this.isFloat,
      hum: this.hum.hum(),
    };
  }
}

import { median } from '../../math';
import { asNumber } from '../../units';
import { tell } from '../codes';
import type { TakeFinding } from '../reading/report';
import { PEAK_STRIP } from './truePeak';

const { abs, exp, round } = Math;

/** Samples are added up in hops of so many before the slow part is taken: nothing fast is left there. */
export const HOP = PEAK_STRIP;
/** Below this lie the sways of stands, floors and air, and no drum or string that is played in a room. */
const SLOW_HZ = 32;
/** Slower than this is no movement but an offset. */
const STILL_HZ = 4;
const FRAME_S = 0.1;
/** A thump is nearly all slow, far over what is usual, and loud enough to matter. */
const MOSTLY = 0.5;
const OVER_USUAL = 10;
const LEAST = 0.002;
/** Another channel hears it too when its own slow part rises by as much, and is as much of all it hears: a stroke's is far less. */
const ALSO = 3;
const ALSO_SHARE = 0.35;
/** A stand that is knocked hands some of it on by the floor: another channel that moves by less than this of it has only that. */
const HANDED_ON = 1 / 3;
/** From here on it is no thump but air that moves. */
const BLOWN_S = 0.5;
const LEAST_THUMPS = 2;
/** Hops must come this many times faster than the slow part sways: at low sample rates they do not, and nothing is told. */
const LEAST_HOPS = 2.5;
/** Frames without it that end it. */
const APART = 3;

/** Peaks of one channel's slow part and of the whole, a tenth of a second each. */
export interface Sways {
  readonly slow: readonly number[];
  readonly whole: readonly number[];
}

/** Follows what is slow in one channel: stands that are knocked, floors that are trodden on, air. */
export class SlowMeter implements Sways {
  readonly slow: number[] = [];
  readonly whole: number[] = [];
  private readonly keep: number;
  private readonly drift: number;
  private readonly frameLength: number;
  private readonly isFine: boolean;
  private first = 0;
  private second = 0;
  private offset = 0;
  private filled = 0;
  private peakSlow = 0;
  private peakWhole = 0;

  constructor(sampleRateHz: number) {
    const hopRate = sampleRateHz / HOP;
    this.keep = exp((-2 * Math.PI * SLOW_HZ) / hopRate);
    this.drift = exp((-2 * Math.PI * STILL_HZ) / hopRate);
    this.frameLength = round(FRAME_S * hopRate);
    this.isFine = hopRate > LEAST_HOPS * SLOW_HZ;
  }

  /** Takes a hop of samples: their sum, and the highest of them. */
  add(sum: number, peak: number): void {
    if (!this.isFine) return;
    this.offset += (1 - this.drift) * (sum / HOP - this.offset);
    this.first += (1 - this.keep) * (sum / HOP - this.offset - this.first);
    this.second += (1 - this.keep) * (this.first - this.second);
    const size = abs(this.second);
    if (size > this.peakSlow) this.peakSlow = size;
    if (peak > this.peakWhole) this.peakWhole = peak;
    if (++this.filled < this.frameLength) return;
    this.slow.push(this.peakSlow);
    this.whole.push(this.peakWhole);
    [this.filled, this.peakSlow, this.peakWhole] = [0, 0, 0];
  }
}

/** Something slow that one channel alone heard. */
interface Sway {
  readonly fromS: number;
  readonly seconds: number;
}

/** What shakes one channel alone. */
function swaysOf(meters: readonly Sways[], channel: number, usual: readonly number[]): Sway[] {
  const { slow, whole } = meters[channel] as Sways;
  const alone = (frame: number): boolean =>
    meters.every(
      (other, c) =>
        c === channel ||
        [frame - 1, frame, frame + 1].every((k) => {
          const also = other.slow[k] ?? 0;
          return (
            also < ALSO * (usual[c] as number) ||
            also < ALSO_SHARE * (other.whole[k] as number) ||
            also < HANDED_ON * Math.max(slow[frame] as number, slow[k] ?? 0)
          );
        }),
    );
  const out: Sway[] = [];
  let [from, last] = [-1, -1];
  for (let frame = 0; frame <= slow.length + APART; frame++) {
    const size = slow[frame] ?? 0;
    if (size > LEAST && size > OVER_USUAL * (usual[channel] as number) && size > MOSTLY * (whole[frame] as number) && alone(frame)) {
      if (from < 0) from = frame;
      last = frame;
    } else if (from >= 0 && frame - last >= APART) {
      out.push({ fromS: from * FRAME_S, seconds: (last + 1 - from) * FRAME_S });
      from = -1;
    }
  }
  return out;
}

/** What was heard, channel by channel; of one channel alone nothing, as a low note could be all there is. */
export function thumpFindings(meters: readonly Sways[], names: readonly string[]): TakeFinding[] {
  if (meters.length < 2) return [];
  const usual = meters.map(({ slow }) => (slow.length > 0 ? median(slow) : 0));
  return names.flatMap((name, c): TakeFinding[] => {
    const sways = swaysOf(meters, c, usual);
    const blown = sways.filter(({ seconds }) => seconds >= BLOWN_S);
    const thumps = sways.filter(({ seconds }) => seconds < BLOWN_S);
    const [wind] = blown;
    const [thump] = thumps;
    if (wind)
      return [
        {
          severity: 'note',
          code: 'blown',
          channels: [name],
          message: tell('blown-at', { name, at: asNumber(wind.fromS, 1), below: SLOW_HZ }),
        },
      ];
    if (!thump || thumps.length < LEAST_THUMPS) return [];
    return [
      {
        severity: 'note',
        code: 'thumps',
        channels: [name],
        message: tell('shaken', { name, times: thumps.length, at: asNumber(thump.fromS, 1), below: SLOW_HZ }),
      },
    ];
  });
}

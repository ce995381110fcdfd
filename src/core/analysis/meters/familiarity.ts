import type { TakeEvent } from '../sources/onsets';

const { log10, max, min } = Math;

/** A power in decibels; none is −200. */
export const toDb = (power: number): number => 10 * log10(max(power, 1e-20));

/** A channel is a spot's candidate when its event is within this of its loudest. */
const CANDIDATE_DB = 10;
/** One millisecond later costs a candidate this much. */
const LATE_COST_DB_PER_MS = 2;

/** How loud each event is in each channel, and what is usual there. */
export class Familiarity {
  private readonly top: number[];
  private readonly usual: number[];
  private readonly channels: number[];

  constructor(events: readonly TakeEvent[], count: number) {
    this.channels = Array.from({ length: count }, (_, c) => c);
    this.top = this.channels.map((c) => events.reduce((most, event) => max(most, toDb(event.powers[c] as number)), -200));
    this.usual = this.channels.map((c) => events.reduce((sum, event) => sum + max(-40, this.relative(event, c)), 0) / max(1, events.length));
  }

  private relative(event: TakeEvent, c: number): number {
    return toDb(event.powers[c] as number) - (this.top[c] as number);
  }

  /** Channels that may be an event's spot: those where it is among the loud ones; failing that, all that are alive. */
  private pool(event: TakeEvent): number[] {
    const alive = this.channels.filter((c) => (this.top[c] as number) > -110);
    const close = alive.filter((c) => this.relative(event, c) > -CANDIDATE_DB);
    return close.length ? close : alive;
  }

  /** The channel nearest an event: loud for its own standards, special among its events, and early. */
  spot(event: TakeEvent, samplesPerMs: number, latenessMs?: (c: number) => number): number {
    const pool = this.pool(event);
    const first = min(...pool.map((c) => event.onsets[c] as number));
    const late = latenessMs ?? ((c: number) => min(10, ((event.onsets[c] as number) - first) / samplesPerMs));
    const score = (c: number): number => {
      const ms = late(c);
      return this.relative(event, c) - (this.usual[c] as number) - LATE_COST_DB_PER_MS * (Number.isFinite(ms) ? ms : 10);
    };
    return pool.reduce((best, c) => (score(c) > score(best) ? c : best), pool[0] ?? 0);
  }
}

import { type Arrival, type ArrivalTable, arrivalOf, type PlanMicrophone } from '../arrivals';
import type { InstrumentId, MicrophoneId } from '../ids';
import type { Source } from '../instruments';
import { add, normalize, scale, subtract, type Vec3 } from '../math';

/** Parts of one instrument that should come out alike: its low end and its high end. */
const ENDS: Readonly<Record<string, readonly [string, string]>> = { piano: ['bass', 'treble'], bars: ['low', 'high'], guitar: ['guitar', 'strings'] };

/** Low against high in channels and in their sum, dB over what the instrument itself gives: positive is too much low end. */
export interface Evenness {
  readonly lowName: string;
  readonly highName: string;
  readonly perChannel: readonly { readonly microphoneId: MicrophoneId; readonly lowOverHighDb: number }[];
  /** Channels added in energy, as a pair is heard. */
  readonly summedDb: number;
}

interface Ends {
  readonly low: Source;
  readonly high: Source;
}

/** The two ends of the instrument that a microphone is there for, or that its pair has in the middle. */
function endsFor(table: ArrivalTable, instrumentId: InstrumentId): Ends | null {
  const own = table.plan.sources.filter((source) => source.instrumentId === instrumentId);
  for (const [group, [low, high]] of Object.entries(ENDS)) {
    const found = [low, high].map((id) => own.find((source) => source.groupId === group && source.id === id));
    if (found[0] && found[1]) return { low: found[0], high: found[1] };
  }
  return null;
}

const over = ({ low, high }: Ends, lowDb: number, highDb: number): number => lowDb - highDb - (low.peakSplDb - high.peakSplDb);

/** How evenly one or two microphones hear an instrument's low and high ends; null where it has none. */
export function evenness(table: ArrivalTable, microphoneIds: readonly string[], instrumentId: InstrumentId): Evenness | null {
  const ends = endsFor(table, instrumentId);
  if (!ends || microphoneIds.length === 0) return null;
  const heard = microphoneIds.flatMap((id) => {
    const m = table.plan.microphones.findIndex((candidate) => candidate.id === id);
    const level = (source: Source): number | undefined => table.rows[m]?.[table.plan.sources.indexOf(source)]?.levelDb;
    const [low, high] = [level(ends.low), level(ends.high)];
    return low === undefined || high === undefined ? [] : [{ id, low, high }];
  });
  const sum = (of: (one: (typeof heard)[number]) => number): number => 10 * Math.log10(heard.reduce((total, one) => total + 10 ** (of(one) / 10), 0));
  return {
    lowName: ends.low.name,
    highName: ends.high.name,
    perChannel: heard.map(({ id, low, high }) => ({ microphoneId: id, lowOverHighDb: over(ends, low, high) })),
    summedDb: over(
      ends,
      sum(({ low }) => low),
      sum(({ high }) => high),
    ),
  };
}

export interface Evening {
  readonly positionM: Vec3;
  readonly aimM: Vec3;
  /** Along the line from the low to the high end, metres; negative toward the low one. */
  readonly byM: number;
  readonly beforeDb: number;
  readonly afterDb: number;
}

/** Farthest that a microphone is shifted to even the ends, metres (our choice). */
const FARTHEST_M = 0.25;
const STEP_M = 0.01;

/**
 * The least shift of one microphone along the line between the two ends after which it hears them alike, or as near to it as
 * a hand's breadth allows; null where it does already within half a decibel, or where a shift gains less than that.
 */
export function eveningMove(table: ArrivalTable, microphone: PlanMicrophone, instrumentId: InstrumentId): Evening | null {
  const ends = endsFor(table, instrumentId);
  if (!ends || microphone.locked) return null;
  const along = normalize(subtract(ends.high.sides[0].positionM, ends.low.sides[0].positionM));
  const level = { ...along, z: 0 };
  const way = normalize(level, along);
  const at = (byM: number): number => {
    const there = { ...microphone, positionM: add(microphone.positionM, scale(way, byM)) };
    const of = (source: Source): Arrival => arrivalOf(there, source, table.plan);
    return over(ends, of(ends.low).levelDb, of(ends.high).levelDb);
  };
  const beforeDb = at(0);
  if (Math.abs(beforeDb) < 0.5) return null;
  let best = { byM: 0, db: beforeDb };
  for (let byM = STEP_M; byM <= FARTHEST_M + 1e-9; byM += STEP_M)
    for (const sign of [1, -1]) {
      const db = at(sign * byM);
      if (Math.abs(db) < Math.abs(best.db) - 0.1) best = { byM: sign * byM, db };
      if (Math.abs(best.db) < 0.25) byM = FARTHEST_M + 1;
    }
  if (Math.abs(beforeDb) - Math.abs(best.db) < 0.5) return null;
  const shift = scale(way, best.byM);
  return {
    positionM: add(microphone.positionM, shift),
    aimM: add(microphone.positionM, add(shift, scale(microphone.axis, 0.5))),
    byM: best.byM,
    beforeDb,
    afterDb: best.db,
  };
}

import { asNumber } from '../../units';
import { tell } from '../codes';
import type { TakeFinding } from '../reading/report';
import type { TakeEvent } from '../sources/onsets';

/** What ticks is at least this far under what the channel is there for, dB. */
const UNDER_DB = 25;
/** Periods of clicks that people play to, seconds: 40 to 240 a minute. */
const SHORTEST_S = 0.25;
const LONGEST_S = 1.52;
/** Evener than anybody plays: within this of its grid, seconds. */
const EVEN_S = 0.0014;
/** As many must be heard (of a dozen some are under notes), and as large a share of the places where one would be. */
const LEAST_TICKS = 8;
const LEAST_SHARE = 0.65;
/** A machine ticks equally loud but for its accents: so many of those heard lie within so many decibels, as no hand's do. */
const ALIKE_SHARE = 2 / 3;
const ALIKE_DB = 3;
/** Softer events of a channel looked at. */
const MOST_EVENTS = 120;

const toDb = (power: number): number => 10 * Math.log10(Math.max(power, 1e-20));

/** Something that ticks evenly in the gaps of a channel. */
interface Ticking {
  readonly periodS: number;
  readonly count: number;
  readonly levelDb: number;
}

/** Something short that is heard: when, s, and how loud, dB. */
export interface Soft {
  readonly at: number;
  readonly db: number;
}

/** The most of some levels that lie within {@link ALIKE_DB}. */
function alike(levels: readonly number[]): number {
  const sorted = [...levels].sort((a, b) => a - b);
  return sorted.reduce((most, low, i) => Math.max(most, sorted.filter((db, k) => k >= i && db <= low + ALIKE_DB).length), 0);
}

/** How many lie on a grid through one of them, its period made as exact as they know it; 0 where they leave too much of it empty or differ in level. */
function onGrid(soft: readonly Soft[], start: number, rough: number): { readonly count: number; readonly periodS: number } {
  let periodS = rough;
  let hits: readonly Soft[] = [];
  for (let reach = 4; reach <= 256; reach *= 2) {
    hits = soft.filter(({ at }) => {
      const n = (at - start) / periodS;
      return Math.abs(n) <= reach && Math.abs(n - Math.round(n)) * periodS < EVEN_S;
    });
    const steps = hits.map(({ at }) => Math.round((at - start) / periodS));
    const [sum, weight] = steps.reduce(([a, b], n, i) => [a + n * ((hits[i] as Soft).at - start), b + n * n], [0, 0]);
    if (weight > 0) periodS = sum / weight;
  }
  const places = new Set(hits.map(({ at }) => Math.round((at - start) / periodS)));
  const span = Math.max(...places) - Math.min(...places) + 1;
  const isEven = places.size >= LEAST_SHARE * span && alike(hits.map(({ db }) => db)) >= ALIKE_SHARE * hits.length;
  return { count: isEven ? places.size : 0, periodS };
}

/** What ticks evenly among things that are heard, in their order: how often, and its period, s; null where nothing does. */
export function evenTicks(soft: readonly Soft[]): { readonly count: number; readonly periodS: number } | null {
  let best: { readonly count: number; readonly periodS: number } = { count: 0, periodS: 0 };
  for (let i = 0; i < soft.length; i++)
    for (let j = i + 1; j < Math.min(soft.length, i + 4); j++) {
      const rough = (soft[j] as Soft).at - (soft[i] as Soft).at;
      if (rough < SHORTEST_S || rough > LONGEST_S) continue;
      const found = onGrid(soft, (soft[i] as Soft).at, rough);
      if (found.count > best.count) best = found;
    }
  return best.count >= LEAST_TICKS ? best : null;
}

function tickingOf(events: readonly TakeEvent[], channel: number, rate: number): Ticking | null {
  const loudest = events.reduce((most, { powers }) => Math.max(most, powers[channel] as number), 0);
  const soft = events
    .filter(({ powers, onsets }) => Number.isFinite(onsets[channel]) && toDb(powers[channel] as number) < toDb(loudest) - UNDER_DB)
    .slice(0, MOST_EVENTS)
    .map(({ onsets, powers }): Soft => ({ at: (onsets[channel] as number) / rate, db: toDb(powers[channel] as number) }))
    .sort((a, b) => a.at - b.at);
  const best = evenTicks(soft);
  if (!best) return null;
  const level = soft.map(({ db }) => db - toDb(loudest)).sort((a, b) => a - b)[soft.length >> 1] as number;
  return { ...best, levelDb: level };
}

/** Channels in which something ticks evenly in the gaps: asked, as a clock or a machine would do so too. */
export function tickFindings(events: readonly TakeEvent[], names: readonly string[], rate: number): TakeFinding[] {
  return names.flatMap((name, channel): TakeFinding[] => {
    const found = tickingOf(events, channel, rate);
    if (!found) return [];
    return [
      {
        severity: 'note',
        code: 'ticking',
        channels: [name],
        message: tell('ticks', { name, rate: asNumber(60 / found.periodS, 1), under: asNumber(-found.levelDb, 0) }),
      },
    ];
  });
}

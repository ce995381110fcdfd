import type { ArrivalTable } from '../../arrivals';
import { type Doable, settledBy } from '../../evidence';
import type { MicrophoneId } from '../../ids';
import { hasBasket } from '../../microphones';
import { type PlacedMark, refOf } from '../../tape';
import type { Guided } from '../signs/taps';
import { marksToClick } from './marksToClick';
import { clickAt, clicksOf, modelOf, tapsOf } from './planModel';
import type { Matching } from './proof';

/** One thing to do for a guided take. */
export type Ask =
  | { readonly kind: 'tap'; readonly microphoneId: MicrophoneId; readonly seconds: number }
  | { readonly kind: 'click'; readonly mark: PlacedMark; readonly seconds: number };

/** How long each takes, seconds; and less than this for each of them is not worth them, bits a second (our choice). */
const TAP_S = 5;
const CLICK_S = 4;
const WORTH_BITS_PER_S = 0.008;
/** So many clicks settle the rest, mostly (counted over the set-ups). */
const USUAL_CLICKS = 2;

/** About how long a guided take asks for things before the playing, with so many microphones to knock on, seconds. */
export const guidedSeconds = (baskets: number): number => TAP_S * baskets + CLICK_S * USUAL_CLICKS;

/** How a thing that was done is named. */
export const askRef = (ask: Ask): string => (ask.kind === 'tap' ? `tap/${ask.microphoneId}` : `click/${refOf(ask.mark)}`);

/** More clicks than this are on no list: what is asked for live goes by what was heard. */
const LISTED_CLICKS = 3;

/** What a list for a recording made elsewhere asks for, in its order. */
export function listedAsks(table: ArrivalTable): Ask[] {
  const asks = asksOf(table);
  return [...asks.filter(({ kind }) => kind === 'tap'), ...asks.filter(({ kind }) => kind === 'click').slice(0, LISTED_CLICKS)];
}

/** Everything that a plan's guided take may ask for: knocks and a clap at every microphone that has something to knock on, clicks at the marks that tell most. */
function asksOf(table: ArrivalTable): Ask[] {
  const { microphones } = table.plan;
  if (microphones.length < 2) return [];
  const able = microphones.filter(({ model }) => hasBasket(model.kind));
  return [
    ...able.map(({ id }): Ask => ({ kind: 'tap', microphoneId: id, seconds: TAP_S })),
    ...marksToClick(table).map((mark): Ask => ({ kind: 'click', mark, seconds: CLICK_S })),
  ];
}

/**
 * The one next thing to ask for: what is expected to settle most of what may be wrong for the time it takes, by the entropy of its causes, what
 * was heard so far known. Null when nothing is worth its time.
 *
 * @param done references of what was asked for already, heard or not
 * @param matching whose each channel is
 */
export function nextAsk(table: ArrivalTable, heard: Guided, done: ReadonlySet<string>, matching: Matching): Ask | null {
  const ids = table.plan.microphones.map(({ id }) => id);
  const asks = asksOf(table).filter((ask) => !done.has(askRef(ask)));
  if (asks.length === 0) return null;
  const model = modelOf(table, new Map(), tapsOf(table, heard.taps, matching), clicksOf(table, heard.clicks, matching));
  const doable = asks.map((ask): Doable => (ask.kind === 'tap' ? { tap: ids.indexOf(ask.microphoneId) } : { click: clickAt(table, ask.mark) }));
  const { bits } = settledBy(model, doable);
  const worth = asks.map(({ seconds }, i) => (bits[i] as number) / seconds);
  const best = worth.indexOf(Math.max(...worth));
  return (worth[best] as number) > WORTH_BITS_PER_S ? (asks[best] as Ask) : null;
}

import { combDepth, firstDipHz } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { formatDelay, formatFrequency, formatLength, formatNumber } from '../units';
import { alongString } from './alongString';
import type { Finding, Move } from './finding';
import { SHARED_WITHIN_DB, type Shared, sharedSources } from './shared';

/** A first dip above this is beyond most of what drums and guitars put out (our choice). */
const HARMLESS_DIP_HZ = 10_000;
/** A string can be changed by this much before the microphone is in another place altogether (our choice). */
const LONGEST_MOVE_M = 0.25;

const mixDelay = (table: ArrivalTable, shared: Shared): number =>
  shared.secondArrival.delaySeconds -
  shared.firstArrival.delaySeconds +
  (shared.second.alignSamples - shared.first.alignSamples) / table.plan.sampleRateHz;

function moveFor(table: ArrivalTable, shared: Shared, late: PlanMicrophone, seconds: number): Move {
  const metres = seconds * table.plan.speedOfSoundMps;
  const arrival = late.id === shared.first.id ? shared.firstArrival : shared.secondArrival;
  if (metres <= LONGEST_MOVE_M && !late.locked && arrival.distanceM - metres > 0.05)
    return { kind: 'place', microphoneId: late.id, positionM: alongString(late, arrival, -metres), label: 'Move it' };
  const samples = Math.round(late.alignSamples - seconds * table.plan.sampleRateHz);
  return { kind: 'align', microphoneId: late.id, samples, label: 'Align in the mix' };
}

function advice(shared: Shared, move: Move, late: PlanMicrophone, metres: number, table: ArrivalTable): string {
  if (shared.purpose === 'close-and-far') return 'Leave it for depth, or align it in the mix: schools differ.';
  if (move.kind === 'place') return `Bring ${late.name} ${formatLength(metres, table.plan.units)} closer along its string.`;
  return `Too far to mend by moving; advance ${late.name} by ${formatNumber(Math.abs(move.kind === 'align' ? move.samples : 0), 0)} samples in the mix.`;
}

function findingFor(table: ArrivalTable, shared: Shared): Finding | null {
  const delay = mixDelay(table, shared);
  const dip = firstDipHz(delay, shared.firstArrival.polarity === shared.secondArrival.polarity ? 1 : -1);
  if (dip > HARMLESS_DIP_HZ) return null;
  const late = delay > 0 ? shared.second : shared.first;
  const early = delay > 0 ? shared.first : shared.second;
  const seconds = Math.abs(delay);
  const move = moveFor(table, shared, late, seconds);
  const { rippleDb } = combDepth(Math.max(0.1, Math.abs(shared.levelDifferenceDb)));
  const delayText = formatDelay(seconds, table.plan.sampleRateHz, table.plan.speedOfSoundMps, table.plan.units);
  const ripple = rippleDb > 24 ? 'more than 24' : formatNumber(rippleDb, 0);
  return {
    id: `comb/${shared.first.id}/${shared.second.id}`,
    code: 'comb',
    severity: shared.purpose === 'same' ? 'improve' : 'note',
    microphoneIds: [late.id, early.id],
    message: `${late.name} hears the ${shared.source.name.toLowerCase()} ${delayText} after ${early.name}. ${advice(shared, move, late, seconds * table.plan.speedOfSoundMps, table)}`,
    why: `At similar level the sum has its first dip at ${formatFrequency(dip)} and a ripple of ${ripple} dB. Three schools: leave the natural delay, match polarity only, or align close microphones to the pair.`,
    move,
  };
}

/** Channels that share a source at similar level but not in step. A stereo pair is judged by its own check. */
export function combs(table: ArrivalTable): Finding[] {
  return sharedSources(table, SHARED_WITHIN_DB)
    .filter((shared) => shared.purpose !== 'pair')
    .map((shared) => findingFor(table, shared))
    .filter((finding) => finding !== null);
}

import { combDepth, firstDipHz, THREE_TO_ONE_DB } from '../acoustics';
import { type ArrivalTable, type PlanMicrophone, sourceKey } from '../arrivals';
import { isDirect } from '../microphones';
import { formatDelay, formatFrequency, formatLength, formatNumber } from '../units';
import { alongString } from './alongString';
import type { Finding, Move } from './finding';
import { type Shared, sharedSources } from './shared';

/** A first dip above this is beyond most of what drums and guitars put out (our choice). */
const HARMLESS_DIP_HZ = 10_000;
/** A string can be changed by this much before the microphone is in another place altogether (our choice). */
const LONGEST_MOVE_M = 0.25;

const mixDelay = (table: ArrivalTable, shared: Shared): number =>
  shared.secondArrival.delaySeconds -
  shared.firstArrival.delaySeconds +
  (shared.second.alignSamples - shared.first.alignSamples) / table.plan.sampleRateHz;

function moveFor(table: ArrivalTable, shared: Shared, late: PlanMicrophone, seconds: number): Move {
  const pickup = [shared.first, shared.second].find(({ model }) => isDirect(model.kind));
  if (pickup) {
    const sooner = pickup.id === late.id ? -seconds : seconds;
    return {
      kind: 'align',
      microphoneId: pickup.id,
      samples: Math.round(pickup.alignSamples + sooner * table.plan.sampleRateHz),
      label: 'Align it to the microphone',
    };
  }
  const metres = seconds * table.plan.speedOfSoundMps;
  const arrival = late.id === shared.first.id ? shared.firstArrival : shared.secondArrival;
  if (metres <= LONGEST_MOVE_M && !late.locked && arrival.distanceM - metres > 0.05)
    return { kind: 'place', microphoneId: late.id, positionM: alongString(late, arrival, -metres), label: 'Move it' };
  const samples = Math.round(late.alignSamples - seconds * table.plan.sampleRateHz);
  return { kind: 'align', microphoneId: late.id, samples, label: 'Align in the mix' };
}

function adviceOn(shared: Shared, move: Move, late: PlanMicrophone, metres: number, table: ArrivalTable): string {
  if (shared.purpose === 'direct' && move.kind === 'align')
    return `Hold the pickup back by ${formatNumber(Math.abs(move.samples), 0)} samples in the mix, and invert one of the two if it gets thin.`;
  if (shared.purpose === 'close-and-far') return 'Leave it for depth, or align it in the mix: schools differ.';
  if (move.kind === 'place') return `Bring ${late.name} ${formatLength(metres, table.plan.units)} closer along its string.`;
  return `Too far to mend by moving; advance ${late.name} by ${formatNumber(Math.abs(move.kind === 'align' ? move.samples : 0), 0)} samples in the mix.`;
}

function findingFor(table: ArrivalTable, shared: Shared): Finding | null {
  const delay = mixDelay(table, shared);
  const { firstArrival, secondArrival } = shared;
  const opposed = firstArrival.settled && secondArrival.settled && firstArrival.polarity !== secondArrival.polarity;
  const dip = firstDipHz(delay, opposed ? -1 : 1);
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
    message: `${late.name} hears the ${shared.source.name.toLowerCase()} ${delayText} after ${early.name}.`,
    advice: adviceOn(shared, move, late, seconds * table.plan.speedOfSoundMps, table),
    why: `At similar level the sum has its first dip at ${formatFrequency(dip)} and a ripple of ${ripple} dB. Three schools: leave the natural delay, match polarity only, or align close microphones to the pair.`,
    move,
  };
}

/** Both microphones of a pair late after the same close one, told in one breath with one move for the close one. */
function closeBeforePair(table: ArrivalTable, close: PlanMicrophone, group: readonly Shared[]): Finding | null {
  const { plan } = table;
  const lates = group.map((shared) => (shared.first.id === close.id ? mixDelay(table, shared) : -mixDelay(table, shared)));
  const earliest = Math.min(...lates);
  const [one] = group;
  if (!one || firstDipHz(earliest) > HARMLESS_DIP_HZ) return null;
  const names = group.map((shared) => (shared.first.id === close.id ? shared.second.name : shared.first.name)).join(' and ');
  const source = one.source.name.toLowerCase();
  const samples = Math.round(close.alignSamples + earliest * plan.sampleRateHz);
  return {
    id: `comb/${close.id}/pair`,
    code: 'comb',
    severity: 'note',
    microphoneIds: [close.id, ...group.map((shared) => (shared.first.id === close.id ? shared.second.id : shared.first.id))],
    message: `${names} hear the ${source} ${formatDelay(earliest, plan.sampleRateHz, plan.speedOfSoundMps, plan.units)} or more after ${close.name}.`,
    advice: `Leave it for depth, or hold ${close.name} back in the mix: schools differ.`,
    why: `At similar level the sum has its first dip at ${formatFrequency(firstDipHz(earliest))}. Three schools: leave the natural delay, match polarity only, or align close microphones to the pair.`,
    move: { kind: 'align', microphoneId: close.id, samples, label: 'Align it to the pair' },
  };
}

/** The close microphone of a close-and-far pair: the one that is there for the source. */
const closeOf = (shared: Shared): PlanMicrophone | null => {
  if (shared.purpose !== 'close-and-far') return null;
  const key = sourceKey(shared.source);
  return shared.first.targetKey === key ? shared.first : shared.second.targetKey === key ? shared.second : null;
};

/** Channels that share a source at similar level but not in step. A stereo pair is judged by its own check. */
export function combs(table: ArrivalTable): Finding[] {
  const all = sharedSources(table, THREE_TO_ONE_DB).filter((shared) => shared.purpose !== 'pair');
  const groups = new Map<string, Shared[]>();
  const single: Shared[] = [];
  for (const shared of all) {
    const close = closeOf(shared);
    const far = shared.first.id === close?.id ? shared.second : shared.first;
    const pair = close && table.plan.pairs.find((candidate) => candidate.leftId === far.id || candidate.rightId === far.id);
    if (close && pair) groups.set(`${close.id}|${pair.id}`, [...(groups.get(`${close.id}|${pair.id}`) ?? []), shared]);
    else single.push(shared);
  }
  const grouped = [...groups].map(([key, group]) => {
    const close = table.plan.microphones.find((microphone) => microphone.id === key.split('|')[0]) as PlanMicrophone;
    return group.length > 1 ? closeBeforePair(table, close, group) : findingFor(table, group[0] as Shared);
  });
  return [...grouped, ...single.map((shared) => findingFor(table, shared))].filter((finding) => finding !== null);
}

import { combDepth, firstDipHz, THREE_TO_ONE_DB } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import { isDirect } from '../microphones';
import { asDelay, asFrequency, asLength, asList, asMidway, asNumber, type Told } from '../units';
import { alongString } from './alongString';
import { tell } from './codes';
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
      label: tell('align-it-to-the-microphone'),
    };
  }
  const metres = seconds * table.plan.speedOfSoundMps;
  const arrival = late.id === shared.first.id ? shared.firstArrival : shared.secondArrival;
  if (metres <= LONGEST_MOVE_M && !late.locked && arrival.distanceM - metres > 0.05)
    return { kind: 'place', microphoneId: late.id, positionM: alongString(late, arrival, -metres), label: tell('move-it') };
  const samples = Math.round(late.alignSamples - seconds * table.plan.sampleRateHz);
  return { kind: 'align', microphoneId: late.id, samples, label: tell('align-in-the-mix') };
}

function adviceOn(shared: Shared, move: Move, late: PlanMicrophone, lengthM: number): Told {
  if (shared.purpose === 'direct' && move.kind === 'align')
    return tell('hold-the-pickup-back-by-samples', { samples: asNumber(Math.abs(move.samples), 0) });
  if (shared.purpose === 'close-and-far') return tell('leave-it-for-depth-or-align');
  if (move.kind === 'place') return tell('bring-closer-along-its-string', { late: late.name, metres: asLength(lengthM) });
  return tell('too-far-to-mend-by-moving', { late: late.name, kind: asNumber(Math.abs(move.kind === 'align' ? move.samples : 0), 0) });
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
  const delayText = asDelay(seconds, table.plan.sampleRateHz, table.plan.speedOfSoundMps);
  const ripple = rippleDb > 24 ? tell('more-than-24') : asNumber(rippleDb, 0);
  return {
    id: `comb/${shared.first.id}/${shared.second.id}`,
    code: 'comb',
    severity: shared.purpose === 'same' ? 'improve' : 'note',
    microphoneIds: [late.id, early.id],
    message: tell('hears-the-after', { late: late.name, source: asMidway(shared.source.name), delayText, early: early.name }),
    advice: adviceOn(shared, move, late, seconds * table.plan.speedOfSoundMps),
    why: tell('at-similar-level-the-sum-has', { dip: asFrequency(dip), ripple }),
    howMuch: 1000 * seconds,
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
  const names = asList(group.map((shared) => (shared.first.id === close.id ? shared.second.name : shared.first.name)));
  const source = asMidway(one.source.name);
  const samples = Math.round(close.alignSamples + earliest * plan.sampleRateHz);
  return {
    id: `comb/${close.id}/pair`,
    code: 'comb',
    severity: 'note',
    microphoneIds: [close.id, ...group.map((shared) => (shared.first.id === close.id ? shared.second.id : shared.first.id))],
    message: tell('hear-the-or-more-after', {
      names,
      source,
      earliest: asDelay(earliest, plan.sampleRateHz, plan.speedOfSoundMps),
      close: close.name,
    }),
    advice: tell('leave-it-for-depth-or-hold', { close: close.name }),
    why: tell('at-similar-level-the-sum-has-2', { firstDip: asFrequency(firstDipHz(earliest)) }),
    howMuch: 1000 * earliest,
    move: { kind: 'align', microphoneId: close.id, samples, label: tell('align-it-to-the-pair') },
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

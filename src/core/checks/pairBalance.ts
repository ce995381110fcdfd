import { EQUAL_STRINGS_M, firstDipHz } from '../acoustics';
import type { ArrivalTable, PlanPair } from '../arrivals';
import { sourceKey } from '../ids';
import { asDelay, asFrequency, asLength, asMidway } from '../units';
import { alongString } from './alongString';
import { tell } from './codes';
import type { Finding } from './finding';

function judge(table: ArrivalTable, pair: PlanPair): Finding | null {
  const { plan } = table;
  const left = plan.microphones.findIndex((m) => m.id === pair.leftId);
  const right = plan.microphones.findIndex((m) => m.id === pair.rightId);
  const source = plan.sources.findIndex((s) => sourceKey(s) === pair.centreKey);
  const [l, r] = [table.rows[left]?.[source], table.rows[right]?.[source]];
  if (!l || !r) return null;
  const difference = r.distanceM - l.distanceM;
  if (Math.abs(difference) <= EQUAL_STRINGS_M) return null;
  const [far, near] = difference > 0 ? [right, left] : [left, right];
  const farMic = plan.microphones[far];
  const nearMic = plan.microphones[near];
  const name = asMidway(plan.sources[source]?.name ?? 'centre');
  if (!farMic || !nearMic) return null;
  const closer = !farMic.locked || nearMic.locked;
  const [mover, arrival, delta] = closer
    ? [farMic, difference > 0 ? r : l, -Math.abs(difference)]
    : [nearMic, difference > 0 ? l : r, Math.abs(difference)];
  const seconds = Math.abs(difference) / plan.speedOfSoundMps;
  const length = asLength(Math.abs(difference));
  return {
    id: `pair-unequal/${pair.id}`,
    code: 'pair-unequal',
    severity: 'improve',
    microphoneIds: [mover.id, closer ? nearMic.id : farMic.id],
    message: tell('hears-the-late', { farMic: farMic.name, name, seconds: asDelay(seconds, plan.sampleRateHz, plan.speedOfSoundMps) }),
    advice: tell('bring-closer-closer-farther-along-its', { mover: mover.name, length, closer: closer ? 'yes' : 'no' }),
    why: tell('with-unequal-strings-the-leans-to', { name, nearMic: nearMic.name, firstDip: asFrequency(firstDipHz(seconds)) }),
    howMuch: 1000 * seconds,
    move:
      farMic.locked && nearMic.locked
        ? null
        : { kind: 'place', microphoneId: mover.id, positionM: alongString(mover, arrival, delta), label: tell('move-it') },
  };
}

/** Stereo pairs whose strings to the source in the middle (the snare, for overheads) differ. */
export const pairsUnequal = (table: ArrivalTable): Finding[] =>
  table.plan.pairs.map((pair) => judge(table, pair)).filter((finding) => finding !== null);

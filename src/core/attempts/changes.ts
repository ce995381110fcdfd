import { type Command, command, differenceOf, lostMicrophones, type Session, stepTold, withSetUpOf } from '../document';
import { resolvePlan } from '../planning';
import { type TapeEntry, tapeList } from '../tape';
import { asList, type Told } from '../units';
import type { Change, Stood } from './change';
import { tell } from './codes';
import { microphoneChanges } from './microphoneChanges';
import { otherChange } from './otherChanges';

/** A change that is told. */
export type ToldChange = Change & { readonly told: Told };

/** Everything that a hand would have had to change to come from one set-up to another, each told: every field of the set-up that differs. */
export function changesBetween(before: Session, after: Session): readonly ToldChange[] {
  const [a, b] = [before, after].map((session): Stood => ({ session, plan: resolvePlan(session) })) as [Stood, Stood];
  const differences = differenceOf(before, after);
  const isMicrophones = ({ entity, field }: (typeof differences)[number]): boolean =>
    entity === 'microphones' || (entity === 'session' && field === 'patch');
  const ids = [...new Set(differences.filter(isMicrophones).flatMap(({ id }) => id ?? []))];
  const nameOf = (id: string): string => [...after.microphones, ...before.microphones].find((one) => one.id === id)?.name ?? '';
  const ofMicrophones = ids.flatMap((id): Change[] => {
    const own = differences.filter((one) => isMicrophones(one) && one.id === id);
    const whole = own.find(({ field }) => field === '*');
    if (!whole)
      return microphoneChanges(
        a,
        b,
        id,
        own.map(({ field }) => field),
      );
    const fields = own.map(({ entity, field }) => `${entity}/${id}/${field}`);
    return [{ kind: 'microphone', microphoneId: id, told: tell(whole.how === 'new' ? 'whole-new' : 'whole-gone', { name: nameOf(id) }), fields }];
  });
  const moved = (id: string): boolean =>
    ofMicrophones.some(({ kind, microphoneId, told }) => kind === 'place' && microphoneId === id && told !== null);
  // A pair's frame goes with its microphones: that is told of them.
  const goesAlong = ({ entity, id, field }: (typeof differences)[number]): boolean => {
    const pair = entity === 'pairs' && field === 'frame' ? after.pairs.find((one) => one.id === id) : undefined;
    return pair !== undefined && (moved(pair.leftId) || moved(pair.rightId));
  };
  const others = differences.filter((one) => !isMicrophones(one) && !goesAlong(one)).flatMap((one) => otherChange(before, after, one));
  return [...ofMicrophones, ...others].flatMap((change) => (change.told ? [{ ...change, told: change.told }] : []));
}

/** Fields that one act in the world, and what makes up for it, change together. */
const ACTS: Readonly<Record<string, readonly string[]>> = {
  cable: ['cable', 'cableChanges'],
  polarity: ['cable', 'cableChanges', 'madeUp', 'flipped', 'inputInverted'],
  delay: ['latencySamples', 'alignSamples'],
};

/** The act that a change is of; undefined where it is one by itself. */
function actOf({ microphoneId, fields }: Change): string | undefined {
  const names = fields.map((field) => field.slice(field.lastIndexOf('/') + 1));
  const act = Object.entries(ACTS).find(([, own]) => names.length > 0 && names.every((name) => own.includes(name)))?.[0];
  // Cables are exchanged two at a time.
  return act && (act === 'cable' ? act : `${act} ${microphoneId}`);
}

/** How many things were changed at once: the two of a pair that moved are one, and so are cables that were exchanged, or a delay and what makes up for it. */
export function countChanges({ pairs }: Session, changes: readonly ToldChange[]): number {
  const keys = changes.map((change, i) => {
    const { kind, microphoneId } = change;
    const act = actOf(change);
    if (act) return act;
    const pair = pairs.find(({ leftId, rightId }) => leftId === microphoneId || rightId === microphoneId);
    return pair ? `${kind} ${pair.id}` : `${i}`;
  });
  return new Set(keys).size;
}

/** The strings to set, and what else to do, to come from here to an earlier set-up. */
export function wayBack(now: Session, then: Session): { readonly tape: readonly TapeEntry[]; readonly others: readonly Told[] } {
  const changes = changesBetween(now, then);
  const plan = resolvePlan(then);
  const moved = new Set(
    changes.flatMap(({ kind, microphoneId }) => (microphoneId && (kind === 'place' || kind === 'microphone') ? [microphoneId] : [])),
  );
  return {
    tape: tapeList(plan).filter(({ microphoneId }) => moved.has(microphoneId)),
    others: changes.filter(({ kind }) => kind !== 'place').map(({ told }) => told),
  };
}

/**
 * Puts an earlier set-up back: instruments, microphones, room, patch, chains, gains and choices of the sound. The day's readings, checklists
 * and reminders, and the record's name and gear, stay as they are.
 */
export const putBack = (snapshot: Session): Command => command(stepTold('put-back'), (session) => withSetUpOf(session, snapshot));

/** Why not all of a set-up can be put back; null where it can. */
export function notPutBack(session: Session, snapshot: Session): Told | null {
  const lost = lostMicrophones(session, snapshot);
  if (lost.length === 0) return null;
  return tell('left-out', {
    names: asList(
      lost.map(({ name }) => name),
      'comma',
    ),
  });
}

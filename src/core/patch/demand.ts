import type { Demand, PatchProblem } from './problem';

export const demandKey = (demand: Demand): string => `${demand.kind}/${demand.kind === 'pair' ? demand.pair.join('/') : demand.microphoneId}`;

/**
 * Everything that is asked, what is easiest to give up first: a pair's neighbours, a pin, an input for one more microphone; what a
 * microphone is by its nature (its plug, its level, its power) last, since nobody can change that.
 */
export function demandsOf({ microphones, pairs, pinned = {}, unfit, unfitThrough = {}, reach }: PatchProblem): readonly Demand[] {
  const each = (kind: Exclude<Demand['kind'], 'pair'>, wanted: (id: string, phantom: string) => boolean): Demand[] =>
    microphones.flatMap(({ id, phantom }) => (wanted(id, phantom) ? [{ kind, microphoneId: id }] : []));
  return [
    ...each('level', (id) => [unfit[id], ...Object.values(unfitThrough[id] ?? {})].some((inputs) => (inputs?.length ?? 0) > 0)),
    ...each('plug', () => true),
    ...each('power', (_, phantom) => phantom === 'needs'),
    ...each('no power', (_, phantom) => phantom === 'never'),
    ...(reach ? each('cable', (id) => reach.needM[id] !== undefined) : []),
    ...pairs.map((pair): Demand => ({ kind: 'pair', pair })),
    ...each('pin', (id) => pinned[id] !== undefined),
    ...each('input', () => true),
  ];
}

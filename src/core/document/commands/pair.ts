import type { MicrophoneId, PairId } from '../../ids';
import { frameOf, nearestFrame, type PairFrame } from '../../stereo';
import { type Command, command, pairName } from '../command';
import { pairMembers } from '../pairFrames';
import type { Pair, Session, SourceReference } from '../session';
import { tell } from '../stepCodes';

const changed = (session: Session, id: PairId, change: (pair: Pair) => Pair): Session => ({
  ...session,
  pairs: session.pairs.map((pair) => (pair.id === id ? change(pair) : pair)),
});

const framed = (session: Session, pair: Pair, find: typeof frameOf): Pair => {
  const members = pairMembers(session, pair);
  return { ...pair, frame: members && find(members, pair.decoding) };
};

/** Two microphones become one pair; pairs that either was in are dropped. They keep their places: a frame when they stand alike, else none. */
export const makePair = (id: PairId, leftId: MicrophoneId, rightId: MicrophoneId, centre: SourceReference | null): Command =>
  command(tell('make-a-pair'), (session) => {
    const others = session.pairs.filter((pair) => ![leftId, rightId].some((own) => own === pair.leftId || own === pair.rightId));
    const pair: Pair = { id, name: 'Pair', technique: 'other', leftId, rightId, centre, frame: null, decoding: 'left-right' };
    return { ...session, pairs: [...others, framed(session, pair, frameOf)] };
  });

/** The two go on as single microphones where they stand. */
export const dropPair = (id: PairId): Command =>
  command(
    (session) => tell('part-pair', { name: pairName(session, id) }),
    (session) => ({ ...session, pairs: session.pairs.filter((pair) => pair.id !== id) }),
  );

export const editPair = (id: PairId, change: Partial<Pick<Pair, 'name' | 'technique' | 'centre' | 'decoding' | 'width'>>): Command =>
  command(
    (session) => tell('change', { name: pairName(session, id) }),
    (session) => changed(session, id, (pair) => ({ ...pair, ...change })),
  );

/** Sets part of a pair's frame; its microphones go where the frame says. A parted pair stays as it is. */
export const framePair = (id: PairId, change: Partial<PairFrame>): Command =>
  command(
    (session) => tell('set-pair', { name: pairName(session, id) }),
    (session) => changed(session, id, (pair) => (pair.frame ? { ...pair, frame: { ...pair.frame, ...change } } : pair)),
  );

/** Brings a parted pair back into the frame nearest to where its microphones stand. */
export const squarePair = (id: PairId): Command =>
  command(
    (session) => tell('square-pair', { name: pairName(session, id) }),
    (session) => changed(session, id, (pair) => (pair.frame ? pair : framed(session, pair, nearestFrame))),
  );

import { allCases, placed } from '../../cli/audit/cases';
import { applyMove, type Session } from '../document';
import { swappedSides } from './swappedSides';

/** One build of each set-up that has a pair of left and right. */
const CASES = allCases().filter(
  ({ room, recipe }, i, all) =>
    room.name === 'middle' &&
    recipe.pairs.some(({ technique }) => technique !== 'mid-side') &&
    all.findIndex((other) => other.room.name === 'middle' && other.recipe.id === recipe.id) === i,
);

/** The two of every pair each in the other's place. */
function exchanged(session: Session): Session {
  const of = new Map(
    session.pairs.flatMap(
      ({ leftId, rightId }) =>
        [
          [leftId, rightId],
          [rightId, leftId],
        ] as const,
    ),
  );
  return {
    ...session,
    microphones: session.microphones.map((one) => {
      const other = session.microphones.find(({ id }) => id === of.get(one.id));
      return other ? { ...one, positionM: other.positionM, aimM: other.aimM } : one;
    }),
  };
}

describe('the sides of a pair', () => {
  it('are right as every set-up places them', () => {
    expect(CASES.length).toBeGreaterThan(20);
    for (const one of CASES) expect([one.recipe.id, swappedSides(placed(one))]).toEqual([one.recipe.id, []]);
  });

  it('are told where the two were exchanged, in every set-up, and the move puts them right', () => {
    const silent: string[] = [];
    for (const one of CASES) {
      const session = exchanged(placed(one));
      const found = swappedSides(session);
      if (found.length < one.recipe.pairs.filter(({ technique }) => technique !== 'mid-side').length) silent.push(one.recipe.id);
      const mended = found.reduce((now, { move }) => (move ? applyMove(move)(now) : now), session);
      expect([one.recipe.id, swappedSides(mended)]).toEqual([one.recipe.id, []]);
    }
    // Two kinds at one spot that look the same way have no sides.
    expect(silent).toEqual(['guitar-ribbon-condenser']);
  });

  it('are no matter where one alone was moved a little', () => {
    for (const one of CASES) {
      const session = placed(one);
      const [first, ...others] = session.microphones;
      if (!first) throw new Error('a microphone is placed');
      const moved = { ...session, microphones: [{ ...first, positionM: { ...first.positionM, z: first.positionM.z + 0.1 } }, ...others] };
      expect([one.recipe.id, swappedSides(moved)]).toEqual([one.recipe.id, []]);
    }
  });
});

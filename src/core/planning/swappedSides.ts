import type { Finding, Move } from '../checks';
import { derived } from '../derived';
import { belongsTo, type PlacedMicrophone, type Session } from '../document';
import type { Instrument } from '../instruments';
import { add, dot, normalize, scale, subtract, type Vec3 } from '../math';
import { changesSides, placeRecipe, RECIPES, type Recipe } from '../setups';
import { tell } from './codes';

/** A microphone counts for where it is and for where it looks, as far ahead as this, metres: two in one place differ in that alone. */
const AHEAD_M = 0.3;
/** Nearer to straight across than this no side is told, metres. */
const LEAST_M = 0.03;

const sideOf = ({ positionM, aimM }: { readonly positionM: Vec3; readonly aimM: Vec3 }): Vec3 =>
  add(positionM, scale(normalize(subtract(aimM, positionM)), AHEAD_M));

/** Where a set-up has its microphones; kept with it while instrument and room are the same. */
const placesOf = derived((recipe: Recipe, instrument: Instrument, room: Session['room']) => placeRecipe(recipe, instrument, room).placed);

/** Both at once: each goes where the other is, and looks where that looks. */
const exchange = (left: PlacedMicrophone, right: PlacedMicrophone): Move => {
  const to = (one: PlacedMicrophone, other: PlacedMicrophone): Move => ({
    kind: 'set',
    microphoneId: one.id,
    positionM: other.positionM,
    aimM: other.aimM,
    label: tell('swap-them'),
  });
  return { kind: 'joint', microphoneId: left.id, moves: [to(left, right), to(right, left)], label: tell('swap-them') };
};

/**
 * Pairs whose left microphone is where their set-up has the right one: what is left is heard right. Which side is left is for the set-up to
 * say, since a kit's is the player's and a horn's the listener's.
 */
export function swappedSides(session: Session): Finding[] {
  const recipes = [...RECIPES, ...session.shelf.setups];
  return session.pairs.flatMap(({ leftId, rightId, name, decoding }): Finding[] => {
    const [left, right] = [leftId, rightId].map((id) => session.microphones.find((one) => one.id === id));
    const recipe = recipes.find(({ id }) => id === left?.setupId);
    if (!left || !right || !recipe || right.setupId !== left.setupId || decoding === 'mid-side') return [];
    const instrument = session.instruments.find(({ id }) => belongsTo(session, left, id));
    const pair = recipe.pairs.find((one) => one.name === name);
    if (!instrument || !pair) return [];
    const wanted = placesOf(recipe, instrument, session.room);
    const byKey = (key: string) => wanted.find((one) => one.recipe.key === key);
    const swaps = recipe.microphones.some((microphone) => microphone.key === pair.left && changesSides(microphone, instrument));
    const [wantedLeft, wantedRight] = swaps ? [byKey(pair.right), byKey(pair.left)] : [byKey(pair.left), byKey(pair.right)];
    if (!wantedLeft || !wantedRight) return [];
    const across = subtract(sideOf(wantedRight), sideOf(wantedLeft));
    const length = Math.hypot(across.x, across.y, across.z);
    if (length < LEAST_M) return [];
    if (dot(subtract(sideOf(right), sideOf(left)), across) / length > -LEAST_M) return [];
    return [
      {
        id: `sides/${leftId}/${rightId}`,
        code: 'sides-swapped',
        severity: 'improve',
        microphoneIds: [leftId, rightId],
        message: tell('left-is-where-right-belongs', { left: left.name, right: right.name, setup: recipe.name }),
        advice: tell('swap-the-two-or-their-cables', { left: left.name, right: right.name }),
        why: tell('left-is-heard-on-the-right', {}),
        move: left.locked || right.locked ? null : exchange(left, right),
      },
    ];
  });
}

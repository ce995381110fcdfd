import { add, type Vec3, vec3 } from '../math';
import { type Solid, type SolidForm, uprightBox } from '../solids';
import type { Told } from '../units';
import type { KeepOut, Mark, Shape } from './model';
import { circlePoints, line } from './shapes';

/** A player as a tailor would measure one: an adult of about 1.72 m (common practice). */
export interface Player {
  readonly seatM: Vec3;
  readonly headM: Vec3;
  readonly standing: boolean;
}

/** Seat to the middle of the head of a seated adult, metres. */
const SITTING_HEAD_M = 0.76;
const STANDING_HEAD_M = 1.6;

export const seated = (seatM: Vec3): Player => ({ seatM, headM: vec3(seatM.x, seatM.y + 0.04, seatM.z + SITTING_HEAD_M), standing: false });
export const standing = (x: number, y: number): Player => ({ seatM: vec3(x, y, 0.9), headM: vec3(x, y + 0.03, STANDING_HEAD_M), standing: true });

const ring = (centre: Vec3, across: number, along: number): Vec3[] =>
  Array.from({ length: 24 }, (_, i) => {
    const angle = (2 * Math.PI * i) / 24;
    return vec3(centre.x + across * Math.cos(angle), centre.y + along * Math.sin(angle), centre.z);
  });

const shouldersOf = (player: Player): Vec3 => add(player.headM, vec3(0, -0.04, -0.28));

/** Head, shoulders and seat in dashes; a player faces +y. */
export function seatedShapes(player: Player): Shape[] {
  const { seatM, headM } = player;
  const legs: Shape[] = player.standing
    ? [-0.1, 0.1].map((x) => line([vec3(seatM.x + x, seatM.y, 0.9), vec3(seatM.x + x * 1.3, seatM.y, 0)], 'player'))
    : [];
  const hips = player.standing ? ring(vec3(seatM.x, seatM.y, 0.9), 0.17, 0.11) : circlePoints(add(seatM, vec3(0, 0, 0.1)), vec3(0, 0, 1), 0.15, 16);
  return [
    { form: 'hull', weight: 'player', points: [...ring(shouldersOf(player), 0.23, 0.12), ...hips] },
    { form: 'hull', weight: 'player', points: [vec3(0, 0, 1), vec3(1, 0, 0), vec3(0, 1, 0)].flatMap((n) => circlePoints(headM, n, 0.095, 20)) },
    ...legs,
  ];
}

const solid = (id: string, name: string, shape: SolidForm): Solid => ({ id, name, shape, sourceIds: [], hollow: null });

/** Trunk and head of a player, and what he sits on; limbs move and are left to what they sweep. */
export function playerSolids(player: Player, whose: string, seat: 'stool' | 'bench' | null): Solid[] {
  const { seatM, headM } = player;
  const chest = add(shouldersOf(player), vec3(0, 0, -0.1));
  const hips = add(seatM, vec3(0, 0, 0.14));
  const sits = {
    stool: { form: 'cylinder', fromM: vec3(seatM.x, seatM.y, 0), toM: seatM, radiusM: 0.17 } as const,
    bench: uprightBox(vec3(seatM.x - 0.38, seatM.y - 0.17, 0), vec3(seatM.x + 0.38, seatM.y + 0.17, seatM.z)),
  };
  return [
    solid('player-trunk', `${whose} body`, { form: 'capsule', fromM: hips, toM: chest, radiusM: 0.14 }),
    solid('player-head', `${whose} head`, { form: 'capsule', fromM: headM, toM: add(headM, vec3(0, 0, -0.02)), radiusM: 0.1 }),
    ...(seat ? [solid('player-seat', seat === 'stool' ? 'the stool' : 'the bench', sits[seat])] : []),
  ];
}

export const mouthOf = (player: Player): Vec3 => add(player.headM, vec3(0, 0.1, -0.07));

/** Marks on a player that a tape can be held to. */
export function playerMarks(player: Player, whose: string): Mark[] {
  const shoulders = shouldersOf(player);
  const places: readonly Mark[] = [
    { id: 'head', name: `${whose} head`, positionM: player.headM },
    { id: 'mouth', name: `${whose} mouth`, positionM: mouthOf(player) },
    { id: 'right-shoulder', name: `${whose} right shoulder`, positionM: add(shoulders, vec3(0.2, 0, 0)) },
    { id: 'left-shoulder', name: `${whose} left shoulder`, positionM: add(shoulders, vec3(-0.2, 0, 0)) },
  ];
  return places.map((mark) => ({ ...mark, isOnSomebody: true }));
}

export const headKeepOut = (player: Player, name: string, why: Told): KeepOut => ({
  id: 'head',
  name,
  kind: 'head',
  pointsM: [player.headM],
  radiusM: 0.2,
  why,
});

/** A low stool or bench under a seated player. */
export function stool(player: Player): Shape[] {
  const { seatM } = player;
  return [{ form: 'loop', weight: 'main', points: circlePoints(seatM, vec3(0, 0, 1), 0.17) }, line([vec3(seatM.x, seatM.y, 0), seatM])];
}

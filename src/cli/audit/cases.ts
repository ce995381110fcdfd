import { addInstrument, type Command, commit, newSession, type Session, type Shelf } from '../../core/document';
import { familyOf, type Instrument } from '../../core/instruments';
import { add, createRandom, normalize, rotateAbout, scale, subtract, type Vec3, vec3 } from '../../core/math';
import { MICROPHONE_CATALOGUE } from '../../core/microphones';
import { DEVICE_CATALOGUE } from '../../core/patch';
import { putUpSetup } from '../../core/planning';
import { clampToRoom } from '../../core/room';
import { RECIPES, type Recipe } from '../../core/setups';
import { STAND_CATALOGUE } from '../../core/stands';
import { radiansFromDegrees } from '../../core/units';

/** A small bedroom, a cellar with a low ceiling, the demo's loft, a large living room. */
export const ROOMS = [
  { name: 'small', widthM: 4.0, depthM: 3.2, heightM: 2.3 },
  { name: 'low', widthM: 5.4, depthM: 4.6, heightM: 2.05 },
  { name: 'middle', widthM: 5.4, depthM: 4.6, heightM: 2.7 },
  { name: 'large', widthM: 7.0, depthM: 5.5, heightM: 3.0 },
] as const;

/** One set-up on one build of its instrument in one room. */
export interface Case {
  readonly recipe: Recipe;
  readonly variant: string;
  readonly room: (typeof ROOMS)[number];
}

/** Every set-up with every variant that it is for, in every room. */
export const allCases = (): Case[] =>
  RECIPES.flatMap((recipe) =>
    Object.keys(familyOf(recipe.instrument).variants)
      .filter((variant) => !recipe.variants || recipe.variants.includes(variant))
      .flatMap((variant) => ROOMS.map((room) => ({ recipe, variant, room }))),
  );

export const nameOf = ({ recipe, variant, room }: Case): string => `${recipe.id}, ${variant}, ${room.name} room`;

/** A shelf that lacks nothing, so that gear is never the reason. */
const FULL_SHELF: Shelf = {
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 32 })),
  devices: DEVICE_CATALOGUE,
  stands: STAND_CATALOGUE.map((stand) => ({ ...stand, count: 32 })),
  setups: [],
};

const NOW = '2026-01-01T00:00:00.000Z';
export const INSTRUMENT_ID = 'audited';

function after(start: Session, name: string, commands: readonly Command[]): Session {
  return commands.reduce((session, command) => {
    const result = commit(session, command, NOW);
    if (result.kind === 'refused') throw new Error(`${name}: ${result.reason}`);
    return result.kind === 'changed' ? result.session : session;
  }, start);
}

/** A session with the instrument in its room and no microphone yet. */
export function roomed(one: Case): Session {
  const { recipe, variant, room } = one;
  const { widthM, depthM, heightM } = room;
  const empty = newSession('audit', 'Audit', NOW, FULL_SHELF);
  const instrument: Instrument = {
    id: INSTRUMENT_ID,
    kind: recipe.instrument,
    variant,
    name: familyOf(recipe.instrument).variants[variant]?.name ?? variant,
    positionM: { x: widthM / 2, y: depthM * 0.45 },
    rotationDeg: 0,
    mirrored: false,
  };
  const bare: Session = { ...empty, room: { ...empty.room, widthM, depthM, heightM, absorption: 0.22 } };
  return after(bare, nameOf(one), [addInstrument(instrument)]);
}

/** A session with the set-up put up as the page does it; what is refused is a mistake of the program. */
export function placed(one: Case): Session {
  let ids = 0;
  return after(roomed(one), nameOf(one), [putUpSetup(one.recipe, INSTRUMENT_ID, () => `m${++ids}`)]);
}

/** How far a stand is knocked and a microphone twisted, at most. */
const KNOCK_M = 0.15;
const TWIST_DEG = 15;

/** The session after somebody has walked through it: each microphone up to 15 cm away and 15° off, seeded. */
export function knocked(session: Session, seed: number): Session {
  const random = createRandom(seed);
  const direction = (): Vec3 => normalize(vec3(random.normal(), random.normal(), random.normal()));
  const microphones = session.microphones.map((microphone) => {
    const by = scale(direction(), KNOCK_M * random.uniform() ** (1 / 3));
    const positionM = clampToRoom(session.room, add(microphone.positionM, by));
    const look = subtract(microphone.aimM, microphone.positionM);
    const twisted = rotateAbout(look, direction(), radiansFromDegrees(random.between(-TWIST_DEG, TWIST_DEG)));
    return { ...microphone, positionM, aimM: add(positionM, twisted) };
  });
  return { ...session, microphones, pairs: session.pairs.map((pair) => ({ ...pair, frame: null })) };
}

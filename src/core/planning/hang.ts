import { speedOfSound } from '../acoustics';
import type { Session } from '../document';
import { type Furnishing, isScreen, SOFT_MODELS, type SoftKind, softAreaM2 } from '../furnishings';
import { distance } from '../math';
import {
  absorptionAt,
  distanceToSurface,
  type Flutter,
  flutters,
  imageIn,
  middleSeconds,
  octaveDecays,
  type PerOctave,
  type Room,
  reflectionPoint,
  SURFACES,
  type Surface,
  surfaceAbsorption,
  surfaceAreaM2,
} from '../room';
import { heardRoom, resolvePlan } from './resolve';

/** One thing to hang or lay, where, and what it changes. */
export interface HangAdvice {
  readonly surface: Surface;
  readonly kind: SoftKind;
  /** Where first reflections of the sources meet the surface on their way to the microphones, metres; null without microphones. */
  readonly atM: { readonly x: number; readonly y: number; readonly z: number } | null;
  /** The loudest of those reflections against its direct sound, dB; null without microphones. */
  readonly echoDb: number | null;
  /** The flutter that it ends, if any. */
  readonly ends: Flutter | null;
  /** Decay of the middle octaves (500 Hz, 1 kHz) before and with it, s. */
  readonly beforeS: number;
  readonly afterS: number;
}

/** What is hung where: a floor takes a rug, a ceiling an absorber, walls a curtain or what is at hand. */
const kindFor = (surface: Surface, wall: SoftKind): SoftKind => (surface === 'floor' ? 'rug' : surface === 'ceiling' ? 'absorber' : wall);

const AT_2K = 4;
/** Flat on a wall, or so near to it, metres; and turned with it within so much, degrees. */
const ON_WALL_M = 0.45;
const ALONG_DEG = 20;

/** A thing's share of what a flutter brings to its surface: it runs through the middle, so what hangs there is in the way of half of it and more. */
function shareTaken(room: Room, surface: Surface, kind: SoftKind): number {
  const { widthM, heightM, thickM, octaves } = SOFT_MODELS[kind];
  const area = widthM * (kind === 'rug' ? thickM : heightM);
  return octaves[AT_2K] * Math.min(1, 0.5 + area / surfaceAreaM2(room, surface));
}

/** The surface that a soft thing hangs or lies on; null for one that stands in the room. */
function surfaceOf(room: Room, { kind, positionM, rotationDeg }: Furnishing): Surface | null {
  if (kind === 'rug') return 'floor';
  const off = Math.abs(((rotationDeg % 180) + 180) % 180);
  const along = Math.min(off, 180 - off) <= ALONG_DEG;
  const across = Math.abs(off - 90) <= ALONG_DEG;
  const near = SURFACES.filter((surface) => surface !== 'floor' && surface !== 'ceiling').find((surface) => {
    const turned = surface === 'left wall' || surface === 'right wall' ? across : along;
    return turned && distanceToSurface(room, { ...positionM, z: 1 }, surface) <= ON_WALL_M;
  });
  return near ?? null;
}

/** What of a flutter the things take up that hang on the surfaces already. */
function hungOn({ room, furnishings }: Session): Partial<Record<Surface, number>> {
  const hung: Partial<Record<Surface, number>> = {};
  for (const furnishing of furnishings) {
    const { kind } = furnishing;
    if (isScreen(kind)) continue;
    const surface = surfaceOf(room, furnishing);
    if (surface) hung[surface] = 1 - (1 - (hung[surface] ?? 0)) * (1 - shareTaken(room, surface, kind));
  }
  return hung;
}

/** Flutter between bare surfaces, with what hangs on them counted in. */
export const roomFlutters = (session: Session): readonly Flutter[] =>
  flutters(session.room, speedOfSound(session.room.temperatureC), hungOn(session));

interface Echo {
  readonly db: number;
  readonly atM: HangAdvice['atM'];
}

/** The loudest first reflection of each surface at any microphone, against the direct sound of the source it is there for. */
function worstEchoes(session: Session): readonly (Echo | null)[] {
  const plan = resolvePlan(session);
  const worst: (Echo | null)[] = SURFACES.map(() => null);
  for (const microphone of plan.microphones) {
    const source = plan.sources.find((one) => `${one.instrumentId}/${one.id}` === microphone.targetKey) ?? plan.sources[0];
    if (!source) continue;
    const direct = source.sides[0].positionM;
    const wayM = distance(direct, microphone.positionM);
    for (const [surface, name] of SURFACES.entries()) {
      const lengthM = distance(imageIn(plan.room, direct, name, microphone.positionM), microphone.positionM);
      const atM = reflectionPoint(plan.room, direct, microphone.positionM, name);
      const kept = 1 - (absorptionAt(plan.room, name, atM)[3] as number);
      const db = 20 * Math.log10(Math.max(0.05, wayM) / lengthM) + 10 * Math.log10(kept);
      if ((worst[surface]?.db ?? -Infinity) >= db) continue;
      worst[surface] = { db, atM };
    }
  }
  return worst;
}

/**
 * Where soft things help most, best first: ending a flutter counts most, then the loudest early reflection, then decay. Each is worked out
 * alone; absorption before diffusion, ceiling and floor as well as walls.
 */
export function whatToHang(session: Session, wall: SoftKind = 'curtain'): readonly HangAdvice[] {
  const room = heardRoom(session);
  const speed = speedOfSound(room.temperatureC);
  const hung = hungOn(session);
  const before = flutters(room, speed, hung);
  const beforeS = middleSeconds(octaveDecays(room, speed));
  const echoes = session.microphones.length > 0 && session.instruments.length > 0 ? worstEchoes(session) : [];
  const worth = ({ ends, echoDb, beforeS: from, afterS }: HangAdvice): number =>
    (ends ? 10 : 0) + Math.max(0, 20 + (echoDb ?? -20)) + (20 * (from - afterS)) / from;
  return SURFACES.map((surface, i): HangAdvice => {
    const kind = kindFor(surface, wall);
    const { widthM, heightM } = SOFT_MODELS[kind];
    const area = softAreaM2({ kind, widthM, heightM }) ?? [];
    // What it covers no longer takes up what it did.
    const covered = kind === 'rug' ? widthM * SOFT_MODELS[kind].thickM : widthM * heightM;
    const gained = area.map((m2, octave) => Math.max(0, m2 - covered * (surfaceAbsorption(room, surface)[octave] as number)));
    const softM2 = gained.map((m2, octave) => m2 + (room.softM2?.[octave] ?? 0)) as unknown as PerOctave;
    const left = flutters(room, speed, { ...hung, [surface]: 1 - (1 - (hung[surface] ?? 0)) * (1 - shareTaken(room, surface, kind)) });
    return {
      surface,
      kind,
      atM: echoes[i]?.atM ?? null,
      echoDb: echoes[i]?.db ?? null,
      ends: before.find(({ between }) => !left.some((other) => other.between[0] === between[0])) ?? null,
      beforeS,
      afterS: middleSeconds(octaveDecays({ ...room, softM2 }, speed)),
    };
  }).sort((a, b) => worth(b) - worth(a));
}

import { speedOfSound } from '../acoustics';
import { arrivalOf, firstReflections } from '../arrivals';
import type { Session } from '../document';
import { isScreen, SOFT_MODELS, type SoftKind, softAreaM2 } from '../furnishings';
import { sourceKey } from '../ids';
import { type Flutter, flutters, middleSeconds, octaveDecays, type Room, reflectionPoint, SURFACES, type Surface, surfaceAreaM2 } from '../room';
import { dbFromPowerRatio, powerRatioFromDb } from '../units';
import { heardRoom, resolvePlan } from './resolve';
import { coveredM2, surfaceOf, withSoftOn } from './softThings';

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

const AT_1K = 3;
const AT_2K = 4;
/** Close to its source a microphone hardly hears first reflections: so much of them counts all the same (our choice). */
const HARDLY_HEARD = 0.2;
/** A thing's share of what a flutter brings to its surface: it runs through the middle, so what hangs there is in the way of half of it and more. */
function shareTaken(room: Room, surface: Surface, kind: SoftKind): number {
  const { widthM, heightM, thickM, octaves } = SOFT_MODELS[kind];
  const area = widthM * (kind === 'rug' ? thickM : heightM);
  return octaves[AT_2K] * Math.min(1, 0.5 + area / surfaceAreaM2(room, surface));
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

/**
 * The loudest first reflection of each surface at any microphone, against the direct sound of the source it is there for: what the source gives
 * that way, what the surface sends back, what the microphone hears from there.
 */
function worstEchoes(session: Session): readonly (Echo | null)[] {
  const plan = resolvePlan(session);
  const worst: (Echo | null)[] = SURFACES.map(() => null);
  for (const microphone of plan.microphones) {
    const source = plan.sources.find((one) => sourceKey(one) === microphone.targetKey) ?? plan.sources[0];
    if (!source) continue;
    const { directDb } = arrivalOf(microphone, source, plan);
    for (const { surface, levelDb } of firstReflections(microphone, source, plan)) {
      const at = SURFACES.indexOf(surface);
      const db = levelDb - directDb;
      if ((worst[at]?.db ?? -Infinity) >= db) continue;
      worst[at] = { db, atM: reflectionPoint(plan.room, source.sides[0].positionM, microphone.positionM, surface) };
    }
  }
  return worst;
}

/**
 * Where soft things help most, best first: ending a flutter counts most, then the early reflections as the microphones hear them, then decay. Each is worked out
 * alone; absorption before diffusion, ceiling and floor as well as walls.
 */
export function whatToHang(session: Session, wall: SoftKind = 'curtain'): readonly HangAdvice[] {
  const room = heardRoom(session);
  const speed = speedOfSound(room.temperatureC);
  const hung = hungOn(session);
  const before = flutters(room, speed, hung);
  const beforeS = middleSeconds(octaveDecays(room, speed));
  const echoes = session.microphones.length > 0 && session.instruments.length > 0 ? worstEchoes(session) : [];
  const early = echoes.map((echo) => (echo ? powerRatioFromDb(echo.db) : 0));
  const inAll = early.reduce((sum, energy) => sum + energy, 0);
  const heard = Math.min(1, Math.max(HARDLY_HEARD, (dbFromPowerRatio(Math.max(1e-9, inAll)) + 30) / 20));
  /** Its part of all first reflections that it takes away, by how much those are heard; and its part of the decay. */
  const worth = ({ ends, surface, kind, beforeS: from, afterS }: HangAdvice): number =>
    (ends ? 10 : 0) +
    (inAll > 0 ? (10 * heard * (early[SURFACES.indexOf(surface)] ?? 0) * SOFT_MODELS[kind].octaves[AT_1K]) / inAll : 0) +
    (20 * (from - afterS)) / from;
  return SURFACES.map((surface, i): HangAdvice => {
    const kind = kindFor(surface, wall);
    const { widthM, heightM } = SOFT_MODELS[kind];
    const hungRoom = withSoftOn(room, surface, softAreaM2({ kind, widthM, heightM }) ?? [], coveredM2({ kind, widthM, heightM }));
    const left = flutters(room, speed, { ...hung, [surface]: 1 - (1 - (hung[surface] ?? 0)) * (1 - shareTaken(room, surface, kind)) });
    return {
      surface,
      kind,
      atM: echoes[i]?.atM ?? null,
      echoDb: echoes[i]?.db ?? null,
      ends: before.find(({ between }) => !left.some((other) => other.between[0] === between[0])) ?? null,
      beforeS,
      afterS: middleSeconds(octaveDecays(hungRoom, speed)),
    };
  }).sort((a, b) => worth(b) - worth(a));
}

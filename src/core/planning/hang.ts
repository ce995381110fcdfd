import { speedOfSound } from '../acoustics';
import type { Session } from '../document';
import { SOFT_MODELS, type SoftKind, softAreaM2 } from '../furnishings';
import { distance } from '../math';
import {
  type Flutter,
  flutters,
  imageIn,
  octaveDecays,
  type PerOctave,
  type Room,
  SURFACES,
  type Surface,
  surfaceAbsorption,
  surfaceAreaM2,
} from '../room';
import { furnishedRoom, resolvePlan } from './resolve';

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

const middleOf = (room: Room, speed: number): number => {
  const decays = octaveDecays(room, speed);
  return ((decays[2]?.seconds ?? 0) + (decays[3]?.seconds ?? 0)) / 2;
};

/** What is hung where: a floor takes a rug, a ceiling an absorber, walls a curtain or what is at hand. */
const kindFor = (surface: Surface, wall: SoftKind): SoftKind => (surface === 'floor' ? 'rug' : surface === 'ceiling' ? 'absorber' : wall);

/** Flutter with a thing's share of its surface counted in. */
function fluttersWith(room: Room, surface: Surface, kind: SoftKind, speed: number): readonly Flutter[] {
  const model = SOFT_MODELS[kind];
  const area = kind === 'rug' ? model.widthM * model.thickM : model.widthM * model.heightM;
  // A flutter runs through the middle of its walls: what hangs there is in the way of half of it and more.
  const share = Math.min(1, 0.5 + area / surfaceAreaM2(room, surface));
  const before = flutters(room, speed);
  const taken = (model.octaves[4] ?? 0) * share;
  const bare = 1 - (surfaceAbsorption(room, surface)[4] as number);
  return before.filter(({ between, lossDb }) => !between.includes(surface) || 10 ** (-lossDb / 10) * ((bare * (1 - taken)) / bare) >= 0.83);
}

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
      const image = imageIn(plan.room, direct, name);
      const to = microphone.positionM;
      const lengthM = distance(image, to);
      const kept = 1 - (surfaceAbsorption(plan.room, name)[3] as number);
      const db = 20 * Math.log10(Math.max(0.05, wayM) / lengthM) + 10 * Math.log10(kept);
      if ((worst[surface]?.db ?? -Infinity) >= db) continue;
      const axis = name === 'left wall' || name === 'right wall' ? 'x' : name === 'floor' || name === 'ceiling' ? 'z' : 'y';
      const plane = (image[axis] + direct[axis]) / 2;
      const share = Math.abs(to[axis] - image[axis]) < 1e-9 ? 0.5 : (plane - image[axis]) / (to[axis] - image[axis]);
      const mix = (of: 'x' | 'y' | 'z'): number => image[of] + (to[of] - image[of]) * share;
      worst[surface] = { db, atM: { x: mix('x'), y: mix('y'), z: mix('z') } };
    }
  }
  return worst;
}

/**
 * Where soft things help most, best first: ending a flutter counts most, then the loudest early reflection, then decay. Each is worked out
 * alone; absorption before diffusion, ceiling and floor as well as walls.
 */
export function whatToHang(session: Session, wall: SoftKind = 'curtain'): readonly HangAdvice[] {
  const room = furnishedRoom(session);
  const speed = speedOfSound(room.temperatureC);
  const before = flutters(room, speed);
  const beforeS = middleOf(room, speed);
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
    const left = fluttersWith(room, surface, kind, speed);
    return {
      surface,
      kind,
      atM: echoes[i]?.atM ?? null,
      echoDb: echoes[i]?.db ?? null,
      ends: before.find(({ between }) => !left.some((other) => other.between[0] === between[0])) ?? null,
      beforeS,
      afterS: middleOf({ ...room, softM2 }, speed),
    };
  }).sort((a, b) => worth(b) - worth(a));
}

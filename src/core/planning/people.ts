import { allowedMinutes, EXPOSURE_RULES } from '../acoustics';
import type { Session } from '../document';
import type { MicrophoneId } from '../ids';
import { geometryOf, placedGeometry } from '../instruments';
import { gapToSolid, isWorn } from '../solids';
import { hangsOver, poseOf } from '../stands';
import { asLength, asList, asNumber, type Told } from '../units';
import { tell } from './codes';

/** Average level of playing is so far under its peaks, dB (common practice: strokes with the rests between them 25, held notes 12). */
const CREST_DB = { strokes: 25, held: 12 } as const;
const LOUDNESS_DB = { soft: -10, ordinary: 0, loud: 4 } as const;
/** A player's ears are about so far from what sounds, metres. */
const EAR_M = 0.8;

/** Estimated average level at the player's ears, dBA, from the planning levels; ±6 dB. Null without instruments. */
export function playingDba(session: Session): number | null {
  const energies = session.instruments.flatMap((instrument) =>
    placedGeometry(instrument).sources.map(
      ({ peakSplDb, held }) => 10 ** ((peakSplDb - (held ? CREST_DB.held : CREST_DB.strokes) - 20 * Math.log10(EAR_M)) / 10),
    ),
  );
  if (energies.length === 0) return null;
  return 10 * Math.log10(energies.reduce((sum, energy) => sum + energy, 0)) + LOUDNESS_DB[session.brief.loudness ?? 'ordinary'];
}

/** The level at the player's ears that everything that speaks of hearing goes by: measured where it was, else estimated; null without instruments. */
export function earLevelDba(session: Session): number | null {
  return session.ready.playedDba ?? playingDba(session);
}

/** From here on ears are told to be protected, dBA: where the stricter of the two published limits begins. */
const [STRICTEST] = EXPOSURE_RULES;

/** What has to be said of hearing, whatever is played; null where it is not loud enough to harm in a day. */
export function hearingCaution(session: Session): Told | null {
  const dba = earLevelDba(session);
  if (dba === null || dba < STRICTEST.levelDba) return null;
  const minutes = allowedMinutes(STRICTEST, dba);
  const spell = minutes >= 90 ? tell('hours', { count: asNumber(minutes / 60, 1) }) : tell('min', { value: asNumber(Math.max(1, minutes), 0) });
  return tell('about-dba-at-the-players-ears', { dba: asNumber(dba, 0), spell });
}

/** A boom over somebody or something. */
export interface Overhead {
  readonly microphoneId: MicrophoneId;
  readonly microphone: string;
  /** Who or what is under it. */
  readonly over: string;
  readonly isPerson: boolean;
  /** How far it could fall on that, metres. */
  readonly heightM: number;
  /** Weight times reach from the pole, kg·m. */
  readonly momentKgM: number;
}

/** A boom that could fall less far than this onto an instrument does no more than touch it, metres; a person is always said. */
const FALLS_M = 0.25;

/** Height of a chain of points along a boom over what is under it, metres: the most there is; 0 where nothing is. */
function fallOnto(
  points: readonly { readonly x: number; readonly y: number; readonly z: number }[],
  gap: (at: { x: number; y: number; z: number }) => number,
): number {
  let most = 0;
  for (const point of points)
    for (let below = 0; below < point.z; below += 0.05)
      if (gap({ ...point, z: point.z - below }) <= 0) {
        most = Math.max(most, below);
        break;
      }
  return most;
}

/** Every stand with a boom over a head, a drum or another instrument, worst first: people before things, then by height and moment. */
export function overheads({ microphones, instruments, shelf }: Session): readonly Overhead[] {
  const geometries = instruments.map(geometryOf);
  return microphones
    .flatMap((placed): Overhead[] => {
      const stand = shelf.stands.find(({ id }) => id === placed.stand?.modelId);
      const model = shelf.microphones.find(({ id }) => id === placed.modelId);
      if (!stand || !placed.stand || !model || stand.reachM === 0) return [];
      const pose = poseOf(stand, placed.stand.baseM, placed.positionM);
      const { poleTopM: from, tipM: to } = pose;
      const boom = Array.from({ length: 11 }, (_, i) => ({
        x: from.x + ((to.x - from.x) * i) / 10,
        y: from.y + ((to.y - from.y) * i) / 10,
        z: from.z + ((to.z - from.z) * i) / 10,
      }));
      const momentKgM = model.weightKg * Math.hypot(from.x - to.x, from.y - to.y);
      const told = (over: string, isPerson: boolean, heightM: number): Overhead => ({
        microphoneId: placed.id,
        microphone: placed.name,
        over,
        isPerson,
        heightM,
        momentKgM,
      });
      const heads = geometries.flatMap(({ keepOuts }) =>
        keepOuts.flatMap((volume) => {
          const head = volume.pointsM[0];
          return volume.kind === 'head' && head && hangsOver(pose, volume)
            ? [told(volume.name.toLowerCase(), true, Math.max(0, Math.max(...boom.map(({ z }) => z)) - head.z - volume.radiusM))]
            : [];
        }),
      );
      const things = geometries.flatMap(({ solids }) =>
        solids.flatMap((solid) => {
          const heightM = isWorn(solid) ? 0 : fallOnto(boom, (at) => gapToSolid(solid.shape, at));
          return heightM >= FALLS_M ? [told(solid.name, false, heightM)] : [];
        }),
      );
      const worst = [...heads, ...things.sort((a, b) => b.heightM - a.heightM)][0];
      return worst ? [worst] : [];
    })
    .sort((a, b) => Number(b.isPerson) - Number(a.isPerson) || b.heightM * b.momentKgM - a.heightM * a.momentKgM);
}

/** What has to be said before such stands are put up; null where there are none. */
export function overheadCaution(session: Session): Told | null {
  const all = overheads(session);
  const [worst] = all;
  if (!worst) return null;
  const names = asList(all.map(({ microphone }) => microphone));
  return tell('all-a-boom-hangs-booms-hang', {
    names,
    all: all.length,
    microphone: worst.microphone,
    height: asLength(worst.heightM),
    over: worst.over,
  });
}

import { arrivalOf, bandLevels, type PlanMicrophone, type Surroundings } from '../arrivals';
import type { Instrument } from '../instruments';
import { placedGeometry } from '../instruments';
import { normalize, subtract, type Vec3 } from '../math';
import { type Told, teller } from '../units';
import { placeRecipe } from './place';
import { type Complaint, TONE_LINES, type ToneLine } from './toneGuide.data';

import { mic } from './write';

export { COMPLAINTS, type Complaint } from './toneGuide.data';

const tell = teller<string>('tones');

/** What a line is called. */
export const toneLineTold = ({ id }: Pick<ToneLine, 'id'>): Told => tell(id);

/** A stop of a tone line for one microphone: the model's part in numbers, the trade's part told. */
export interface TonePlace {
  /** What the stop is called, and what the trade says one hears there. */
  readonly name: Told;
  readonly sounds: Told;
  readonly against: readonly Complaint[];
  readonly positionM: Vec3;
  readonly aimM: Vec3;
  readonly distanceM: number;
  /** Off the source's own axis, degrees. */
  readonly offSourceDeg: number;
  readonly proximityDb: number;
  /** Highs against middle that reach the microphone, dB re an all-round source. */
  readonly highShadeDb: number;
  readonly levelDb: number;
}

export const toneLinesFor = (instrument: Pick<Instrument, 'kind' | 'variant'>): ToneLine[] =>
  TONE_LINES.filter((line) => line.instrument === instrument.kind && (line.variants?.includes(instrument.variant) ?? true));

const HIGH = 3;
const MIDDLE = 2;
const LOW = 0;

/** Every stop of a line as this microphone would hear it there. Stops whose marks the instrument lacks are left out. */
export function tonePlaces(line: ToneLine, instrument: Instrument, microphone: PlanMicrophone, air: Surroundings): TonePlace[] {
  const geometry = placedGeometry(instrument);
  const source = geometry.sources.find((candidate) => candidate.id === line.source);
  if (!source) return [];
  const microphones = line.stops.map((stop, i) =>
    mic(String(i), 'T', String(i), null, stop.place, stop.aim, [microphone.model.kind], microphone.pattern, { optional: true }),
  );
  const { placed } = placeRecipe({ microphones }, instrument, air.room);
  return placed.flatMap(({ recipe, positionM, aimM }) => {
    const stop = line.stops[Number(recipe.key)];
    if (!stop) return [];
    const there: PlanMicrophone = { ...microphone, positionM, axis: normalize(subtract(aimM, positionM)) };
    const arrival = arrivalOf(there, source, air);
    const bands = bandLevels(there, source, arrival, air.speedOfSoundMps);
    const side = source.sides.find((candidate) => candidate.positionM === arrival.fromM) ?? source.sides[0];
    const towards = normalize(subtract(positionM, arrival.fromM));
    const cosine = towards.x * side.normal.x + towards.y * side.normal.y + towards.z * side.normal.z;
    return [
      {
        name: tell(`${line.id}/${recipe.key}`),
        sounds: tell(`${line.id}/${recipe.key}/sounds`),
        against: stop.against ?? [],
        positionM,
        aimM,
        distanceM: arrival.distanceM,
        offSourceDeg: (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI,
        proximityDb: bands[LOW]?.proximityDb ?? 0,
        highShadeDb: (bands[HIGH]?.shadeDb ?? 0) - (bands[MIDDLE]?.shadeDb ?? 0),
        levelDb: arrival.levelDb,
      },
    ];
  });
}

import { BANDS, discApart, discTogether, discTogetherOnAxis, LAST_BAND_AS_ONE, type PerBand, rimLoss } from '../acoustics';
import { derived } from '../derived';
import type { MicrophoneId, SourceKey } from '../ids';
import type { Side, Source } from '../instruments';
import type { Vec3 } from '../math';
import { nearFieldPart, PATTERN_PRESSURE_SHARE, patternGain } from '../microphones';
import { amplitudeRatioFromDb } from '../units';
import { facingDb } from './facing';
import type { PlanMicrophone } from './plan';

/** How a face's sound reaches a microphone. */
export type PathWay = 'direct' | 'inside' | 'round the body';

/** One face's sound on its way to one microphone, before the microphone's own pattern. */
export interface IncidentPath {
  /** Index of the face among the source's sides. */
  readonly face: number;
  readonly way: PathWay;
  /** Where the last straight piece of the way begins: the face's middle, or the rim it comes round. */
  readonly lastFromM: Vec3;
  readonly fromM: Vec3;
  /** Whole way from the face's middle in the air, metres. */
  readonly lengthM: number;
  /** After the stroke, seconds: the way in the air and, for a far face, through the body. */
  readonly delaySeconds: number;
  /** Sign of its first motion at the capsule, + a compression. */
  readonly sign: 1 | -1;
  /** Peak pressure re 20 µPa per band, amplitude ratio. */
  readonly pressure: readonly [number, number, number, number];
  /** Distance by which the pressure's fall near the source counts for proximity, metres: √(d² + a²), exact on a disc's axis. */
  readonly nearM: number;
}

/** A path as the microphone takes it up: complex output per band, and its whole level. */
export interface Path extends IncidentPath {
  readonly re: readonly [number, number, number, number];
  readonly im: readonly [number, number, number, number];
  readonly levelDb: number;
  /** Sign in the recorded file: of the motion, the pattern's lobe, the channel's flip, the microphone's own wiring. */
  readonly recordedSign: 1 | -1;
  /** Off the microphone's axis, degrees. */
  readonly angleDeg: number;
}

/** What one microphone gets of one source. */
export interface Arrival {
  readonly microphoneId: MicrophoneId;
  readonly sourceKey: SourceKey;
  /** Every way of one stroke to this microphone, the struck or first face's first. */
  readonly paths: readonly Path[];
  /** The string: straight from where the first arrival leaves the source, metres. */
  readonly distanceM: number;
  /** Of the first arrival, the earliest path within 10 dB of the strongest, after the stroke, seconds. */
  readonly delaySeconds: number;
  /** Direct sound through the pattern, dB SPL on-axis equivalent: the paths' complex sum, averaged over each band. */
  readonly directDb: number;
  /** The same per band, dB. */
  readonly bandsDb: PerBand;
  /** First reflections and the built-up diffuse field through the pattern, added in energy, dB. */
  readonly roomDb: number;
  /** Direct sound and room together, in energy, dB SPL on-axis equivalent. */
  readonly levelDb: number;
  /**
   * +1 when the recorded signal starts upward, −1 when it starts downward: the sign of the path that leads in the source's
   * main band. Nothing may be concluded from it unless `settled`.
   */
  readonly polarity: 1 | -1;
  /** Whether that path leads every path of the other sign by 3 dB or more. */
  readonly settled: boolean;
  /** Whether it does so in every band in which the source is heard at all: what a broad-band comparison of a recording wants. */
  readonly settledInAll: boolean;
  /** Angle of the first arrival off the microphone's axis, degrees. */
  readonly angleDeg: number;
  /** Where the first arrival leaves the source. */
  readonly fromM: Vec3;
}

/** A capsule is no point: nearer to a face's plane than this nothing is told apart, metres (our choice). */
const NEAREST_M = 0.005;
/** Lowest distance from a disc's middle, metres (our choice). */
const NEAREST_DISTANCE_M = 0.02;
const ANCHOR_M = 1;
const HERTZ = BANDS.map(({ hertz }) => hertz);

/**
 * What stays of a face while its instrument does: its level, spectrum and disc at the anchor, in one number per band: pressure, re 20 µPa,
 * of a disc's pressure of 1/m before the face.
 */
const pressureOf = derived((side: Side, source: Source, speedOfSoundMps: number): readonly number[] =>
  BANDS.map(({ hertz }, band) => {
    const anchor =
      band <= LAST_BAND_AS_ONE
        ? discTogetherOnAxis(side.radiusM, ANCHOR_M, (2 * Math.PI * hertz) / speedOfSoundMps)
        : discApart(side.radiusM, 0, ANCHOR_M);
    return 10 ** ((source.peakSplDb + (source.spectrumDb[band] as number) + side.levelDb + (side.tiltDb?.[band] ?? 0)) / 20) / anchor;
  }),
);

interface Way {
  readonly way: PathWay;
  readonly lengthM: number;
  readonly straightM: number;
  /** Place relative to the disc by which its law is taken: out from the axis, above the plane. */
  readonly outM: number;
  readonly aboveM: number;
  readonly cosine: number;
  readonly lastFromM: Vec3;
  readonly sign: 1 | -1;
  readonly gainDb: number;
}

/** The way from one face to a point; null for the far face when the point is inside, where only the struck head is heard. */
function wayOf(source: Source, face: number, point: Vec3): Way | null {
  const side = source.sides[face] as Side;
  const other = source.sides[1 - face];
  const { normal: n, positionM: p } = side;
  const vx = point.x - p.x;
  const vy = point.y - p.y;
  const vz = point.z - p.z;
  const z = vx * n.x + vy * n.y + vz * n.z;
  const ox = vx - z * n.x;
  const oy = vy - z * n.y;
  const oz = vz - z * n.z;
  const out = Math.sqrt(ox * ox + oy * oy + oz * oz);
  const straightM = Math.sqrt(vx * vx + vy * vy + vz * vz);
  const cosine = straightM > 1e-9 ? z / straightM : 1;
  if (z >= 0 || !other)
    return { way: 'direct', lengthM: straightM, straightM, outM: out, aboveM: Math.abs(z), cosine, lastFromM: p, sign: side.polarity, gainDb: 0 };
  const depth = Math.abs((other.positionM.x - p.x) * n.x + (other.positionM.y - p.y) * n.y + (other.positionM.z - p.z) * n.z);
  const r = source.radiusM;
  if (source.throughM > 0 && -z < depth && out < r) {
    if (face !== 0) return null;
    const sign = side.polarity === 1 ? -1 : 1;
    return { way: 'inside', lengthM: straightM, straightM, outM: out, aboveM: -z, cosine: 1, lastFromM: p, sign, gainDb: source.insideGainDb };
  }
  // Round the body: from the middle to the nearest point of the rim, and where the point lies behind the body along its side too.
  const [ux, uy, uz] = out > 1e-9 ? [ox / out, oy / out, oz / out] : anyAcross(n);
  const along = out < r ? Math.min(-z, depth) : 0;
  const lastFromM = { x: p.x + r * ux - along * n.x, y: p.y + r * uy - along * n.y, z: p.z + r * uz - along * n.z };
  const lengthM = r + along + Math.hypot(out - r, -z - along);
  return { way: 'round the body', lengthM, straightM, outM: lengthM, aboveM: NEAREST_M, cosine: 0, lastFromM, sign: side.polarity, gainDb: 0 };
}

const anyAcross = (n: Vec3): readonly [number, number, number] => {
  const size = Math.hypot(n.y, n.x);
  return size > 0.1 ? [-n.y / size, n.x / size, 0] : [1, 0, 0];
};

function incident(source: Source, face: number, point: Vec3, speedOfSoundMps: number): IncidentPath | null {
  const way = wayOf(source, face, point);
  if (!way) return null;
  const side = source.sides[face] as Side;
  const at = pressureOf(side, source, speedOfSoundMps);
  const aboveM = Math.max(NEAREST_M, way.aboveM);
  const apart = discApart(side.radiusM, way.outM, aboveM);
  const round = way.way === 'round the body';
  const pressure: [number, number, number, number] = [0, 0, 0, 0];
  for (let band = 0; band < 4; band++) {
    const hertz = HERTZ[band] as number;
    const disc = band <= LAST_BAND_AS_ONE ? discTogether(side.radiusM, way.outM, aboveM, (2 * Math.PI * hertz) / speedOfSoundMps) : apart;
    const loss = round ? rimLoss((2 * (way.lengthM - way.straightM) * hertz) / speedOfSoundMps) : 1;
    const gain = amplitudeRatioFromDb(way.gainDb + facingDb(source, way.cosine, band));
    pressure[band] = ((at[band] as number) * disc * gain) / loss;
  }
  return {
    face,
    way: way.way,
    lastFromM: way.lastFromM,
    fromM: side.positionM,
    lengthM: way.lengthM,
    delaySeconds: (way.lengthM + (face === 1 ? source.throughM : 0)) / speedOfSoundMps,
    sign: way.sign,
    pressure,
    nearM: Math.hypot(Math.max(NEAREST_DISTANCE_M, way.lengthM), side.radiusM),
  };
}

/**
 * Every way on which one stroke of a source reaches a point: from each face directly, from inside the body, or round its rim
 * (the face's own half is lit; behind its plane the sound bends round the body, the less the higher).
 */
export function incidentPaths(source: Source, point: Vec3, speedOfSoundMps: number): readonly IncidentPath[] {
  const first = incident(source, 0, point, speedOfSoundMps);
  const second = source.sides.length > 1 ? incident(source, 1, point, speedOfSoundMps) : null;
  return first && second ? [first, second] : first ? [first] : second ? [second] : [];
}

/** A loudspeaker used as a microphone takes up nothing above some 200 Hz (common practice), dB per band. */
const LOUDSPEAKER = [1, 10 ** (-10 / 20), 10 ** (-40 / 20), 10 ** (-60 / 20)] as const;

/** An incident path through the capsule's pattern, with the lift of near sources at every angle. */
export function throughPattern(microphone: PlanMicrophone, path: IncidentPath, speedOfSoundMps: number): Path {
  const share = PATTERN_PRESSURE_SHARE[microphone.pattern];
  const { lastFromM: from, nearM, pressure } = path;
  const { positionM: at, axis } = microphone;
  const x = from.x - at.x;
  const y = from.y - at.y;
  const z = from.z - at.z;
  const last = Math.sqrt(x * x + y * y + z * z);
  const cosine = last > 1e-9 ? Math.min(1, Math.max(-1, (x * axis.x + y * axis.y + z * axis.z) / last)) : 1;
  const speaker = microphone.model.kind === 'loudspeaker';
  const turned = (microphone.flipped ? -1 : 1) * (speaker ? -1 : 1);
  const gain = patternGain(microphone.pattern, cosine);
  const sign = path.sign * turned;
  const re: [number, number, number, number] = [0, 0, 0, 0];
  const im: [number, number, number, number] = [0, 0, 0, 0];
  let power = 0;
  for (let band = 0; band < 4; band++) {
    const amplitude = sign * (pressure[band] as number) * (speaker ? (LOUDSPEAKER[band] as number) : 1);
    const real = amplitude * gain;
    const imaginary = amplitude * nearFieldPart(share, cosine, (2 * Math.PI * (HERTZ[band] as number) * nearM) / speedOfSoundMps);
    re[band] = real;
    im[band] = imaginary;
    power += real * real + imaginary * imaginary;
  }
  return {
    face: path.face,
    way: path.way,
    lastFromM: path.lastFromM,
    fromM: path.fromM,
    lengthM: path.lengthM,
    delaySeconds: path.delaySeconds,
    sign: path.sign,
    pressure,
    nearM,
    re,
    im,
    levelDb: power > 0 ? 10 * Math.log10(power) : -Infinity,
    recordedSign: gain < 0 ? (sign > 0 ? -1 : 1) : sign > 0 ? 1 : -1,
    angleDeg: (Math.acos(cosine) * 180) / Math.PI,
  };
}

/** Share of a source's energy that a microphone's own bands let through: all, but for a loudspeaker. */
export function speakerShare(microphone: PlanMicrophone, source: Source): number {
  if (microphone.model.kind !== 'loudspeaker') return 1;
  return source.spectrumDb.reduce((sum, db, band) => sum + 10 ** (db / 10) * (LOUDSPEAKER[band] as number) ** 2, 0);
}

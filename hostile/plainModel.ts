/**
 * The same physics a second time, as plainly as it can be written and sharing nothing with the program but the description of
 * instruments: discs in small cells (Rayleigh), mirror sources, sums over many frequencies, the two faces one by one.
 */

import type { PlanMicrophone } from '../src/core/arrivals';
import type { Source } from '../src/core/instruments';

export type P = { x: number; y: number; z: number };
export const minus = (a: P, b: P): P => ({ x: a.x - b.x, y: a.y - b.y, z: a.z - b.z });
export const times = (a: P, t: number): P => ({ x: a.x * t, y: a.y * t, z: a.z * t });
export const plus = (a: P, b: P): P => ({ x: a.x + b.x, y: a.y + b.y, z: a.z + b.z });
export const dotted = (a: P, b: P): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const long = (a: P): number => Math.sqrt(dotted(a, a));

export const MIDDLES = [100, 400, 1600, 6400];
const A: Record<string, number> = { omni: 1, 'wide-cardioid': 0.7, cardioid: 0.5, supercardioid: 0.366, hypercardioid: 0.25, 'figure-of-eight': 0 };

/** |∫ e^(−jkr)/r dS|/(πa²), or the root of ∫ 1/r² dS/(πa²), by cells; 1/r where it is far. */
function disc(a: number, out: number, above: number, k: number | null): number {
  const [rings, spokes] = [36, 36];
  let [re, im, power] = [0, 0, 0];
  for (let i = 0; i < rings; i++)
    for (let j = 0; j < spokes; j++) {
      const s = (a * (i + 0.5)) / rings;
      const cell = (2 * (i + 0.5)) / (rings * rings * spokes);
      const t = (2 * Math.PI * (j + 0.5)) / spokes;
      const r = Math.sqrt((out - s * Math.cos(t)) ** 2 + (s * Math.sin(t)) ** 2 + above ** 2);
      re += (cell * Math.cos((k ?? 0) * r)) / r;
      im += (cell * Math.sin((k ?? 0) * r)) / r;
      power += cell / r ** 2;
    }
  return k === null ? Math.sqrt(power) : Math.sqrt(re * re + im * im);
}

export interface PlainPath {
  delay: number;
  sign: number;
  /** Complex output per band. */
  out: [number, number][];
  /** Pressure per band. */
  pressure: number[];
}

export function faceTo(source: Source, f: number, m: PlanMicrophone, c: number): PlainPath | null {
  const face = source.sides[f] as Source['sides'][number];
  const other = source.sides[1 - f];
  const away = minus(m.positionM, face.positionM);
  const height = dotted(away, face.normal);
  const across = minus(away, times(face.normal, height));
  const out = long(across);
  const straight = long(away);
  const depth = other ? Math.abs(dotted(minus(other.positionM, face.positionM), face.normal)) : 0;
  const inside = other && source.throughM > 0 && height < 0 && -height < depth && out < source.radiusM;
  if (inside && f === 1) return null;
  const round = Boolean(other) && height < 0 && !inside;
  let way = straight;
  let from: P = face.positionM;
  if (round) {
    const rim = plus(face.positionM, times(across, source.radiusM / out));
    const lowered = out < source.radiusM ? Math.min(-height, depth) : 0;
    from = minus(rim, times(face.normal, lowered));
    way = source.radiusM + lowered + long(minus(m.positionM, from));
  }
  const look = minus(from, m.positionM);
  const cosine = dotted(look, m.axis) / long(look);
  const a = A[m.pattern] as number;
  const near = Math.sqrt(Math.max(0.02, way) ** 2 + face.radiusM ** 2);
  const turned = (m.flipped ? -1 : 1) * (m.model.kind === 'loudspeaker' ? -1 : 1);
  const moved = inside ? -face.polarity : face.polarity;
  const sign = moved * turned * (a + (1 - a) * cosine < 0 ? -1 : 1);
  const path: PlainPath = { delay: (way + (f === 1 ? source.throughM : 0)) / c, sign, out: [], pressure: [] };
  MIDDLES.forEach((hertz, band) => {
    const k = (2 * Math.PI * hertz) / c;
    const together = band < 2 ? k : null;
    const up = round ? 0.005 : Math.max(0.005, Math.abs(height));
    const shape = disc(face.radiusM, round ? way : out, up, together) / disc(face.radiusM, 0, 1, together);
    let db = source.peakSplDb + (source.spectrumDb[band] as number) + face.levelDb + (face.tiltDb ? (face.tiltDb[band] as number) : 0);
    if (inside) db += source.insideGainDb;
    if (round) {
      const n = (2 * (way - straight)) / (c / hertz);
      if (n > 1e-9) db -= Math.min(24, 20 * Math.log10(Math.sqrt(2 * Math.PI * n) / Math.tanh(Math.sqrt(2 * Math.PI * n))));
    }
    if (source.allRoundShare < 1) {
      const keep = Math.min(1, Math.max(0.1, 1 - (1 - source.allRoundShare) * ([0.25, 0.6, 1, 1.5][band] as number)));
      const ahead = inside ? 1 : round ? 0 : height / straight;
      const towards = source.sides.length === 1 ? ahead : Math.max(0, ahead);
      db += Math.max(-30, ([1, 1, 1.4, 2.5][band] as number) * 20 * Math.log10(Math.max(0.1, keep + (1 - keep) * towards)));
    }
    const pressure = 10 ** (db / 20) * shape;
    const speaker = m.model.kind === 'loudspeaker' ? 10 ** (([0, -10, -40, -60][band] as number) / 20) : 1;
    const g = (1 - a) * cosine;
    path.pressure.push(moved * pressure);
    path.out.push([moved * turned * pressure * speaker * (a + g), (moved * turned * pressure * speaker * -g) / (k * near)]);
  });
  return path;
}

/** Energy in a band of everything added up at many frequencies in it. */
function inBand(paths: { delay: number; value: [number, number] }[], middle: number): number {
  const steps = 500;
  let energy = 0;
  for (let i = 0; i < steps; i++) {
    const f = middle / 2 + (1.5 * middle * (i + 0.5)) / steps;
    let [re, im] = [0, 0];
    for (const { delay, value } of paths) {
      const [co, si] = [Math.cos(2 * Math.PI * f * delay), Math.sin(2 * Math.PI * f * delay)];
      re += value[0] * co + value[1] * si;
      im += value[1] * co - value[0] * si;
    }
    energy += (re * re + im * im) / steps;
  }
  return energy;
}

const db10 = (energy: number): number => 10 * Math.log10(energy);

/** What a microphone gets of a source: delay, levels and polarity, by sums alone. */
export function plain(source: Source, m: PlanMicrophone, room: { widthM: number; depthM: number; heightM: number; absorption: number }, c: number) {
  const paths = source.sides.map((_, f) => faceTo(source, f, m, c)).filter((path) => path !== null);
  const bands = MIDDLES.map((hertz, b) =>
    inBand(
      paths.map((path) => ({ delay: path.delay, value: path.out[b] as [number, number] })),
      hertz,
    ),
  );
  const incident = MIDDLES.reduce(
    (sum, hertz, b) =>
      sum +
      inBand(
        paths.map((path) => ({ delay: path.delay, value: [path.pressure[b] as number, 0] })),
        hertz,
      ),
    0,
  );
  // The room: six mirror rooms and the diffuse field.
  const a = A[m.pattern] as number;
  const through =
    m.model.kind === 'loudspeaker'
      ? MIDDLES.reduce((sum, _, b) => sum + 10 ** ((source.spectrumDb[b] as number) / 10) * 10 ** (([0, -10, -40, -60][b] as number) / 10), 0)
      : 1;
  const level = (face: Source['sides'][number]): number =>
    face.levelDb +
    db10(MIDDLES.reduce((sum, _, b) => sum + 10 ** (((source.spectrumDb[b] as number) + (face.tiltDb ? (face.tiltDb[b] as number) : 0)) / 10), 0));
  const mirrors: ((p: P) => P)[] = [
    (p) => ({ ...p, x: -p.x }),
    (p) => ({ ...p, x: 2 * room.widthM - p.x }),
    (p) => ({ ...p, y: 2 * room.depthM - p.y }),
    (p) => ({ ...p, y: -p.y }),
    (p) => ({ ...p, z: -p.z }),
    (p) => ({ ...p, z: 2 * room.heightM - p.z }),
  ];
  const s = source.allRoundShare;
  let roomEnergy = 0;
  for (const mirror of mirrors)
    for (const face of source.sides) {
      const to = minus(mirror(m.positionM), face.positionM);
      const length = Math.max(0.05, long(to));
      const height = dotted(to, face.normal);
      const ahead = source.sides.length === 1 ? height / length : Math.max(0, height / length);
      let energy = (10 ** ((source.peakSplDb + level(face)) / 10) * Math.max(0.1, s + (1 - s) * ahead) ** 2 * (1 - room.absorption)) / length ** 2;
      if (height < 0 && source.sides.length > 1) {
        const out = Math.sqrt(Math.max(0, length ** 2 - height ** 2));
        const x = Math.sqrt((4 * Math.PI * Math.max(0, source.radiusM + Math.hypot(out - source.radiusM, height) - length) * 400) / c);
        if (x > 1e-4) energy /= Math.min(10 ** 2.4, (x / Math.tanh(x)) ** 2);
      }
      const seen = minus(mirror(face.positionM), m.positionM);
      roomEnergy += energy * (a + ((1 - a) * dotted(seen, m.axis)) / long(seen)) ** 2;
    }
  const walls = 2 * (room.widthM * room.depthM + room.widthM * room.heightM + room.depthM * room.heightM);
  const rt = (((24 * Math.log(10)) / c) * room.widthM * room.depthM * room.heightM) / (-walls * Math.log(1 - room.absorption));
  const half = s * s + s * (1 - s) + (1 - s) ** 2 / 3;
  const power =
    source.sides.length === 1 ? s * s + (1 - s) ** 2 / 3 : (half * source.sides.reduce((sum, face) => sum + 10 ** (level(face) / 10), 0)) / 2;
  const constant = (walls * room.absorption) / (1 - room.absorption);
  const built = source.held ? 1 : 1 - 10 ** ((-6 * 0.035) / rt);
  roomEnergy += 10 ** (source.peakSplDb / 10) * 4 * Math.PI * power * ((4 * (1 - room.absorption)) / constant) * built * (a * a + (1 - a) ** 2 / 3);
  roomEnergy *= through;
  const direct = bands.reduce((sum, energy) => sum + energy, 0);
  const strength = (path: PlainPath): number => path.out.reduce((sum, [re, im]) => sum + re * re + im * im, 0);
  const loudest = Math.max(...paths.map(strength));
  const first = paths.filter((path) => strength(path) >= loudest / 10).sort((p, q) => p.delay - q.delay)[0];
  const judge = source.spectrumDb.indexOf(Math.max(...source.spectrumDb));
  const best = (sign: number): number =>
    Math.max(0, ...paths.filter((path) => path.sign === sign).map((path) => Math.hypot(...(path.out[judge] as [number, number]))));
  const [up, down] = [best(1), best(-1)];
  return {
    delay: first?.delay ?? Number.NaN,
    incidentDb: db10(incident),
    directDb: db10(direct),
    roomDb: db10(roomEnergy),
    levelDb: db10(direct + roomEnergy),
    polarity: up > down ? 1 : -1,
    /** By how much the leading sign leads, dB. */
    leadsDb: 20 * Math.abs(Math.log10(up / down)),
  };
}

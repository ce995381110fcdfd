import { BANDS, meanCosine } from '../acoustics';
import { sourceKey } from '../ids';
import type { Source } from '../instruments';
import { distance, type Vec3 } from '../math';
import { isDirect, PATTERN_PRESSURE_SHARE, randomEnergyEfficiency } from '../microphones';
import { type Solid, shadeDb } from '../solids';
import { dbFromPowerRatio } from '../units';
import { directArrival } from './direct';
import { type Arrival, type IncidentPath, incidentPaths, type Path, speakerShare, throughPattern } from './paths';
import type { Plan, PlanMicrophone } from './plan';
import { diffuseEnergy, ECHO_SIZE, echoField, type Surroundings } from './roomSound';

const FIRST_WITHIN_DB = 10;
const LEADS_BY = 10 ** (3 / 20);

/** What reaches a point of one source, whatever microphone is there. */
interface Reaching {
  readonly room: Surroundings['room'];
  readonly speed: number;
  readonly solids: Surroundings['solids'];
  readonly paths: readonly IncidentPath[];
  readonly echoes: Float64Array;
  readonly diffuse: number;
  /** Its echoes are those of a place beside it. */
  readonly borrowed: boolean;
}

/** By position object and source object: both are immutable, so a microphone that only turns costs no integral. */
const reachingAt = new WeakMap<Vec3, WeakMap<Source, Reaching>>();

function reaching(point: Vec3, source: Source, air: Surroundings, near?: Vec3): Reaching {
  let bySource = reachingAt.get(point);
  if (!bySource) {
    bySource = new WeakMap();
    reachingAt.set(point, bySource);
  }
  const known = bySource.get(source);
  if (known && known.room === air.room && known.speed === air.speedOfSoundMps && known.solids === air.solids && (near || !known.borrowed))
    return known;
  const paths = incidentPaths(source, point, air.speedOfSoundMps).map((path) => shaded(path, source, point, air));
  const beside = near && reachingAt.get(near)?.get(source);
  const lends = beside && !beside.borrowed && beside.room === air.room && beside.speed === air.speedOfSoundMps && beside.solids === air.solids;
  const fresh = {
    room: air.room,
    speed: air.speedOfSoundMps,
    solids: air.solids,
    paths,
    echoes: lends ? beside.echoes : echoField(source, point, air),
    diffuse: lends ? beside.diffuse : diffuseEnergy(source, air),
    borrowed: Boolean(lends),
  };
  bySource.set(source, fresh);
  return fresh;
}

const HERTZ = BANDS.map(({ hertz }) => hertz);

/** A path with what solids in its way take off. */
function shaded(path: IncidentPath, source: Source, point: Vec3, { solids, speedOfSoundMps }: Surroundings): IncidentPath {
  if (!solids?.length) return path;
  const loss = shadeDb(solids, sourceKey(source), path.lastFromM, point, HERTZ, speedOfSoundMps);
  if (!loss) return path;
  const [a, b, c, d] = path.pressure;
  const [w, x, y, z] = loss.map((db) => 10 ** (-db / 20)) as [number, number, number, number];
  return { ...path, pressure: [a * w, b * x, c * y, d * z] };
}

const SILENT = [0, 0, 0, 0] as const;
const total = ([a, b, c, d]: readonly [number, number, number, number]): number => a + b + c + d;

type Phasor = { readonly re: readonly number[]; readonly im: readonly number[]; readonly delaySeconds: number };

/** Energy of the sum of paths, averaged over each band: in step they add as amplitudes, far apart as energies. */
function bandEnergies(paths: readonly Phasor[]): [number, number, number, number] {
  const out: [number, number, number, number] = [0, 0, 0, 0];
  for (let band = 0; band < BANDS.length; band++) {
    const { lowHz, highHz } = BANDS[band] as (typeof BANDS)[number];
    let energy = 0;
    for (let i = 0; i < paths.length; i++) {
      const a = paths[i] as Phasor;
      const [ar, ai] = [a.re[band] as number, a.im[band] as number];
      energy += ar * ar + ai * ai;
      for (let j = 0; j < i; j++) {
        const b = paths[j] as Phasor;
        const [br, bi] = [b.re[band] as number, b.im[band] as number];
        const lag = a.delaySeconds - b.delaySeconds;
        const quarter = ai * br - ar * bi;
        energy += 2 * (ar * br + ai * bi) * meanCosine(lowHz, highHz, lag);
        if (quarter !== 0) energy += 2 * quarter * meanCosine(lowHz, highHz, lag, -Math.PI / 2);
      }
    }
    out[band] = Math.max(0, energy);
  }
  return out;
}

/** Peak level in the air at the capsule, of the direct sound and before its pattern, dB SPL. */
export function incidentSplDb({ paths }: Arrival): number {
  const pressures = paths.map(({ sign, pressure: [a, b, c, d], delaySeconds }) => ({
    re: [sign * a, sign * b, sign * c, sign * d],
    im: SILENT,
    delaySeconds,
  }));
  return dbFromPowerRatio(total(bandEnergies(pressures)));
}

/** First reflections through the pattern, and the diffuse field by the pattern's mean square: energy re 20 µPa squared. */
function roomEnergy(microphone: PlanMicrophone, source: Source, { echoes, diffuse }: Reaching): number {
  const share = PATTERN_PRESSURE_SHARE[microphone.pattern];
  const { positionM: at, axis } = microphone;
  let energy = diffuse * randomEnergyEfficiency(share);
  for (let e = 0; e < echoes.length; e += ECHO_SIZE) {
    const x = (echoes[e] as number) - at.x;
    const y = (echoes[e + 1] as number) - at.y;
    const z = (echoes[e + 2] as number) - at.z;
    const gain = share + ((1 - share) * (x * axis.x + y * axis.y + z * axis.z)) / Math.sqrt(x * x + y * y + z * z + 1e-12);
    energy += (echoes[e + 4] as number) * gain * gain;
  }
  return energy * speakerShare(microphone, source);
}

/** The strongest path of a sign in a band, amplitude squared. */
const strongest = (paths: readonly Path[], band: number, sign: number): number =>
  paths.reduce(
    (most, path) => (path.recordedSign === sign ? Math.max(most, (path.re[band] as number) ** 2 + (path.im[band] as number) ** 2) : most),
    0,
  );

const leads = (one: number, other: number): boolean => Math.max(one, other) >= LEADS_BY ** 2 * Math.min(one, other) && Math.max(one, other) > 0;

/** A band quieter than the loudest by more than this says nothing, energy ratio (25 dB). */
const HEARD_SHARE = 10 ** -2.5;

function settledInAll(paths: readonly Path[], energies: readonly number[], sign: 1 | -1): boolean {
  const loudest = Math.max(...energies);
  return energies.every((energy, band) => {
    if (energy < HEARD_SHARE * loudest) return true;
    const [own, other] = [strongest(paths, band, sign), strongest(paths, band, -sign)];
    return own > other && leads(own, other);
  });
}

/** The band in which a source has most of its sound: it judges which way up the source is heard. */
function mainBand(source: Source): number {
  let best = 0;
  for (let band = 1; band < 4; band++) if ((source.spectrumDb[band] as number) > (source.spectrumDb[best] as number)) best = band;
  return best;
}

function firstOf(paths: readonly Path[]): Path {
  let loudest = -Infinity;
  for (const path of paths) loudest = Math.max(loudest, path.levelDb);
  let first: Path | null = null;
  for (const path of paths)
    if ((path.levelDb >= loudest - FIRST_WITHIN_DB || loudest === -Infinity) && (!first || path.delaySeconds < first.delaySeconds)) first = path;
  if (!first) throw new RangeError('firstOf: a source has at least one path');
  return first;
}

/**
 * What one microphone gets of one source in its surroundings.
 * @param near a place a hand's breadth away whose echoes may stand for this one's: they come from far
 */
export function arrivalOf(microphone: PlanMicrophone, source: Source, air: Surroundings, near?: Vec3): Arrival {
  if (isDirect(microphone.model.kind)) return directArrival(microphone, source);
  const there = reaching(microphone.positionM, source, air, near);
  const paths = there.paths.map((path) => throughPattern(microphone, path, air.speedOfSoundMps));
  const first = firstOf(paths);
  const energies = bandEnergies(paths);
  const direct = energies[0] + energies[1] + energies[2] + energies[3];
  const room = roomEnergy(microphone, source, there);
  const band = mainBand(source);
  const [up, down] = [strongest(paths, band, 1), strongest(paths, band, -1)];
  return {
    microphoneId: microphone.id,
    sourceKey: sourceKey(source),
    paths,
    distanceM: distance(first.fromM, microphone.positionM),
    delaySeconds: first.delaySeconds,
    directDb: dbFromPowerRatio(direct),
    bandsDb: [dbFromPowerRatio(energies[0]), dbFromPowerRatio(energies[1]), dbFromPowerRatio(energies[2]), dbFromPowerRatio(energies[3])],
    roomDb: dbFromPowerRatio(room),
    levelDb: dbFromPowerRatio(direct + room),
    polarity: up === down ? first.recordedSign : up > down ? 1 : -1,
    settled: leads(up, down),
    settledInAll: settledInAll(paths, energies, up > down ? 1 : -1),
    angleDeg: first.angleDeg,
    fromM: first.fromM,
  };
}

/** Every arrival of a plan: rows are microphones, columns sources, in the plan's order. */
export interface ArrivalTable {
  readonly plan: Plan;
  readonly rows: readonly (readonly Arrival[])[];
  /**
   * Level of each source in each channel once its gain is set for its loudest source, dB (0 is the loudest).
   * This is what decides whether two channels share a source "at similar level".
   */
  readonly channelDb: readonly (readonly number[])[];
}

interface Row {
  readonly room: Surroundings['room'];
  readonly speed: number;
  readonly solids: readonly Solid[];
  readonly sources: readonly Source[];
  readonly arrivals: readonly Arrival[];
  readonly channelDb: readonly number[];
}

/** A row stays while its microphone, the sources and the room do: a drag works one row out anew. */
const rowOf = new WeakMap<PlanMicrophone, Row>();

const alike = (a: readonly Source[], b: readonly Source[]): boolean => a.length === b.length && a.every((source, i) => source === b[i]);

function rowFor(plan: Plan, microphone: PlanMicrophone): Row {
  const known = rowOf.get(microphone);
  if (known && known.room === plan.room && known.speed === plan.speedOfSoundMps && known.solids === plan.solids && alike(known.sources, plan.sources))
    return known;
  const arrivals = plan.sources.map((source) => arrivalOf(microphone, source, plan));
  const loudest = arrivals.reduce((most, arrival) => Math.max(most, arrival.levelDb), -Infinity);
  const channelDb = arrivals.map((arrival) => arrival.levelDb - loudest);
  const row = { room: plan.room, speed: plan.speedOfSoundMps, solids: plan.solids, sources: plan.sources, arrivals, channelDb };
  rowOf.set(microphone, row);
  return row;
}

export function arrivalTable(plan: Plan): ArrivalTable {
  const rows = plan.microphones.map((microphone) => rowFor(plan, microphone));
  return { plan, rows: rows.map(({ arrivals }) => arrivals), channelDb: rows.map(({ channelDb }) => channelDb) };
}

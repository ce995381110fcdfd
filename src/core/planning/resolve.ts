import { speedOfSound } from '../acoustics';
import type { Plan, PlanMicrophone, PlanPair } from '../arrivals';
import { type Chain, samplesInFile, samplesInMix, signInFile, signInMix } from '../chain';
import { derived } from '../derived';
import { belongsTo, chainIn, deviceOf, deviceSamples, invertingInputOf, type PlacedMicrophone, type Session } from '../document';
import { collarSolid, type Furnishing, furnishingSolid, isScreen } from '../furnishings';
import { keyOfSource } from '../ids';
import { type Geometry, geometryOf, type Instrument } from '../instruments';
import { normalize, subtract } from '../math';
import { isDirect, type MicrophoneModel } from '../microphones';
import { PEAK_TARGET_DBFS } from '../patch';
import { OCTAVES_HZ, type PerOctave, type Room } from '../room';
import type { Solid } from '../solids';
import type { StandModel } from '../stands';
import { softened } from './softThings';

/** @param deviceSamples that the device it is plugged into delays it by */
function resolveMicrophone(placed: PlacedMicrophone, model: MicrophoneModel, stands: readonly StandModel[], deviceSamples: number): PlanMicrophone {
  const standModel = stands.find((stand) => stand.id === placed.stand?.modelId);
  return {
    id: placed.id,
    label: placed.label,
    name: placed.name,
    model,
    positionM: placed.positionM,
    axis: normalize(subtract(placed.aimM, placed.positionM), { x: 0, y: 0, z: -1 }),
    pattern: placed.pattern,
    padOn: placed.padOn,
    ...(placed.lowCut && model.lowCutHz !== undefined ? { lowCutHz: model.lowCutHz } : {}),
    ...(placed.inputLowCut ? { inputLowCut: true } : {}),
    ...(placed.learnedDb === undefined ? {} : { learnedDb: placed.learnedDb }),
    flipped: signInMix(placed, placed) === -1,
    alignSamples: samplesInMix(placed, placed) + deviceSamples,
    targetKey: placed.target && keyOfSource(placed.target),
    // A pickup stays where its instrument is: no move is its.
    locked: placed.locked || isDirect(model.kind),
    stand: placed.stand && standModel ? { model: standModel, baseM: placed.stand.baseM } : null,
  };
}

/** A resolved microphone stays the same object for as long as its document object, model and stands do. */
const knownMicrophone = derived(resolveMicrophone);

/** A panel or blanket as a solid, the same for the same document object. */
const standingSolid = derived((furnishing: Furnishing): Solid => furnishingSolid(furnishing));

const wornSolid = derived(
  (microphone: PlanMicrophone, furnishing: Furnishing): Solid => collarSolid(furnishing, microphone.positionM, microphone.axis),
);

/** What stands about in the room, as solids. A collar is where its microphone is, and nowhere without one. */
const furnishingSolids = (furnishings: readonly Furnishing[], microphones: readonly PlanMicrophone[]): readonly Solid[] =>
  furnishings.flatMap((furnishing) => {
    if (!isScreen(furnishing.kind)) return [];
    if (furnishing.kind !== 'collar') return [standingSolid(furnishing)];
    const microphone = microphones.find(({ id }) => id === furnishing.microphoneId);
    return microphone ? [wornSolid(microphone, furnishing)] : [];
  });

/** Lists of the last plans, newest first: a plan is held beside itself with something taken away. */
let recentSolids: readonly (readonly Solid[])[] = [];
const RECENT = 3;

/** Everything solid, the same list for as long as nothing of it changes. */
function solidsOf(geometries: readonly Geometry[], session: Session, microphones: readonly PlanMicrophone[]): readonly Solid[] {
  const solids = [...geometries.flatMap((geometry) => geometry.solids), ...furnishingSolids(session.furnishings, microphones)];
  const known = recentSolids.find((list) => list.length === solids.length && list.every((solid, i) => solid === solids[i]));
  recentSolids = [known ?? solids, ...recentSolids.filter((list) => list !== known)].slice(0, RECENT);
  return known ?? solids;
}

const furnished = derived(softened);

/** The room with its furniture's absorbing area; the same object as long as neither changes. */
export const furnishedRoom = ({ room, furnishings }: Pick<Session, 'room' | 'furnishings'>): Room => furnished(room, furnishings);

/**
 * The room as it is heard: with what panels, blankets and collars take up as well. For telling of it; the paths count those where they
 * shade.
 */
export function heardRoom(session: Pick<Session, 'room' | 'furnishings'>): Room {
  const room = furnishedRoom(session);
  const screens = session.furnishings.reduce((sum, furnishing) => sum + (furnishingSolid(furnishing).screen?.absorbsM2 ?? 0), 0);
  return screens === 0 ? room : { ...room, softM2: OCTAVES_HZ.map((_, octave) => (room.softM2?.[octave] ?? 0) + screens) as unknown as PerOctave };
}

/** Where the loudest peaks are wanted by habits that have them elsewhere than usual, dBFS. */
const HABITUAL_DBFS: Readonly<Partial<Record<NonNullable<Session['brief']['levelHabit']>, number>>> = {
  // Three quarters of a meter from −60 to 0.
  'half to three quarters': -15,
  // Floating point loses nothing by being low, and a converter clips all the same (our choice): more room above.
  '32-bit float': -20,
};

/** Where the loudest peaks are wanted of whom: very steady players may come nearer to full scale (common practice), unsteady ones want as much more room above (our choice), dBFS. */
const BY_STEADINESS_DBFS: Readonly<Record<NonNullable<Session['brief']['steadiness']>, number>> = { 'very steady': -9, unsteady: -15 };
const usualTargetDbfs = ({ steadiness }: Session['brief']): number => (steadiness ? BY_STEADINESS_DBFS[steadiness] : PEAK_TARGET_DBFS);

/** A shaker is recorded quietly: it is felt more than heard (common practice), dB under the rest. */
const SHAKEN_DB = -12;

/** How loud an instrument is to be against the loudest, dB: as it was said, else as is usual. */
export const wantedLevelDb = ({ brief }: Pick<Session, 'brief'>, { id, kind }: Pick<Instrument, 'id' | 'kind'>): number =>
  brief.levelsDb?.[id] ?? (kind === 'shaken' ? SHAKEN_DB : 0);

/**
 * With faders at unity the balance is made by the gains: every microphone aims as far under the usual as its instrument is to be softer, against
 * the loudest that plays, or of the song where parts are recorded one after another.
 */
function unityTargets(session: Session): Record<string, number> {
  const { brief } = session;
  const loudest = brief.together === 'one after another' ? 0 : Math.max(-Infinity, ...session.instruments.map((one) => wantedLevelDb(session, one)));
  return Object.fromEntries(
    session.microphones.flatMap((placed) => {
      const instrument = session.instruments.find(({ id }) => belongsTo(session, placed, id));
      return instrument ? [[placed.id, usualTargetDbfs(brief) + wantedLevelDb(session, instrument) - loudest]] : [];
    }),
  );
}

/** A resolved microphone as its recorded file is: through a chain, without what the mix does. */
function inFile(microphone: PlanMicrophone, chain: Chain, session: Session): PlanMicrophone {
  const invertingInput = invertingInputOf(session, microphone.id);
  const device = deviceOf(session, microphone.id);
  return {
    ...microphone,
    flipped: signInFile(chain) === -1,
    alignSamples: samplesInFile(chain),
    ...(invertingInput === undefined ? {} : { invertingInput }),
    ...(device === undefined ? {} : { device: { id: device.id, name: device.name } }),
  };
}

/**
 * The plan as recorded files have it: signs and delays of the chain each channel was recorded through, nothing of the mix. What a take is
 * held against, and what a render of a take is.
 *
 * @param chains that a take was recorded through, by microphone id; as they stand where they are not given
 */
export function resolveFiles(session: Session, chains: Readonly<Record<string, Chain>> = {}): Plan {
  const plan = resolvePlan(session);
  const microphones = plan.microphones.map((microphone) => {
    const placed = session.microphones.find(({ id }) => id === microphone.id);
    return placed ? inFile(microphone, chains[microphone.id] ?? chainIn(session, placed), session) : microphone;
  });
  return { ...plan, microphones };
}

function habitual({ brief }: Session): Pick<Plan, 'peakTargetDbfs'> {
  const peakTargetDbfs = (brief.levelHabit && HABITUAL_DBFS[brief.levelHabit]) ?? usualTargetDbfs(brief);
  return peakTargetDbfs === PEAK_TARGET_DBFS ? {} : { peakTargetDbfs };
}

/** Turns the document into the plain inputs that the physics wants, channels as the mix has them. The only place that knows both. */
export function resolvePlan(session: Session): Plan {
  const models = new Map(session.shelf.microphones.map((model) => [model.id, model]));
  const microphones = session.microphones.flatMap((placed) => {
    const model = models.get(placed.modelId);
    return model ? [knownMicrophone(placed, model, session.shelf.stands, deviceSamples(session, placed.id))] : [];
  });
  const placedGeometries = session.instruments.map(geometryOf);
  return {
    room: furnishedRoom(session),
    speedOfSoundMps: speedOfSound(session.room.temperatureC),
    sampleRateHz: session.sampleRateHz,
    microphones,
    pairs: session.pairs.map(
      (pair): PlanPair => ({
        id: pair.id,
        name: pair.name,
        technique: pair.technique,
        leftId: pair.leftId,
        rightId: pair.rightId,
        centreKey: pair.centre && keyOfSource(pair.centre),
      }),
    ),
    sources: placedGeometries.flatMap((geometry) => geometry.sources),
    geometries: placedGeometries,
    instrumentNames: Object.fromEntries(session.instruments.map(({ id, name }) => [id, name])),
    solids: solidsOf(placedGeometries, session, microphones),
    ...habitual(session),
    ...(session.brief.levelHabit === 'balanced at unity' ? { peakTargetsDbfs: unityTargets(session) } : {}),
  };
}

import { speedOfSound } from '../acoustics';
import type { Plan, PlanMicrophone, PlanPair } from '../arrivals';
import type { PlacedMicrophone, Session } from '../document';
import { type Geometry, geometryOf } from '../instruments';
import { normalize, subtract } from '../math';
import type { MicrophoneModel } from '../microphones';
import type { Solid } from '../solids';
import type { StandModel } from '../stands';

const keyOf = (reference: { instrumentId: string; sourceId: string } | null): string | null =>
  reference ? `${reference.instrumentId}/${reference.sourceId}` : null;

interface Resolved {
  readonly model: MicrophoneModel;
  readonly stands: readonly StandModel[];
  readonly microphone: PlanMicrophone;
}

const resolved = new WeakMap<PlacedMicrophone, Resolved>();

/** A resolved microphone stays the same object for as long as its document object, model and stands do. */
function knownMicrophone(placed: PlacedMicrophone, model: MicrophoneModel, stands: readonly StandModel[]): PlanMicrophone {
  const known = resolved.get(placed);
  if (known && known.model === model && known.stands === stands) return known.microphone;
  const microphone = resolveMicrophone(placed, model, stands);
  resolved.set(placed, { model, stands, microphone });
  return microphone;
}

function resolveMicrophone(placed: PlacedMicrophone, model: MicrophoneModel, stands: readonly StandModel[]): PlanMicrophone {
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
    flipped: placed.flipped,
    alignSamples: placed.alignSamples,
    targetKey: keyOf(placed.target),
    locked: placed.locked,
    stand: placed.stand && standModel ? { model: standModel, baseM: placed.stand.baseM } : null,
  };
}

let lastSolids: { readonly geometries: readonly Geometry[]; readonly solids: readonly Solid[] } = { geometries: [], solids: [] };

/** The solids of all instruments, the same list for the same instruments. */
function solidsOf(geometries: readonly Geometry[]): readonly Solid[] {
  const known = lastSolids.geometries;
  if (known.length === geometries.length && known.every((geometry, i) => geometry === geometries[i])) return lastSolids.solids;
  lastSolids = { geometries, solids: geometries.flatMap(({ solids }) => solids) };
  return lastSolids.solids;
}

/** Turns the document into the plain inputs that the physics wants. The only place that knows both. */
export function resolvePlan(session: Session): Plan {
  const models = new Map(session.shelf.microphones.map((model) => [model.id, model]));
  const microphones = session.microphones.flatMap((placed) => {
    const model = models.get(placed.modelId);
    return model ? [knownMicrophone(placed, model, session.shelf.stands)] : [];
  });
  const placedGeometries = session.instruments.map(geometryOf);
  return {
    room: session.room,
    speedOfSoundMps: speedOfSound(session.room.temperatureC),
    sampleRateHz: session.sampleRateHz,
    units: session.units,
    microphones,
    pairs: session.pairs.map(
      (pair): PlanPair => ({
        id: pair.id,
        name: pair.name,
        technique: pair.technique,
        leftId: pair.leftId,
        rightId: pair.rightId,
        centreKey: keyOf(pair.centre),
      }),
    ),
    sources: placedGeometries.flatMap((geometry) => geometry.sources),
    geometries: placedGeometries,
    solids: solidsOf(placedGeometries),
  };
}

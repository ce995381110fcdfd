import type { PlacedMicrophone, Session } from '../document';
import { anglesOf, belongsTo } from '../document';
import type { InstrumentId } from '../ids';
import { directionFromRoom, geometryOf, handed, handedLabel, type Instrument } from '../instruments';
import { distance, normalize, subtract } from '../math';
import type { Recipe, RecipeMicrophone } from '../setups';

function asRecipe(session: Session, instrument: Instrument, placed: PlacedMicrophone): RecipeMicrophone[] {
  const { marks } = geometryOf(instrument);
  const model = session.shelf.microphones.find((candidate) => candidate.id === placed.modelId);
  const nearest = [...marks].sort((a, b) => distance(a.positionM, placed.positionM) - distance(b.positionM, placed.positionM))[0];
  if (!nearest || !model) return [];
  const by = directionFromRoom(instrument, subtract(placed.positionM, nearest.positionM));
  const look = anglesOf(directionFromRoom(instrument, normalize(subtract(placed.aimM, placed.positionM))));
  return [
    {
      key: placed.id,
      label: handedLabel(placed.label, placed.name, instrument.mirrored),
      name: handed(placed.name, instrument.mirrored),
      target: placed.target?.instrumentId === instrument.id ? placed.target.sourceId : null,
      place: { rule: 'offset', mark: nearest.id, byM: [by.x, by.y, by.z] },
      aim: { azimuthDeg: look.turnDeg, elevationDeg: look.tiltDeg },
      kinds: [model.kind],
      pattern: placed.pattern,
      flipped: placed.flipped,
      padded: placed.padOn,
    },
  ];
}

/** The microphones round an instrument as a set-up of one's own, written for its right-handed build in the instrument's frame; null when there are none. */
export function ownSetupFrom(session: Session, instrumentId: InstrumentId, id: string, name: string): Recipe | null {
  const instrument = session.instruments.find((candidate) => candidate.id === instrumentId);
  if (!instrument) return null;
  const microphones = session.microphones
    .filter((placed) => belongsTo(session, placed, instrumentId))
    .flatMap((placed) => asRecipe(session, instrument, placed));
  if (microphones.length === 0) return null;
  const has = (key: string): boolean => microphones.some((microphone) => microphone.key === key);
  return {
    id,
    name,
    instrument: instrument.kind,
    variants: [instrument.variant],
    ...(instrument.choices ? { needs: instrument.choices } : {}),
    school: null,
    microphones,
    pairs: session.pairs
      .filter((pair) => has(pair.leftId) && has(pair.rightId))
      .map((pair) => ({
        name: pair.name,
        technique: pair.technique,
        left: instrument.mirrored ? pair.rightId : pair.leftId,
        right: instrument.mirrored ? pair.leftId : pair.rightId,
        centreSource: pair.centre?.instrumentId === instrumentId ? pair.centre.sourceId : null,
      })),
    isolation: 'some',
    sounds: ['natural'],
    gives: 'A set-up of your own.',
    costs: '',
    soundsLike: '',
    listenFor: '',
    expects: [],
  };
}

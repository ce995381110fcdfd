import { type Command, command, type NewId, type Pair, type PlacedMicrophone, pairMembers, type Session, standFor, stepTold } from '../document';
import type { InstrumentId } from '../ids';
import type { MicrophoneKind, MicrophoneModel } from '../microphones';
import { changesSides, placeRecipe, RECIPES, type Recipe, type RecipeMicrophone } from '../setups';
import { frameOf } from '../stereo';
import { chooseGear } from './chooseGear';

/** A condenser that stands in for a ribbon is set to cardioid, unless the set-up rests on the two lobes. */
function patternOn(model: MicrophoneModel, wanted: RecipeMicrophone): PlacedMicrophone['pattern'] {
  const standsIn = wanted.kinds[0] === 'ribbon' && model.kind !== 'ribbon' && !wanted.patternMatters;
  const wish = standsIn ? 'cardioid' : wanted.pattern;
  return model.patterns.includes(wish) ? wish : (model.patterns[0] ?? 'cardioid');
}

export function nextColour(session: Session): number {
  const used = new Set(session.microphones.map((microphone) => microphone.colour));
  for (let colour = 0; colour < 8; colour++) if (!used.has(colour)) return colour;
  return session.microphones.length % 8;
}

/** Kinds that lie, clip or lean where they are put. */
export const NEEDS_NO_STAND: readonly MicrophoneKind[] = ['boundary', 'clip-on', 'loudspeaker', 'pickup'];

/** Places a set-up round an instrument with microphones from the shelf; says what it could not find. */
export function placeSetup(session: Session, recipe: Recipe, instrumentId: InstrumentId, newId: NewId): { session: Session; missing: string[] } {
  const instrument = session.instruments.find((candidate) => candidate.id === instrumentId);
  if (!instrument) return { session, missing: [] };
  const chosen = recipe.needs ? { ...instrument, choices: { ...instrument.choices, ...recipe.needs } } : instrument;
  const { placed, missing } = placeRecipe(recipe, chosen, session.room);
  const idByKey = new Map<string, string>();
  let next: Session = recipe.needs
    ? { ...session, instruments: session.instruments.map((other) => (other.id === instrumentId ? chosen : other)) }
    : session;
  const gear = chooseGear(next, recipe, chosen);
  for (const { recipe: wanted, positionM, aimM } of placed) {
    const own = gear.get(wanted.key);
    if (!own) {
      missing.push(wanted.name);
      continue;
    }
    const { model, padOn } = own;
    const id = newId();
    idByKey.set(wanted.key, id);
    const microphone: PlacedMicrophone = {
      id,
      modelId: model.id,
      label: wanted.label,
      name: wanted.name,
      colour: nextColour(next),
      positionM,
      aimM,
      pattern: patternOn(model, wanted),
      padOn,
      // A microphone proper that stands in for a loudspeaker is not wired the other way.
      flipped: (wanted.flipped ?? false) && !(wanted.kinds[0] === 'loudspeaker' && model.kind !== 'loudspeaker'),
      alignSamples: 0,
      target: wanted.target ? { instrumentId, sourceId: wanted.target } : null,
      locked: false,
      stand: NEEDS_NO_STAND.includes(model.kind) ? null : standFor(next, positionM, null, model.weightKg),
      heldString: null,
      setupId: recipe.id,
    };
    next = { ...next, microphones: [...next.microphones, microphone] };
  }
  const pairs = recipe.pairs.flatMap((pair): Pair[] => {
    const swapped = recipe.microphones.some((microphone) => microphone.key === pair.left && changesSides(microphone, instrument));
    const [leftId, rightId] = swapped ? [idByKey.get(pair.right), idByKey.get(pair.left)] : [idByKey.get(pair.left), idByKey.get(pair.right)];
    const centre = pair.centreSource ? { instrumentId, sourceId: pair.centreSource } : null;
    if (!leftId || !rightId) return [];
    const decoding = pair.technique === 'mid-side' ? 'mid-side' : 'left-right';
    const members = pairMembers(next, { leftId, rightId });
    const frame = members && frameOf(members, decoding);
    return [{ id: newId(), name: pair.name, technique: pair.technique, leftId, rightId, centre, frame, decoding }];
  });
  return { session: { ...next, pairs: [...next.pairs, ...pairs] }, missing };
}

/**
 * A session without what set-ups asked of an instrument ("sings too", the lid opened) once none of their microphones is left there.
 * @param gone set-ups whose microphones were taken away
 */
function withoutNeeds(session: Session, instrumentId: InstrumentId, gone: readonly string[]): Session {
  const recipes = [...RECIPES, ...session.shelf.setups];
  const left = new Set(session.microphones.map(({ setupId }) => setupId));
  const undone = gone.filter((id) => !left.has(id)).flatMap((id) => Object.entries(recipes.find((recipe) => recipe.id === id)?.needs ?? {}));
  if (undone.length === 0) return session;
  return {
    ...session,
    instruments: session.instruments.map((instrument) => {
      if (instrument.id !== instrumentId || !instrument.choices) return instrument;
      const choices = Object.entries(instrument.choices).filter((choice) => !undone.some(([id, value]) => id === choice[0] && value === choice[1]));
      const { choices: _before, ...rest } = instrument;
      return choices.length ? { ...rest, choices: Object.fromEntries(choices) } : rest;
    }),
  };
}

/** Takes the microphones of earlier set-ups away, and with them what those set-ups asked of the instrument. */
export function withoutSetups(session: Session, instrumentId: InstrumentId, replaced: readonly string[]): Session {
  const gone = session.microphones.flatMap(({ id, setupId }) => (setupId && replaced.includes(id) ? [setupId] : []));
  // Their readings stay: they are of that set-up, and there again when it is put back.
  const left = { ...session, microphones: session.microphones.filter(({ id }) => !replaced.includes(id)) };
  return withoutNeeds(left, instrumentId, [...new Set(gone)]);
}

/** Puts a set-up round an instrument, in the place of the microphones named (those that were there for it before). */
export const putUpSetup = (recipe: Recipe, instrumentId: InstrumentId, newId: NewId, replaced: readonly string[] = []): Command =>
  command(
    stepTold('place', { name: recipe.name }),
    (session) => placeSetup(withoutSetups(session, instrumentId, replaced), recipe, instrumentId, newId).session,
  );

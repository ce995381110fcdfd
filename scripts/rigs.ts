import { arrivalTable } from '../src/core/arrivals';
import { addInstrument, admitOwnSession, newSession, plugAll, type Session, type Shelf } from '../src/core/document';
import { inputAddress } from '../src/core/ids';
import type { Instrument } from '../src/core/instruments';
import type { LineFault } from '../src/core/lineCheck';
import { createRandom } from '../src/core/math';
import { MICROPHONE_CATALOGUE } from '../src/core/microphones';
import { assignInputs, DEVICE_CATALOGUE, type SolveMilp } from '../src/core/patch';
import { patchInputs, patchProblem, placeSetup, resolvePlan } from '../src/core/planning';
import { recipeById } from '../src/core/setups';
import { STAND_CATALOGUE } from '../src/core/stands';

/** Set-ups whose lines are checked: three microphones and more, so that one that differs can be told. */
const SETUPS: readonly { readonly instrument: Pick<Instrument, 'kind' | 'variant'>; readonly recipe: string }[] = [
  { instrument: { kind: 'drum-kit', variant: 'four-piece' }, recipe: 'kit-four-spaced' },
  { instrument: { kind: 'drum-kit', variant: 'four-piece' }, recipe: 'kit-equal-three' },
  { instrument: { kind: 'drum-kit', variant: 'four-piece' }, recipe: 'kit-eight' },
  { instrument: { kind: 'cajon', variant: 'standard' }, recipe: 'cajon-four' },
  { instrument: { kind: 'hand-drums', variant: 'conga-pair' }, recipe: 'congas-low' },
];
const SHELF: Shelf = {
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 8 })),
  devices: DEVICE_CATALOGUE.filter(({ id }) => id === 'eight-input'),
  stands: STAND_CATALOGUE.map((stand) => ({ ...stand, count: 12 })),
  setups: [],
};

/** The session of a rig: a set-up put up and patched, one of five. */
export function rigSession(index: number, solve: SolveMilp): Session {
  const { instrument, recipe } = SETUPS[index % SETUPS.length] as (typeof SETUPS)[number];
  let ids = 0;
  const empty = newSession(`rig-${index}`, 'Rig', '2026-06-13T09:30:00.000Z', SHELF);
  const begun = addInstrument({ id: 'i', name: 'Instrument', positionM: { x: 2.6, y: 2.1 }, rotationDeg: 0, mirrored: false, ...instrument })(empty);
  const found = recipeById(recipe);
  if (!found) throw new Error(`no set-up ${recipe}`);
  const session = admitOwnSession(placeSetup(begun, found, 'i', () => `m${++ids}`).session);
  const result = assignInputs(patchProblem(session, arrivalTable(resolvePlan(session))), solve);
  if (!result.ok) throw new Error(`${recipe}: ${result.reason}`);
  return admitOwnSession(plugAll(result.inputs)(session));
}

export const FAULT_KINDS = ['swapped', 'reversed', 'dead', 'no power', 'wrong gain', 'hum', 'not answering', 'dropped'] as const;

/** A fault of a kind, seeded, that a session's rig can have. */
export function faultOf(kind: LineFault['kind'], session: Session, seed: number): LineFault {
  const random = createRandom(seed);
  const shuffled = [...session.microphones]
    .map((one) => ({ one, at: random.uniform() }))
    .sort((a, b) => a.at - b.at)
    .map(({ one }) => one);
  const [first, second] = shuffled;
  if (!first || !second) throw new Error('a rig has two microphones');
  const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[first.id]);
  const modelOf = (id: string) => session.shelf.microphones.find((model) => model.id === session.microphones.find((one) => one.id === id)?.modelId);
  switch (kind) {
    case 'swapped':
      return { kind, microphoneId: first.id, otherId: second.id };
    case 'reversed':
    case 'dead':
    case 'hum':
      return { kind, microphoneId: first.id };
    case 'no power': {
      const fed = shuffled.find(({ id }) => modelOf(id)?.phantom === 'needs');
      const bank = patchInputs(session).find((one) => inputAddress(one) === session.patch[fed?.id ?? ''])?.phantomBank;
      // Where nobody needs power none can be missing.
      return bank ? { kind, bank } : { kind: 'dead', microphoneId: first.id };
    }
    case 'wrong gain':
      return { kind, inputId: input?.id ?? '', byDb: random.between(14, 22) * (random.uniform() < 0.5 ? -1 : 1) };
    case 'not answering':
      return { kind };
    case 'dropped':
      return { kind, afterCommands: random.integer(1, 30) };
  }
}

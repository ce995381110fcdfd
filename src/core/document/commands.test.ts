import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import type { Move } from '../checks';
import { distance, vec3 } from '../math';
import {
  addInstrument,
  alignMicrophones,
  applyMove,
  type Command,
  commit,
  dropReading,
  editInstrument,
  editMicrophone,
  editSession,
  firstDeadReference,
  firstProblem,
  moveInstrument,
  moveMicrophone,
  putReading,
  removeInstrument,
  removeMicrophones,
  restand,
  type Session,
  sessionSchema,
  shiftMicrophones,
  turnMicrophones,
} from './index';

/** Makes every part of a document unchangeable, so that a command that mutates throws. */
function frozen<T>(value: T): T {
  if (typeof value === 'object' && value !== null && !Object.isFrozen(value)) {
    Object.freeze(value);
    for (const part of Object.values(value)) frozen(part);
  }
  return value;
}

const kit = frozen(boathouseKit());
const ids = kit.microphones.map((microphone) => microphone.id);
const [kick = '', snare = '', left = '', right = ''] = ids;
const of = (session: Session, id: string) => {
  const found = session.microphones.find((microphone) => microphone.id === id);
  if (!found) throw new Error(id);
  return found;
};
/** What is kept of a session after a command. */
const kept = (command: Command, session: Session): Session => {
  const result = commit(session, command, '2026-11-25T10:00:00.000Z');
  if (result.kind === 'refused') throw new Error(JSON.stringify(result.reason));
  return result.kind === 'changed' ? result.session : session;
};
const move = (part: object): Command => applyMove({ label: 'x', ...part } as Move);

const COMMANDS: readonly (readonly [string, Command])[] = [
  ['a microphone edited', editMicrophone(snare, { name: 'Snare top' })],
  ['a microphone moved', moveMicrophone(snare, vec3(2, 2, 1))],
  ['several shifted', shiftMicrophones([left, right], vec3(0.1, 0, 0.1))],
  ['several turned', turnMicrophones([left, right], 30)],
  ['several aligned', alignMicrophones([left, snare], 'height')],
  ['microphones taken away', removeMicrophones([left])],
  [
    'an instrument added',
    addInstrument({ id: 'c', kind: 'cajon', variant: 'standard', name: 'Cajon', positionM: { x: 1, y: 1 }, rotationDeg: 0, mirrored: false }),
  ],
  ['an instrument edited', editInstrument('demo-instrument', { name: 'Kit' })],
  ['an instrument moved', moveInstrument('demo-instrument', { x: 3, y: 2 }, 15)],
  ['an instrument taken away', removeInstrument('demo-instrument')],
  ['the session edited', editSession({ name: 'Sunday' })],
  ['a reading written down', putReading({ microphoneId: snare, from: 'floor', lengthM: 0.7 })],
  ['a reading dropped', dropReading(snare, 'floor')],
  ['a stand found anew', restand(snare)],
  ['a move: place', move({ kind: 'place', microphoneId: snare, positionM: vec3(2, 2, 1) })],
  ['a move: aim', move({ kind: 'aim', microphoneId: snare, aimM: vec3(2, 2, 0) })],
  ['a move: place and aim', move({ kind: 'set', microphoneId: snare, positionM: vec3(2, 2, 1), aimM: vec3(2, 2, 0) })],
  ['a move: flip', move({ kind: 'flip', microphoneId: snare })],
  ['a move: pad', move({ kind: 'pad', microphoneId: left, on: true })],
  ['a move: align', move({ kind: 'align', microphoneId: kick, samples: -40 })],
  ['a move: stand', move({ kind: 'stand', microphoneId: snare })],
];

describe('every command', () => {
  test.each(COMMANDS)('%s: changes nothing it was given, and leaves a document fit for its own door', (_, command) => {
    const before = JSON.stringify(kit);
    const after = kept(command, kit);
    expect(JSON.stringify(kit)).toBe(before);
    expect(firstProblem(sessionSchema, after)).toBeNull();
    expect(firstDeadReference(after)).toBeNull();
  });
  test.each(COMMANDS)('%s: what it does not touch stays the same object, so that nothing is drawn for nothing', (_, command) => {
    const after = kept(command, kit);
    expect(after.shelf).toBe(kit.shelf);
    for (const microphone of after.microphones) {
      const old = kit.microphones.find((candidate) => candidate.id === microphone.id);
      if (JSON.stringify(old) === JSON.stringify(microphone)) expect(microphone).toBe(old);
    }
  });
});

test('a microphone taken away takes its pair, its readings and its cable along, and nobody else’s', () => {
  const patched: Session = { ...kit, patch: Object.fromEntries(ids.map((id, i) => [id, `eight-input/in${i + 1}`])) };
  const read = putReading({ microphoneId: snare, from: 'floor', lengthM: 0.7 })(
    putReading({ microphoneId: left, from: 'floor', lengthM: 1.5 })(patched),
  );
  const after = kept(removeMicrophones([left]), read);
  expect(after.pairs).toEqual([]);
  expect(Object.keys(after.patch)).toEqual([kick, snare, right]);
  expect(after.tape.map((reading) => reading.microphoneId)).toEqual([snare]);
});

test('flipping twice, padding on and off, aligning by nought: back where it was', () => {
  const flip = move({ kind: 'flip', microphoneId: snare });
  expect(of(flip(flip(kit)), snare)).toEqual(of(kit, snare));
  const padded = move({ kind: 'pad', microphoneId: left, on: false })(move({ kind: 'pad', microphoneId: left, on: true })(kit));
  expect(of(padded, left)).toEqual(of(kit, left));
  expect(of(move({ kind: 'align', microphoneId: kick, samples: 0 })(kit), kick)).toEqual(of(kit, kick));
});

test('a move for a microphone that is gone changes nothing', () => {
  expect(move({ kind: 'flip', microphoneId: 'gone' })(kit)).toBe(kit);
});

test('nobody is moved out of the room', () => {
  for (const wanted of [vec3(-3, 2, 1), vec3(2, 99, 1), vec3(2, 2, 9)]) {
    const { positionM } = of(moveMicrophone(snare, wanted)(kit), snare);
    expect(positionM.x).toBeGreaterThan(0);
    expect(positionM.y).toBeLessThan(kit.room.depthM);
    expect(positionM.z).toBeLessThan(kit.room.heightM);
  }
});

test('the stand goes along with its microphone and keeps its boom', () => {
  const [before, after] = [of(kit, snare), of(moveMicrophone(snare, vec3(2.5, 2.2, 0.72))(kit), snare)];
  if (!before.stand || !after.stand) throw new Error('stands');
  const boom = (placed: typeof before): number =>
    Math.hypot(placed.positionM.x - (placed.stand?.baseM.x ?? 0), placed.positionM.y - (placed.stand?.baseM.y ?? 0));
  expect(boom(after)).toBeCloseTo(boom(before), 9);
});

test('turning an instrument a full circle in steps brings everything back (symmetry)', () => {
  for (const session of boathouseSessions()) {
    const instrument = session.instruments[0];
    if (!instrument) throw new Error(session.name);
    let turned = session;
    for (let i = 1; i <= 24; i++) turned = moveInstrument(instrument.id, instrument.positionM, 15 * i)(turned);
    for (const microphone of session.microphones) expect(distance(of(turned, microphone.id).positionM, microphone.positionM)).toBeLessThan(1e-9);
  }
});

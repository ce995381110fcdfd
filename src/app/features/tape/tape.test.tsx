import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { boathouseKit } from '../../../../demo/boathouse';
import { moveMicrophone, putReading, type Session, sessionProblem } from '../../../core/document';
import { distance } from '../../../core/math';
import { measuredPlaces } from '../../../core/planning';
import { database } from '../../db/database';
import { livePlan } from '../../stores/planHooks';
import { setSession, useSessionStore } from '../../stores/sessionStore';
import { system } from '../../theme/system';
import { keyOf, tapeGroups } from './derive';
import { EqualStrings } from './EqualStrings';
import { OneReading } from './OneReading';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const doc = (): Session => useSessionStore.getState().doc as Session;
const groupsOf = (session: Session) => tapeGroups(session, livePlan(session).table);

beforeEach(async () => {
  await database.sessions.clear();
  setSession(boathouseKit());
});

describe('the groups', () => {
  test('each microphone has its height and the two or three strings that fix it, more on request; nothing is judged before three readings', () => {
    const groups = groupsOf(doc());
    for (const { lines } of groups) expect([3, 4]).toContain(lines.length);
    expect(tapeGroups(doc(), livePlan(doc()).table, true).map((group) => group.lines.length)).toEqual([5, 5, 5, 5]);
    expect(groups.every((group) => group.judgement === null)).toBe(true);
  });
  test('readings of a microphone that stands elsewhere find it there, to a centimetre', () => {
    const session = doc();
    const [first] = groupsOf(session);
    if (!first) throw new Error('groups');
    const planned = session.microphones.find((microphone) => microphone.id === first.microphoneId)?.positionM;
    if (!planned) throw new Error('planned');
    const truth = { x: planned.x + 0.04, y: planned.y - 0.03, z: planned.z + 0.02 };
    const read = first.lines.reduce(
      (current, line) =>
        putReading({ microphoneId: first.microphoneId, from: line.ref, lengthM: line.fromM ? distance(line.fromM, truth) : truth.z })(current),
      session,
    );
    const position = groupsOf(read)[0]?.judgement?.position;
    expect(position?.ok && distance(position.positionM, truth)).toBeLessThan(0.01);
    const taken = moveMicrophone(first.microphoneId, truth)(read);
    const told = groupsOf(taken)[0]?.lines.filter(({ readM }) => readM !== null) ?? [];
    expect(told.length).toBeGreaterThan(2);
    expect(told.every((line) => line.deviation?.withinTolerance)).toBe(true);
  });
  test('the list stays as it is while it is used: reading and moving change no line and no order', () => {
    const session = doc();
    const keys = (groups: ReturnType<typeof tapeGroups>): string[] => groups.flatMap(({ lines }) => lines.map(keyOf));
    const first = keys(groupsOf(session));
    const [second] = session.microphones.slice(1);
    if (!second) throw new Error('a microphone');
    let used = session;
    for (const key of [first[2], first[5], first[1]]) {
      const line = groupsOf(session)
        .flatMap(({ lines }) => lines)
        .find((one) => keyOf(one) === key);
      if (!line) throw new Error('line');
      used = putReading({ microphoneId: line.microphoneId, from: line.ref, lengthM: line.lengthM })(used);
      used = moveMicrophone(second.id, { ...second.positionM, x: second.positionM.x + 0.4, z: second.positionM.z + 0.8 })(used);
      expect(keys(tapeGroups(used, livePlan(used).table, false, first))).toEqual(first);
    }
  });
  test('what was measured goes on record: readings, when, and the place they find', () => {
    const session = doc();
    const [first] = groupsOf(session);
    const placed = session.microphones.find((microphone) => microphone.id === first?.microphoneId);
    if (!first || !placed) throw new Error('groups');
    const truth = { ...placed.positionM, x: placed.positionM.x + 0.05 };
    const read = tapeGroups(session, livePlan(session).table, true)[0]?.lines.reduce(
      (current, line, i) =>
        putReading({
          microphoneId: placed.id,
          from: line.ref,
          lengthM: line.fromM ? distance(line.fromM, truth) : truth.z,
          readAt: `2026-06-13T09:4${i}:00.000Z`,
        })(current),
      session,
    );
    if (!read) throw new Error('readings');
    const [measured, ...others] = measuredPlaces(read, livePlan(read).table.plan);
    expect(others).toEqual([]);
    expect(measured?.readAt).toBe('2026-06-13T09:44:00.000Z');
    expect(measured?.readings.map(({ from }) => from)).toContain('Floor');
    expect(measured?.place?.fromPlanM).toBeCloseTo(0.05, 2);
    expect(sessionProblem(read)).toBeNull();
  });
  test('the same mark read again replaces the reading', () => {
    const session = doc();
    const id = session.microphones[0]?.id ?? '';
    const twice = putReading({ microphoneId: id, from: 'floor', lengthM: 2 })(putReading({ microphoneId: id, from: 'floor', lengthM: 1 })(session));
    expect(twice.tape).toEqual([{ microphoneId: id, from: 'floor', lengthM: 2 }]);
  });
});

describe('one reading', () => {
  const line = () => {
    const found = groupsOf(doc())[0]?.lines[0];
    if (!found) throw new Error('line');
    return found;
  };
  test('is kept on Enter, in any unit, and told what it means', () => {
    const { rerender } = show(<OneReading turned="" session={doc()} line={line()} index={0} count={20} onStep={() => undefined} />);
    const input = screen.getByLabelText(/The tape says/);
    fireEvent.change(input, { target: { value: '0.36 m' } });
    fireEvent.keyDown(input, { key: 'Enter' });
    expect(doc().tape[0]?.lengthM).toBeCloseTo(0.36, 9);
    rerender(
      <ChakraProvider value={system}>
        <OneReading turned="" session={doc()} line={line()} index={0} count={20} onStep={() => undefined} />
      </ChakraProvider>,
    );
    expect(screen.getByRole('status').textContent).toMatch(/Make it 15\.5 cm shorter \(0\.46 ms, 165° at 1 kHz/);
  });
  test('nonsense stays, is told, and Next waits until it is put right', () => {
    const onStep = jest.fn();
    show(<OneReading turned="" session={doc()} line={line()} index={0} count={20} onStep={onStep} />);
    fireEvent.change(screen.getByLabelText(/The tape says/), { target: { value: 'a hand' } });
    fireEvent.click(screen.getByRole('button', { name: 'Next' }));
    expect(screen.getByRole('alert').textContent).toMatch(/“a hand” is no length/);
    expect(onStep).not.toHaveBeenCalled();
    fireEvent.change(screen.getByLabelText(/The tape says/), { target: { value: '' } });
    fireEvent.click(screen.getByRole('button', { name: 'Next' }));
    expect(onStep).toHaveBeenCalledWith(1);
    expect(doc().tape).toEqual([]);
  });
  test('a kept reading is never rounded by looking at it: left as it is shown, it stays what was read', () => {
    const { microphoneId, ref } = line();
    setSession(putReading({ microphoneId, from: ref, lengthM: 0.20333 })(doc()));
    show(<OneReading turned="" session={doc()} line={line()} index={0} count={4} onStep={() => undefined} />);
    fireEvent.blur(screen.getByLabelText(/The tape says/));
    expect(doc().tape).toEqual([{ microphoneId, from: ref, lengthM: 0.20333 }]);
  });
  test('emptied, the reading is forgotten', () => {
    const id = line().microphoneId;
    setSession(putReading({ microphoneId: id, from: 'floor', lengthM: 0.3 })(doc()));
    show(<OneReading turned="" session={doc()} line={line()} index={0} count={20} onStep={() => undefined} />);
    const input = screen.getByLabelText(/The tape says/);
    expect((input as HTMLInputElement).value).toBe('30 cm');
    fireEvent.change(input, { target: { value: '' } });
    fireEvent.blur(input);
    expect(doc().tape).toEqual([]);
  });
});

describe('equal strings', () => {
  const open = () => {
    const session = doc();
    const pair = session.pairs[0];
    if (!pair) throw new Error('pair');
    show(<EqualStrings session={session} table={livePlan(session).table} pair={pair} onClose={() => undefined} />);
  };
  const type = (left: string, right: string, from: string): void => {
    fireEvent.change(screen.getByLabelText(`Overhead left from the ${from}`), { target: { value: left } });
    fireEvent.change(screen.getByLabelText(`Overhead right from the ${from}`), { target: { value: right } });
  };
  test('two strings: the snare, and for the stricter school the beater', () => {
    open();
    expect(screen.getByText(/1\. From the snare/)).toBeTruthy();
    expect(screen.getByText(/2\. From the beater spot \(the stricter way/)).toBeTruthy();
  });
  test('within 2 cm they are equal; beyond, the longer one comes closer by the difference', () => {
    open();
    type('100', '101.5', 'snare');
    expect(screen.getByRole('status').textContent).toMatch(/Equal to the snare, within 1\.5 cm/);
    type('100', '114.4', 'snare');
    expect(screen.getByRole('status').textContent).toMatch(/Move Overhead right 14\.5 cm closer: the snare reaches it 0\.42 ms/);
    type('120', '100', 'snare');
    expect(screen.getByRole('status').textContent).toMatch(/Move Overhead left 20 cm closer/);
  });
  test('what is no length is told by an example', () => {
    open();
    type('far', '100', 'beater spot');
    expect(screen.getByRole('alert').textContent).toMatch(/“far” is no length: write it like 103\.5/);
  });
});

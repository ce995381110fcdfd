import { allCases, placed } from '../../cli/audit/cases';
import { arrivalTable } from '../arrivals';
import type { Session } from '../document';
import { add, normalize, scale, subtract } from '../math';
import { planFindings, resolvePlan } from './index';

const up = (id: string): Session => {
  const one = allCases().find(({ recipe, room }) => recipe.id === id && room.name === 'middle');
  if (!one) throw new Error(id);
  return placed(one);
};
const found = (session: Session, code: string) => planFindings(session, arrivalTable(resolvePlan(session))).filter((one) => one.code === code);

/** One microphone drawn back along its own look. */
const back = (session: Session, name: string, metres: number): Session => ({
  ...session,
  microphones: session.microphones.map((one) =>
    one.name === name ? { ...one, positionM: add(one.positionM, scale(normalize(subtract(one.positionM, one.aimM)), metres)) } : one,
  ),
});

test('what a set-up raises as it is placed is expected; a hand’s width more is within its margin, far more is told', () => {
  const session = up('hat-edge');
  // The rule tells bleed from 9.5 dB under the own source on; where it is less as placed, that is what counts.
  const as = Math.max(-9.5, found(session, 'leak')[0]?.howMuch ?? -Infinity);
  const severities = Array.from({ length: 31 }, (_, i) => i / 100).map((metres) => {
    const [one] = found(back(session, 'Hat', metres), 'leak');
    return { metres, more: (one?.howMuch ?? -Infinity) - as, severity: one?.severity, howMuch: one?.howMuch ?? -Infinity };
  });
  for (const { more, severity, howMuch } of severities.filter(({ severity: told }) => told !== undefined)) {
    // Three decibels more than as placed, and never where the own source is the softer one: the rule, written again.
    const covered = more <= 3 && howMuch <= 0;
    expect(severity).toBe(covered ? 'note' : 'improve');
  }
  expect(severities[0]?.severity ?? 'note').toBe('note');
  expect(severities.some(({ severity }) => severity === 'note')).toBe(true);
  expect(severities.some(({ severity }) => severity === 'improve')).toBe(true);
});

test('a pair set to two unequal strings by its set-up may be so; pushed further apart it may not', () => {
  const session = up('guitar-low-high');
  const [as] = found(session, 'pair-unequal');
  expect(as?.severity).toBe('note');
  const moved = ['Neck', 'Bridge'].map((name) => found(back(session, name, 0.25), 'pair-unequal')[0]);
  expect(moved.some((one) => one?.severity === 'improve')).toBe(true);
});

import { BRIEF, type Difference, FURNISHING, INSTRUMENT, PAIR, ROOM, type Session } from '../document';
import type { Instrument } from '../instruments';
import { asLength, asNumber, type Fact, type Told } from '../units';
import { type Change, plainlyTold, read } from './change';
import { tell } from './codes';

type Items = Readonly<Record<string, unknown>> & { readonly id: string; readonly name: string };
const NOUNS = { instruments: INSTRUMENT, pairs: PAIR, furnishings: FURNISHING } as const;
const KINDS = { instruments: 'instrument', pairs: 'pair', furnishings: 'room' } as const;

const itemIn = (session: Session, entity: keyof typeof NOUNS, id: string | null): Items | undefined =>
  (session[entity] as unknown as readonly Items[]).find((one) => one.id === id);

const answer = (value: unknown): Fact => (value === undefined ? tell('as-it-comes') : read(value));

/** What differs in a table of answers, key by key. */
const entries = (of: string, was: unknown, is: unknown): Told[] => {
  const [a, b] = [was, is].map((value) => (value ?? {}) as Record<string, unknown>) as [Record<string, unknown>, Record<string, unknown>];
  return Object.keys({ ...a, ...b })
    .filter((key) => a[key] !== b[key])
    .map((key) => tell('was-is', { what: `${capital(`${of}${key}`)}:`, is: answer(b[key]), was: answer(a[key]) }));
};

const toldFor = (name: string, field: string, noun: string, was: unknown, is: unknown): Told[] => {
  if (field === 'positionM') {
    const [a, b] = [was, is] as readonly Instrument['positionM'][] as [Instrument['positionM'], Instrument['positionM']];
    return [tell('stands-away', { name, far: asLength(Math.hypot(b.x - a.x, b.y - a.y)) })];
  }
  if (field === 'rotationDeg') return [tell('turned', { name, angle: asNumber((is as number) - (was as number), 0) })];
  if (field === 'name') return [tell('renamed', { was: String(was), is: String(is) })];
  if (field === 'choices' || field === 'levelsDb') return entries(`${name}, `, was, is);
  return [plainlyTold(name, noun, was, is)];
};

/** What differs that is no microphone's. */
export function otherChange(before: Session, after: Session, { entity, id, field, how }: Difference): Change[] {
  const key = `${entity}/${id ?? ''}/${field}`;
  const of = (kind: Change['kind'], each: readonly Told[]): Change[] => each.map((told) => ({ kind, microphoneId: null, told, fields: [key] }));
  if (entity === 'instruments' || entity === 'pairs' || entity === 'furnishings') {
    const [a, b] = [itemIn(before, entity, id), itemIn(after, entity, id)];
    const kind = KINDS[entity];
    const name = (b ?? a)?.name ?? '';
    if (how !== 'changed') return of(kind, [tell(how === 'new' ? 'whole-new' : 'whole-gone', { name })]);
    const records = NOUNS[entity] as Readonly<Record<string, { readonly noun: string }>>;
    return of(kind, toldFor(name, field, records[field]?.noun ?? field, a?.[field], b?.[field]));
  }
  const value = (session: Session): unknown =>
    entity === 'session'
      ? session[field as keyof Session]
      : (session[entity as 'room' | 'brief' | 'ready'] as unknown as Record<string, unknown>)[field];
  const [was, is] = [value(before), value(after)];
  if (entity === 'ready') return of('choice', entries('', shortKeys(was), shortKeys(is)));
  if (entity === 'brief') {
    const { noun } = BRIEF[field as keyof typeof BRIEF];
    return of(
      'choice',
      field === 'levelsDb' || field === 'desks' ? entries(`${noun}, `, named(after, was), named(after, is)) : [plainlyTold('', noun, was, is)],
    );
  }
  if (entity === 'room') return of('room', [plainlyTold('The room', ROOM[field as keyof typeof ROOM].noun, was, is)]);
  return of('choice', [plainlyTold('', field === 'sampleRateHz' ? 'sample rate' : field, was, is)]);
}

const capital = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);

/** Choices by what is chosen, without the instrument's id. */
const shortKeys = (value: unknown): Record<string, unknown> =>
  Object.fromEntries(Object.entries((value ?? {}) as Record<string, unknown>).map(([key, one]) => [key.slice(key.indexOf('/') + 1), one]));

/** Figures by the names of the instruments or devices that their ids name. */
const named = ({ instruments, shelf }: Session, value: unknown): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries((value ?? {}) as Record<string, unknown>).map(([id, one]) => [
      [...instruments, ...shelf.devices].find((item) => item.id === id)?.name ?? id,
      one,
    ]),
  );

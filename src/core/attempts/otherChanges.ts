import { BRIEF, type Difference, FURNISHING, INSTRUMENT, PAIR, ROOM, type Session } from '../document';
import type { Instrument } from '../instruments';
import { formatLength, formatNumber } from '../units';
import { type Change, plainWords, read } from './change';

type Items = Readonly<Record<string, unknown>> & { readonly id: string; readonly name: string };
const NOUNS = { instruments: INSTRUMENT, pairs: PAIR, furnishings: FURNISHING } as const;
const KINDS = { instruments: 'instrument', pairs: 'pair', furnishings: 'room' } as const;

const itemIn = (session: Session, entity: keyof typeof NOUNS, id: string | null): Items | undefined =>
  (session[entity] as unknown as readonly Items[]).find((one) => one.id === id);

/** What differs in a table of answers, key by key. */
const entries = (of: string, was: unknown, is: unknown): string[] => {
  const [a, b] = [was, is].map((value) => (value ?? {}) as Record<string, unknown>) as [Record<string, unknown>, Record<string, unknown>];
  return Object.keys({ ...a, ...b })
    .filter((key) => a[key] !== b[key])
    .map(
      (key) => `${of}${key}: ${b[key] === undefined ? 'as it comes' : read(b[key])}, it was ${a[key] === undefined ? 'as it comes' : read(a[key])}.`,
    );
};

const wordsFor = (after: Session, name: string, field: string, noun: string, was: unknown, is: unknown): string[] => {
  if (field === 'positionM') {
    const [a, b] = [was, is] as readonly Instrument['positionM'][] as [Instrument['positionM'], Instrument['positionM']];
    return [`${name} stands ${formatLength(Math.hypot(b.x - a.x, b.y - a.y), after.units)} from where it was.`];
  }
  if (field === 'rotationDeg') return [`${name} is turned by ${formatNumber((is as number) - (was as number), 0)}°.`];
  if (field === 'name') return [`${String(was)} is called ${String(is)}.`];
  if (field === 'choices' || field === 'levelsDb') return entries(`${name}, `, was, is);
  return [plainWords(name, noun, was, is)];
};

/** What differs that is no microphone's. */
export function otherChange(before: Session, after: Session, { entity, id, field, how }: Difference): Change[] {
  const key = `${entity}/${id ?? ''}/${field}`;
  const of = (kind: Change['kind'], sentences: readonly string[]): Change[] =>
    sentences.map((words) => ({ kind, microphoneId: null, words: sentence(words), fields: [key] }));
  if (entity === 'instruments' || entity === 'pairs' || entity === 'furnishings') {
    const [a, b] = [itemIn(before, entity, id), itemIn(after, entity, id)];
    const kind = KINDS[entity];
    const name = (b ?? a)?.name ?? '';
    if (how !== 'changed') return of(kind, [`${name} is ${how}.`]);
    const records = NOUNS[entity] as Readonly<Record<string, { readonly noun: string }>>;
    return of(kind, wordsFor(after, name, field, records[field]?.noun ?? field, a?.[field], b?.[field]));
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
      field === 'levelsDb' || field === 'desks' ? entries(`${noun}, `, named(after, was), named(after, is)) : [plainWords('', noun, was, is)],
    );
  }
  if (entity === 'room') return of('room', [plainWords('The room', ROOM[field as keyof typeof ROOM].noun, was, is)]);
  return of('choice', [plainWords('', field === 'sampleRateHz' ? 'sample rate' : field, was, is)]);
}

const sentence = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);

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

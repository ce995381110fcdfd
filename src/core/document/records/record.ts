import type Joi from 'joi';
import { object } from '../schemaWords';

/**
 * What a field belongs to: the set-up that an attempt keeps and *put back* restores, the day that goes on beside it, or the record
 * itself.
 */
export type Part = 'set-up' | 'day' | 'record';

/** What a field may point at: a thing of the session or of its shelf. */
export type Target = 'microphone' | 'model' | 'stand' | 'outboard' | 'source' | 'mark';
/**
 * What a field points at, and what becomes of it once that is gone: it is null or absent, its item goes with it, or it stays: *kept*
 * until what it points at is back, *refused* where a document without it is none.
 */
export interface Reference {
  readonly to: Target;
  readonly lost: 'null' | 'absent' | 'item' | 'kept' | 'refused';
}

/** One stored field, declared once: how it is judged, whose it is, since which version it is there, and what people call it. */
export interface Field<P extends Part = Part> {
  readonly schema: Joi.Schema;
  readonly part: P;
  /** The first version of the session's format that knows it. */
  readonly since: number;
  /** What it is called in a sentence: "low cut". */
  readonly noun: string;
  /** What it points at; null for a field that stands for itself. */
  readonly refers: Reference | null;
}

/** A record has a field for each that its type has: one that has none does not compile. */
export type Records<T> = { readonly [K in keyof T]-?: Field };

/** The last version before fields said since when they are there: what was there by then is since 4 or earlier. */
const EARLIER = 4;

type Options = { readonly since?: number; readonly refers?: Reference };
const field =
  <P extends Part>(part: P) =>
  (noun: string, schema: Joi.Schema, { since = EARLIER, refers }: Options = {}): Field<P> => ({ schema, part, since, noun, refers: refers ?? null });

export const ofSetUp = field('set-up');
export const ofDay = field('day');
export const ofRecord = field('record');

/** The schema of a whole record. */
export const schemaOf = (records: Readonly<Record<string, Field>>): Joi.ObjectSchema =>
  object(Object.fromEntries(Object.entries(records).map(([key, { schema }]) => [key, schema])));

/** Fields of a part, in their order. */
export const fieldsOf = (records: Readonly<Record<string, Field>>, part: Part): readonly string[] =>
  Object.entries(records).flatMap(([key, one]) => (one.part === part ? [key] : []));

/** A value with the fields of a part taken from another; fields that the other has not are gone. */
export function withPart<T extends object>(records: Records<T>, part: Part, own: T, from: T): T {
  const theirs = new Set(fieldsOf(records, part));
  return Object.fromEntries([
    ...Object.entries(own).filter(([key]) => !theirs.has(key)),
    ...Object.entries(from).filter(([key]) => theirs.has(key)),
  ]) as T;
}

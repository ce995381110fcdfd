import type { Facts, UnitSystem, Words } from '../core/units';
import { EN } from './en';
import { sayerOf } from './said';

export type { Facts } from '../core/units';

export type Domain = keyof typeof EN;
export type Code<D extends Domain> = keyof (typeof EN)[D] & string;

/** Says what the core told, lengths in the reader's units. */
export const sayTold: (words: Words, units: UnitSystem) => string = sayerOf(EN);

/** Says a code that the core returned, with its facts. */
export const say = <D extends Domain>(domain: D, code: Code<D>, facts: Facts, units: UnitSystem): string => sayTold({ domain, code, facts }, units);

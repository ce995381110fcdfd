import type { UnitSystem } from '../core/units';
import { EN } from './en';
import { type Facts, said } from './said';

export type { Facts } from './said';

type Catalogue = typeof EN;
export type Domain = keyof Catalogue;
export type Code<D extends Domain> = keyof Catalogue[D] & string;

/**
 * Says a code that the core returned, with its facts, lengths in the reader's units.
 * @throws RangeError for a code that is not in the catalogue, and for a fact that its message wants and does not get
 */
export const say = <D extends Domain>(domain: D, code: Code<D>, facts: Facts, units: UnitSystem): string =>
  said(domain, code, (EN[domain] as Readonly<Record<string, string>>)[code], facts, units);

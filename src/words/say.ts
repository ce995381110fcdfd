import type { Facts, Told, UnitSystem } from '../core/units';
import { EN } from './en';
import { said } from './said';

export type { Facts } from '../core/units';

type Catalogue = typeof EN;
export type Domain = keyof Catalogue;
export type Code<D extends Domain> = keyof Catalogue[D] & string;

/**
 * Says what the core told, lengths in the reader's units. What was kept in words says itself.
 * @throws RangeError for a code that is not in the catalogue, and for a fact that its message wants and does not get
 */
export const sayTold = (told: Told | string, units: UnitSystem): string =>
  typeof told === 'string'
    ? told
    : said(told, (EN as Readonly<Record<string, Readonly<Record<string, string>> | undefined>>)[told.domain]?.[told.code], units, sayTold);

/** Says a code that the core returned, with its facts. */
export const say = <D extends Domain>(domain: D, code: Code<D>, facts: Facts, units: UnitSystem): string => sayTold({ domain, code, facts }, units);

import { IntlMessageFormat } from 'intl-messageformat';
import { formatLength, type UnitSystem } from '../core/units';
import { EN } from './en';

/** A length, metres: said in the reader's units. */
export interface Metres {
  readonly metres: number;
}
/** What a message is told besides its code: names, codes of closed lists, counts, and figures in SI units. */
export type Facts = Readonly<Record<string, string | number | Metres>>;

type Catalogue = typeof EN;
export type Domain = keyof Catalogue;
export type Code<D extends Domain> = keyof Catalogue[D] & string;

const made = new Map<string, IntlMessageFormat>();

/** A message made ready once; its curly quotes and all stay as they stand. */
function messageOf(domain: Domain, code: string): IntlMessageFormat {
  const key = `${domain}/${code}`;
  const known = made.get(key);
  if (known) return known;
  const text = (EN[domain] as Readonly<Record<string, string>>)[code];
  if (text === undefined) throw new RangeError(`say: there is no message ${key}`);
  const message = new IntlMessageFormat(text, 'en');
  made.set(key, message);
  return message;
}

/**
 * Says a code of a domain with its facts, lengths in the reader's units.
 * @throws RangeError for a code that is not in the catalogue, and for a fact that its message wants and does not get
 */
export function say<D extends Domain>(domain: D, code: Code<D>, facts: Facts, units: UnitSystem): string {
  const values = Object.fromEntries(
    Object.entries(facts).map(([name, fact]) => [name, typeof fact === 'object' ? formatLength(fact.metres, units) : fact]),
  );
  return String(messageOf(domain, code).format(values));
}

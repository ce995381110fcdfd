import { IntlMessageFormat } from 'intl-messageformat';
import { formatLength, formatNumber, type Metres, type Seconds, type UnitSystem, type Whole } from '../core/units';
import { EN } from './en';

type Quantity = Metres | Seconds | Whole;
/** What a message is told besides its code: names, codes of closed lists, counts, and figures in SI units, several of which make a list. */
export type Facts = Readonly<Record<string, string | number | Quantity | readonly Quantity[]>>;

function quantity(fact: Quantity, units: UnitSystem): string {
  if ('metres' in fact) return formatLength(fact.metres, units);
  return 'seconds' in fact ? `${formatNumber(fact.seconds, 0)} s` : formatNumber(fact.whole, 0);
}

const isList = (fact: Facts[string]): fact is readonly Quantity[] => Array.isArray(fact);

function spoken(fact: Facts[string], units: UnitSystem): string | number {
  if (typeof fact !== 'object') return fact;
  return isList(fact) ? fact.map((one) => quantity(one, units)).join(', ') : quantity(fact, units);
}

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
  const values = Object.fromEntries(Object.entries(facts).map(([name, fact]) => [name, spoken(fact, units)]));
  return String(messageOf(domain, code).format(values));
}

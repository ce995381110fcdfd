import { IntlMessageFormat } from 'intl-messageformat';
import { formatLength, formatNumber, type Metres, type Seconds, type UnitSystem, type Whole } from '../core/units';

type Quantity = Metres | Seconds | Whole;
/** What a message is told besides its code: names, codes of closed lists, counts, and figures in SI units, several of which make a list. */
export type Facts = Readonly<Record<string, string | number | Quantity | readonly Quantity[]>>;

/** Gives the text of another language; null where it has none. */
export type Translator = (domain: string, code: string, english: string) => string | null;

/** The language of the page is set before anything is said. */
const translator = (globalThis as { readonly shuttlecraftTranslator?: Translator }).shuttlecraftTranslator;

function quantity(fact: Quantity, units: UnitSystem): string {
  if ('metres' in fact) return formatLength(fact.metres, units);
  return 'seconds' in fact ? `${formatNumber(fact.seconds, 0)} s` : formatNumber(fact.whole, 0);
}

const isList = (fact: Facts[string]): fact is readonly Quantity[] => Array.isArray(fact);

function spoken(fact: Facts[string], units: UnitSystem): string | number {
  if (typeof fact !== 'object') return fact;
  return isList(fact) ? fact.map((one) => quantity(one, units)).join(', ') : quantity(fact, units);
}

const made = new Map<string, string | IntlMessageFormat>();

/** A message made ready once; what stands in it word for word needs no formatter. */
function messageOf(domain: string, code: string, english: string | undefined): string | IntlMessageFormat {
  const key = `${domain}/${code}`;
  const known = made.get(key);
  if (known !== undefined) return known;
  if (english === undefined) throw new RangeError(`say: there is no message ${key}`);
  const text = translator?.(domain, code, english) ?? english;
  const message = /[{}]|''/.test(text) ? new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }) : text;
  made.set(key, message);
  return message;
}

/**
 * A message of a domain with its facts in it, lengths in the reader's units.
 * @throws RangeError for a code that is not there, and for a fact that the message wants and does not get
 */
export function said(domain: string, code: string, english: string | undefined, facts: Facts = {}, units: UnitSystem = 'metric'): string {
  const message = messageOf(domain, code, english);
  if (typeof message === 'string') return message;
  return String(message.format(Object.fromEntries(Object.entries(facts).map(([name, fact]) => [name, spoken(fact, units)]))));
}

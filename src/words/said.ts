import { IntlMessageFormat } from 'intl-messageformat';
import {
  type Fact,
  formatDelay,
  formatFrequency,
  formatLength,
  formatMilliseconds,
  formatNumber,
  formatShortDelay,
  formatWeight,
  type Quantity,
  type Told,
  type UnitSystem,
  type Words,
} from '../core/units';

import { midway } from './midway';

/** Gives the text of another language; null where it has none. */
export type Translator = (domain: string, code: string, english: string) => string | null;

/** The language of the page is set before anything is said. */
const translator = (globalThis as { readonly shuttlecraftTranslator?: Translator }).shuttlecraftTranslator;

/** Says a message of a domain whose messages need not be at hand. */
export type Teller = (told: Told, units: UnitSystem) => string;

function quantity(fact: Quantity, units: UnitSystem): string {
  if ('metres' in fact) return formatLength(fact.metres, units);
  if ('seconds' in fact) return `${formatNumber(fact.seconds, 0)} s`;
  if ('whole' in fact) return formatNumber(fact.whole, 0);
  if ('figure' in fact) return formatNumber(fact.figure, fact.digits);
  if ('delayS' in fact)
    return fact.speedMps === null ? formatShortDelay(fact.delayS, fact.rateHz) : formatDelay(fact.delayS, fact.rateHz, fact.speedMps, units);
  if ('shortS' in fact) return formatMilliseconds(fact.shortS);
  if ('hertz' in fact) return formatFrequency(fact.hertz);
  return formatWeight(fact.kilograms, units);
}

const LISTS = {
  and: new Intl.ListFormat('en-GB', { type: 'conjunction' }),
  or: new Intl.ListFormat('en-GB', { type: 'disjunction' }),
} as const;

const isArray = (fact: Fact): fact is readonly Quantity[] => Array.isArray(fact);

function spoken(fact: Fact, units: UnitSystem, tell: Teller | undefined): string | number {
  if (typeof fact !== 'object') return fact;
  if (isArray(fact)) return fact.map((one) => quantity(one, units)).join(', ');
  if ('join' in fact) {
    const each = fact.each.map((one) => String(spoken(one, units, tell)));
    if (fact.join === 'space') return each.join(' ');
    return fact.join === 'comma' ? each.join(', ') : LISTS[fact.join].format(each);
  }
  if ('midway' in fact) return midway(fact.midway);
  if (!('code' in fact)) return quantity(fact, units);
  if (!tell) throw new RangeError(`say: ${fact.domain}/${fact.code} is told where nobody says it`);
  return tell(fact, units);
}

/** A text that stands as it is, or as the reader's language has it. */
export const translated = (domain: string, code: string, english: string): string => translator?.(domain, code, english) ?? english;

const made = new Map<string, string | IntlMessageFormat>();

/** A message made ready once; what stands in it word for word needs no formatter. */
function messageOf(domain: string, code: string, english: string | undefined): string | IntlMessageFormat {
  const key = `${domain}/${code}`;
  const known = made.get(key);
  if (known !== undefined) return known;
  if (english === undefined) throw new RangeError(`say: there is no message ${key}`);
  const text = translated(domain, code, english);
  const message = /[{}]|''/.test(text) ? new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true }) : text;
  made.set(key, message);
  return message;
}

/**
 * A message of a domain with its facts in it, lengths in the reader's units.
 * @param tell says other messages among its facts
 * @throws RangeError for a code that is not there, and for a fact that the message wants and does not get
 */
export function said(
  { domain, code, facts }: Told,
  english: string | undefined,
  units: UnitSystem = 'metric',
  tell: Teller | undefined = undefined,
): string {
  const message = messageOf(domain, code, english);
  if (typeof message === 'string') return message;
  return String(message.format(Object.fromEntries(Object.entries(facts).map(([name, fact]) => [name, spoken(fact, units, tell)]))));
}

/** Messages by domain and code. */
export type Catalogue = Readonly<Record<string, Readonly<Record<string, string>> | undefined>>;

/**
 * One who says what is told of some domains, so that who needs no others need not have them. What was kept in words says itself.
 * @throws RangeError for a code that is not among them, and for a fact that its message wants and does not get
 */
export function sayerOf(catalogue: Catalogue): (words: Words, units?: UnitSystem) => string {
  const say = (words: Words, units: UnitSystem = 'metric'): string =>
    typeof words === 'string' ? words : said(words, catalogue[words.domain]?.[words.code], units, say);
  return say;
}

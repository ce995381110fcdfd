/** Quantities as they are told to `src/words`, which says them in the reader's units. */
export interface Metres {
  readonly metres: number;
}
/** Said in whole seconds. */
export interface Seconds {
  readonly seconds: number;
}
/** A figure that is said in whole numbers. */
export interface Whole {
  readonly whole: number;
}
/** A figure with so many digits after its point. */
export interface Figure {
  readonly figure: number;
  readonly digits: number;
}
/** A delay: said in milliseconds, in samples and as a way through the air. */
export interface Delay {
  readonly delayS: number;
  readonly rateHz: number;
  /** Without it the way through the air is left out. */
  readonly speedMps: number | null;
}
/** A time of less than a second, said in milliseconds. */
export interface Milliseconds {
  readonly shortS: number;
}
export interface Hertz {
  readonly hertz: number;
}
export interface Kilograms {
  readonly kilograms: number;
}
/** A name that is said in the midst of a sentence. */
export interface Midway {
  readonly midway: string;
}
export type Quantity = Metres | Seconds | Whole | Figure | Delay | Milliseconds | Hertz | Kilograms;

/** Several, of which all or one is meant: said as a list of the reader's language. */
export interface Several {
  readonly join: 'and' | 'or' | 'comma' | 'space';
  readonly each: readonly Fact[];
}
/** What a message is told besides its code: names, codes of closed lists, counts, quantities in SI units, other messages, and lists of them. */
export type Fact = string | number | Quantity | Midway | Told | Several | readonly Quantity[];
export type Facts = Readonly<Record<string, Fact>>;

/** What is told, without words: a code of a domain and its facts; `src/words` says it. */
export interface Told {
  readonly domain: string;
  readonly code: string;
  readonly facts: Facts;
}

/** What is told, or what was kept in words. */
export type Words = Told | string;

/** One who tells the codes of a domain. */
export const teller =
  <C extends string>(domain: string) =>
  (code: C, facts: Facts = {}): Told => ({ domain, code, facts });

export const asMidway = (name: string): Midway => ({ midway: name });
export const asLength = (length: number): Metres => ({ metres: length });
export const asNumber = (value: number, digits: number): Figure => ({ figure: value, digits });
export const asDelay = (seconds: number, rateHz: number, speedMps: number | null = null): Delay => ({ delayS: seconds, rateHz, speedMps });
export const asTime = (seconds: number): Milliseconds => ({ shortS: seconds });
export const asFrequency = (frequency: number): Hertz => ({ hertz: frequency });
export const asWeight = (mass: number): Kilograms => ({ kilograms: mass });
export const asList = (each: readonly Fact[], join: Several['join'] = 'and'): Several => ({ join, each });

import type { Facts } from '../core/units';
import { said } from './said';

/** What is said of one thing: messages by code. */
export type Messages = Readonly<Record<string, string>>;

/** Says a code with its facts. */
export interface Speaker<M extends Messages> {
  (code: keyof M & string, facts?: Facts): string;
  readonly domain: string;
  readonly messages: M;
}

/** One who says the messages of a domain in the reader's language, English where that has none. */
export function speaker<M extends Messages>(domain: string, messages: M): Speaker<M> {
  const say = (code: keyof M & string, facts?: Facts): string => said({ domain, code, facts: facts ?? {} }, messages[code]);
  return Object.assign(say, { domain, messages });
}

import type { Plan } from '../arrivals';
import type { Session } from '../document';
import type { MicrophoneId } from '../ids';
import { asList, asNumber, type Fact, type Told } from '../units';
import { tell } from './codes';

/** One thing that differs between two set-ups. */
export interface Change {
  readonly kind: 'place' | 'aim' | 'switch' | 'gain' | 'input' | 'microphone' | 'pair' | 'instrument' | 'room' | 'choice';
  /** The microphone it is about; null for what is none's. */
  readonly microphoneId: MicrophoneId | null;
  /** Null where it is no thing that a hand could set. */
  readonly told: Told | null;
  /** The stored fields it tells of, as "entity/id/field". */
  readonly fields: readonly string[];
}

/** A session with its plan. */
export interface Stood {
  readonly session: Session;
  readonly plan: Plan;
}

/** A stored value as it is told. */
export function read(value: unknown): Fact {
  if (value === undefined || value === null) return tell('none');
  if (typeof value === 'boolean') return tell(value ? 'on' : 'off');
  if (typeof value === 'number') return asNumber(value, Number.isInteger(value) ? 0 : 2);
  if (typeof value === 'string') return value;
  return !Array.isArray(value) ? tell('another') : value.length === 0 ? tell('none') : asList(value.map(read), 'comma');
}

/** A field that nothing better is said of. */
export function plainlyTold(of: string, noun: string, was: unknown, is: unknown): Told {
  const what = of === '' ? noun.slice(0, 1).toUpperCase() + noun.slice(1) : `${of}: ${noun}`;
  if (typeof is === 'boolean' || typeof was === 'boolean') return tell('switched', { what, is: read(is ?? false) });
  if ([was, is].some((value) => typeof value === 'object' && value !== null)) return tell('changed', { what });
  return tell('was-is', { what, is: read(is), was: read(was) });
}

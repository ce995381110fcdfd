import type { Plan } from '../arrivals';
import type { Session } from '../document';
import type { MicrophoneId } from '../ids';
import { formatNumber } from '../units';

/** One thing that differs between two set-ups, in a sentence. */
export interface Change {
  readonly kind: 'place' | 'aim' | 'switch' | 'gain' | 'input' | 'microphone' | 'pair' | 'instrument' | 'room' | 'choice';
  /** The microphone it is about; null for what is none's. */
  readonly microphoneId: MicrophoneId | null;
  readonly words: string;
  /** The stored fields it tells of, as "entity/id/field". */
  readonly fields: readonly string[];
}

/** A session with its plan. */
export interface Stood {
  readonly session: Session;
  readonly plan: Plan;
}

/** A stored value as it reads. */
export function read(value: unknown): string {
  if (value === undefined || value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (typeof value === 'number') return formatNumber(value, Number.isInteger(value) ? 0 : 2);
  return typeof value === 'string' ? value : Array.isArray(value) ? value.map(read).join(', ') || 'none' : 'another';
}

/** A field that nothing better is said of. */
export function plainWords(of: string, noun: string, was: unknown, is: unknown): string {
  const about = of === '' ? '' : `${of}: `;
  if (typeof is === 'boolean' || typeof was === 'boolean') return `${about}${noun} ${read(is ?? false)}.`;
  if ([was, is].some((value) => typeof value === 'object' && value !== null)) return `${about}${noun} changed.`;
  return `${about}${noun} ${read(is)}, it was ${read(was)}.`;
}

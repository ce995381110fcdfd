import type { Vec3 } from '../math';

export const SEVERITIES = ['fix', 'improve', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** A concrete correction. Each names one microphone and can be applied and undone as one step. */
export type Move =
  /** A place; its stand comes along, or finds itself one anew. */
  | { readonly kind: 'place'; readonly microphoneId: string; readonly positionM: Vec3; readonly restand?: true; readonly label: string }
  | { readonly kind: 'aim'; readonly microphoneId: string; readonly aimM: Vec3; readonly label: string }
  /** Place and aim at once. */
  | { readonly kind: 'set'; readonly microphoneId: string; readonly positionM: Vec3; readonly aimM: Vec3; readonly label: string }
  /** The stand's pole finds itself a better place. */
  | { readonly kind: 'stand'; readonly microphoneId: string; readonly label: string }
  | { readonly kind: 'flip'; readonly microphoneId: string; readonly label: string }
  | { readonly kind: 'pad'; readonly microphoneId: string; readonly on: boolean; readonly label: string }
  /** Several at once, where one alone mends nothing: both microphones of a pair, a place and a flip. */
  | { readonly kind: 'joint'; readonly microphoneId: string; readonly moves: readonly Move[]; readonly label: string }
  /** The cable was changed for another, which is straight. */
  | { readonly kind: 'cable changed'; readonly microphoneId: string; readonly label: string }
  /** Two cables were in each other's inputs and were exchanged. */
  | { readonly kind: 'cables exchanged'; readonly microphoneId: string; readonly otherId: string; readonly label: string }
  /** The cable stays, reversed as it is, and the channel is inverted at its input or in the mix. */
  | { readonly kind: 'invert'; readonly where: 'input' | 'mix'; readonly microphoneId: string; readonly label: string }
  /** What is in the channel's way delays it by so much more than was known, samples of the session; and the mix takes it back or not. */
  | { readonly kind: 'latency'; readonly microphoneId: string; readonly bySamples: number; readonly inMix: boolean; readonly label: string }
  /** The same of everything a device records, seconds. */
  | {
      readonly kind: 'device latency';
      readonly microphoneId: string;
      readonly microphoneIds: readonly string[];
      readonly deviceId: string;
      readonly bySeconds: number;
      readonly inMix: boolean;
      readonly label: string;
    }
  | { readonly kind: 'align'; readonly microphoneId: string; readonly samples: number; readonly label: string };

/** One thing worth telling: how bad, why, and the move that mends it. */
export interface Finding {
  /** Stable while the same thing is wrong with the same microphones. */
  readonly id: string;
  readonly code: string;
  readonly severity: Severity;
  readonly microphoneIds: readonly string[];
  /** What, and how much. */
  readonly message: string;
  /** What to do about it, in the words of its move; empty where there is nothing to be done. */
  readonly advice: string;
  readonly why: string;
  readonly move: Move | null;
  /** Raised by its set-up by design: told as a note. */
  readonly expected?: true;
  /** The set-up that raises it, and its own reason where it brings one. */
  readonly expectedBy?: { readonly setupId: string; readonly why?: string };
}

/** A finding in full: what, how much, and what to do. */
export const told = ({ message, advice }: Pick<Finding, 'message' | 'advice'>): string => (advice ? `${message} ${advice}` : message);

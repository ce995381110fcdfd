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
  | { readonly kind: 'align'; readonly microphoneId: string; readonly samples: number; readonly label: string };

/** One thing worth telling: how bad, why, and the move that mends it. */
export interface Finding {
  /** Stable while the same thing is wrong with the same microphones. */
  readonly id: string;
  readonly code: string;
  readonly severity: Severity;
  readonly microphoneIds: readonly string[];
  readonly message: string;
  readonly why: string;
  readonly move: Move | null;
}

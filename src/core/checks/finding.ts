import type { DeviceId, MicrophoneId, SetupId } from '../ids';
import type { Vec3 } from '../math';
import type { Told, Words } from '../units';

export const SEVERITIES = ['fix', 'improve', 'note'] as const;
export type Severity = (typeof SEVERITIES)[number];

/** The gravest first; what weighs alike stays in its order. */
export const gravestFirst = <T extends { readonly severity: Severity }>(all: readonly T[]): T[] =>
  SEVERITIES.flatMap((severity) => all.filter((one) => one.severity === severity));

/** A concrete correction. Each names one microphone and can be applied and undone as one step. */
export type Move =
  /** A place; its stand comes along, or finds itself one anew. */
  | { readonly kind: 'place'; readonly microphoneId: MicrophoneId; readonly positionM: Vec3; readonly restand?: true; readonly label: Words }
  | { readonly kind: 'aim'; readonly microphoneId: MicrophoneId; readonly aimM: Vec3; readonly label: Words }
  /** Place and aim at once. */
  | { readonly kind: 'set'; readonly microphoneId: MicrophoneId; readonly positionM: Vec3; readonly aimM: Vec3; readonly label: Words }
  /** The stand's pole finds itself a better place. */
  | { readonly kind: 'stand'; readonly microphoneId: MicrophoneId; readonly label: Words }
  | { readonly kind: 'flip'; readonly microphoneId: MicrophoneId; readonly label: Words }
  | { readonly kind: 'pad'; readonly microphoneId: MicrophoneId; readonly on: boolean; readonly label: Words }
  /** Several at once, where one alone mends nothing: both microphones of a pair, a place and a flip. */
  | { readonly kind: 'joint'; readonly microphoneId: MicrophoneId; readonly moves: readonly Move[]; readonly label: Words }
  /** The cable was changed for another, which is straight. */
  | { readonly kind: 'cable changed'; readonly microphoneId: MicrophoneId; readonly label: Words }
  /** Two cables were in each other's inputs and were exchanged. */
  | { readonly kind: 'cables exchanged'; readonly microphoneId: MicrophoneId; readonly otherId: string; readonly label: Words }
  /** The cable stays, reversed as it is, and the channel is inverted at its input or in the mix. */
  | { readonly kind: 'invert'; readonly where: 'input' | 'mix'; readonly microphoneId: MicrophoneId; readonly label: Words }
  /** What is in the channel's way delays it by so much more than was known, samples of the session; and the mix takes it back or not. */
  | { readonly kind: 'latency'; readonly microphoneId: MicrophoneId; readonly bySamples: number; readonly inMix: boolean; readonly label: Words }
  /** The same of everything a device records, seconds. */
  | {
      readonly kind: 'device latency';
      readonly microphoneId: MicrophoneId;
      readonly microphoneIds: readonly string[];
      readonly deviceId: DeviceId;
      readonly bySeconds: number;
      readonly inMix: boolean;
      readonly label: Words;
    }
  | { readonly kind: 'align'; readonly microphoneId: MicrophoneId; readonly samples: number; readonly label: Words };

/** One thing worth telling: how bad, why, and the move that mends it. */
export interface Finding {
  /** Stable while the same thing is wrong with the same microphones. */
  readonly id: string;
  readonly code: string;
  readonly severity: Severity;
  readonly microphoneIds: readonly string[];
  /** What, and how much. */
  readonly message: Told;
  /** What to do about it, in the words of its move; null where there is nothing to be done. */
  readonly advice: Told | null;
  readonly why: Told;
  readonly move: Move | null;
  /** How bad it is, larger is worse: in the unit that its code goes by (`planning/expected`). */
  readonly howMuch?: number;
  /** Raised by its set-up by design: told as a note. */
  readonly expected?: true;
  /** The set-up that raises it, and its own reason where it brings one. */
  readonly expectedBy?: { readonly setupId: SetupId; readonly why?: string };
}

import type { DeviceId, MicrophoneId } from '../ids';
import type { Connector, PhantomNeed } from '../microphones';
import type { Words } from '../units';
import type { Cable } from './cable';
import type { DeviceInput, PreampCharacter } from './device';
import type { Outboard } from './outboard';

/** One thing that is asked of a patch. */
export type Demand =
  | { readonly kind: 'power' | 'no power' | 'plug' | 'level' | 'cable' | 'pin' | 'input'; readonly microphoneId: MicrophoneId }
  | { readonly kind: 'pair'; readonly pair: readonly [string, string] };

/** Whether a demand is to be met. */
export type Wanted = (demand: Demand) => boolean;

export interface PatchMicrophone {
  readonly id: MicrophoneId;
  readonly name: string;
  readonly phantom: PhantomNeed;
  readonly connector: Connector;
  /** How much it matters that it gets a good preamp, 1 for most; 1 where it is not said. */
  readonly weight?: number;
  /** The preamp it is wanted on, for how that sounds. */
  readonly character?: PreampCharacter;
  /** What stands between it and its input for a reason of its own. */
  readonly kept?: Outboard;
  /** The second way of another microphone's splitter: power never comes back over it. The splitter stands by the first device: its own cable is on the list and not among the demands. */
  readonly secondOf?: string;
}

/** How the solver calls the second way of a microphone: no id has a slash. */
export const secondWayId = (microphoneId: MicrophoneId): string => `${microphoneId}/2`;

/** How people call it. */
export const secondWayName = (microphoneName: string): string => `${microphoneName}, second way`;

/** Lengths that cables must have, and the cables there are. */
export interface CableReach {
  /** From each microphone to each device, metres: by microphone id, then by device id. */
  readonly needM: Readonly<Record<string, Readonly<Record<string, number>>>>;
  readonly cables: readonly Pick<Cable, 'lengthM' | 'plug' | 'count'>[];
  /** Lengths that could be got, by plug. */
  readonly sold: readonly Pick<Cable, 'id' | 'name' | 'lengthM' | 'plug'>[];
}

/** An input with its address across devices. */
export interface PatchInput extends DeviceInput {
  readonly deviceId: DeviceId;
}

export interface PatchProblem {
  /** In the order of the tape list: earlier microphones get earlier inputs where all else is equal. */
  readonly microphones: readonly PatchMicrophone[];
  readonly inputs: readonly PatchInput[];
  readonly pairs: readonly (readonly [string, string])[];
  /** The patch as it stands, microphone id to input address; kept where it can be. */
  readonly previous: Readonly<Record<string, string>>;
  /** What stays where it is whatever comes, microphone id to input address. */
  readonly pinned?: Readonly<Record<string, string>>;
  /** Patches that are not wanted again: another is. */
  readonly not?: readonly Readonly<Record<string, string>>[];
  /** Input addresses whose preamp can neither take nor lift the microphone's level, by microphone id. */
  readonly unfit: Readonly<Record<string, readonly string[]>>;
  /** What there is to put between, each so often as it is counted. */
  readonly outboard?: readonly Outboard[];
  /** What could be borrowed. */
  readonly borrowable?: readonly Outboard[];
  /** Where cables are counted: each microphone must be given one that reaches. */
  readonly reach?: CableReach;
  /** As {@link unfit}, with something between: by microphone id, then by its id. */
  readonly unfitThrough?: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;
  /** Input addresses where its level lands far from where it should, though it can be recorded; by microphone id, and with something between. */
  readonly uneasy?: Readonly<Record<string, readonly string[]>>;
  readonly uneasyThrough?: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;
}

/** Who goes where, which banks are lit, and how many cables move. */
export interface Patch {
  readonly inputs: Readonly<Record<string, string>>;
  /** What stands between, microphone id to outboard id. */
  readonly through: Readonly<Record<string, string>>;
  readonly phantomBanks: readonly string[];
  readonly changed: number;
  readonly cost: number;
}

/** What would make a patch possible, alone. */
export type PatchMend =
  | { readonly kind: 'leave out'; readonly microphoneId: MicrophoneId }
  | { readonly kind: 'let go'; readonly microphoneId: MicrophoneId }
  | { readonly kind: 'borrow'; readonly outboard: Outboard }
  | { readonly kind: 'longer cable'; readonly cable: Pick<Cable, 'id' | 'name' | 'lengthM' | 'plug'>; readonly count: number }
  | { readonly kind: 'part'; readonly pair: readonly [string, string] };

export type PatchResult =
  | ({ readonly ok: true } & Patch)
  | {
      readonly ok: false;
      readonly reason: Words;
      /** The most that can be plugged at once, and who is left. */
      readonly partial?: Patch;
      readonly left?: readonly string[];
      /** Demands that cannot all be met; without any one of them these could. */
      readonly conflict?: readonly Demand[];
      readonly mends?: readonly PatchMend[];
    };

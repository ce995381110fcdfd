import type { Chain } from '../chain';
import type { Furnishing } from '../furnishings';
import type { InputAddress, InstrumentId, MarkId, MicrophoneId, ModelId, OutboardId, PairId, SessionId, SetupId, SourceId, SourceKey } from '../ids';
import type { Instrument } from '../instruments';
import type { Vec3 } from '../math';
import type { MicrophoneModel, PatternName } from '../microphones';
import type { Cable, InputDevice, Outboard, PreampCharacter } from '../patch';
import type { Room } from '../room';
import type { PairTechnique, Recipe } from '../setups';
import type { StandModel, StandPlace } from '../stands';
import type { Decoding, PairFrame } from '../stereo';
import type { UnitSystem } from '../units';
import type { SESSION_FORMAT, SESSION_VERSION } from './formats';

/** The gear that the user owns. */
export interface Shelf {
  readonly microphones: readonly MicrophoneModel[];
  readonly devices: readonly InputDevice[];
  readonly stands: readonly StandModel[];
  /** Attenuators, boosters, boxes and preamps to put between; none where it is not said. */
  readonly outboard?: readonly Outboard[];
  /** Cables by length and plug, counted; none where it is not said. */
  readonly cables?: readonly Cable[];
  /** Set-ups of one's own. */
  readonly setups: readonly Recipe[];
}

/** One placed microphone. Positions and aim points are in the room, metres. */
export interface PlacedMicrophone extends Chain {
  readonly id: MicrophoneId;
  readonly modelId: ModelId;
  /** One to three letters for the end of its string. */
  readonly label: string;
  readonly name: string;
  /** Index into the eight string colours. */
  readonly colour: number;
  readonly positionM: Vec3;
  /** The point it looks at. */
  readonly aimM: Vec3;
  readonly pattern: PatternName;
  readonly padOn: boolean;
  /** It is inverted in the mix: not in its file. */
  readonly flipped: boolean;
  /** It is later by so much in the mix, samples: not in its file. */
  readonly alignSamples: number;
  readonly target: SourceReference | null;
  readonly locked: boolean;
  readonly stand: StandPlace | null;
  /** A string kept at its length: the microphone swings along it. */
  readonly heldString: HeldString | null;
  /** The set-up it came with; null when it was placed by hand or has been taken elsewhere. */
  readonly setupId: SetupId | null;
  /** Where its channel goes in the picture, −1 left to 1 right; where it is not said, see {@link panOf}. */
  readonly pan?: number;
  /** Its cable stays in its input whatever the solver would rather. */
  readonly pinned?: boolean;
  /** What of the shelf's outboard stands between it and its input. */
  readonly outboardId?: OutboardId;
  /** What of the outboard stands behind that, at line level. */
  readonly lineOutboardId?: OutboardId;
  /** Its own low cut is on. */
  readonly lowCut?: boolean;
  /** The low cut of its input, or of what stands between, is on. */
  readonly inputLowCut?: boolean;
  /** Where the second way of its splitter goes, "device/input". */
  readonly secondInput?: InputAddress;
  /** The preamp it is wanted on, for how that sounds. */
  readonly preamp?: PreampCharacter;
  /** How much louder than the model a take had it, dB: added to what is predicted. */
  readonly learnedDb?: number;
  /** Where a reversed cable was made up for: with it, that goes. */
  readonly madeUp?: 'input' | 'mix';
}

/** A string from a mark of an instrument. */
export interface HeldString {
  readonly instrumentId: InstrumentId;
  readonly markId: MarkId;
  readonly lengthM: number;
}

/** What the tape said: from the floor, or from a mark, to a capsule. */
export interface TapeReading {
  readonly microphoneId: MicrophoneId;
  /** "floor", or "instrumentId/markId". */
  readonly from: string;
  readonly lengthM: number;
  /** When it was read, ISO 8601 UTC; older readings do not say. */
  readonly readAt?: string;
}

/** A source of an instrument in the session. */
export interface SourceReference {
  readonly instrumentId: InstrumentId;
  readonly sourceId: SourceId;
}

/** Two microphones used as one stereo picture. */
export interface Pair {
  readonly id: PairId;
  readonly name: string;
  readonly technique: PairTechnique;
  readonly leftId: MicrophoneId;
  readonly rightId: MicrophoneId;
  /** The source that should sit in the middle of the picture. */
  readonly centre: SourceReference | null;
  /** Where its microphones are: they stand where the frame says. Null when it is parted and each stands by itself. */
  readonly frame: PairFrame | null;
  readonly decoding: Decoding;
  /** Gain of the side over the mid when a mid-side pair is decoded; 1 where it is not said. */
  readonly width?: number;
}

export const ENSEMBLES = ['together', 'one after another'] as const;
export const LOUDNESSES = ['soft', 'ordinary', 'loud'] as const;
export const PICTURES = ['mono in a dense mix', 'part of a band', 'wide and alone'] as const;
export const ROOM_SHARES = ['dry', 'some room', 'roomy'] as const;
export const LEVEL_HABITS = ['safe peaks', 'half to three quarters', 'balanced at unity', '32-bit float'] as const;
export const STEADINESSES = ['unsteady', 'very steady'] as const;
export const FIX_HABITS = ['at the source', 'in the mix', 'between'] as const;
export const ALIGN_HABITS = ['leave the delay', 'polarity only', 'align to the pair'] as const;
export const CHARACTERS = ['natural', 'attack', 'body'] as const;

export const PANS = ['left', 'centre', 'right'] as const;
export const DESKS = ['front left', 'front right', 'back left', 'back right'] as const;

/** One part of a song that is recorded by itself. */
export interface Part {
  readonly name: string;
  /** The part that is heard while it is played; null for the first. */
  readonly against: string | null;
  readonly pan: (typeof PANS)[number];
  readonly click: boolean;
}

/** What was answered before the Floor; every answer may be missing, and be changed later. */
export interface Brief {
  readonly together?: (typeof ENSEMBLES)[number];
  readonly loudness?: (typeof LOUDNESSES)[number];
  readonly picture?: (typeof PICTURES)[number];
  readonly character?: (typeof CHARACTERS)[number];
  readonly roomShare?: (typeof ROOM_SHARES)[number];
  readonly levelHabit?: (typeof LEVEL_HABITS)[number];
  /** How evenly loud it is played; as most do where it is not said. */
  readonly steadiness?: (typeof STEADINESSES)[number];
  readonly fixHabit?: (typeof FIX_HABITS)[number];
  readonly alignHabit?: (typeof ALIGN_HABITS)[number];
  readonly away?: boolean;
  readonly visits?: 'one' | 'many';
  readonly key?: string;
  readonly tempoBpm?: number;
  readonly bitDepth?: 16 | 24 | 32;
  /** How loud each instrument is to be against the loudest, dB, 0 or less, by its id: where faders stay at unity. */
  readonly levelsDb?: Readonly<Record<string, number>>;
  /** Where the devices stand, seen from the audience. */
  readonly desk?: (typeof DESKS)[number];
  /** Devices that stand elsewhere than the others, by their ids. */
  readonly desks?: Readonly<Record<string, (typeof DESKS)[number]>>;
  /** How recorded files are called, with fields in braces. */
  readonly namePattern?: string;
  /** In the order they are recorded. */
  readonly parts?: readonly Part[];
}

export const HEADS = ['top', 'bottom'] as const;

/** A drum's lugs as they were heard, in the order they were tapped. */
export interface Tuning {
  readonly drum: SourceKey;
  readonly head: (typeof HEADS)[number];
  /** ISO 8601, UTC. */
  readonly heardAt: string;
  readonly lugsHz: readonly number[];
}

export interface Reminder {
  readonly text: string;
  /** ISO 8601, UTC. */
  readonly at: string;
}

/** What was got ready, and when. */
export interface Readiness {
  /** Ids of items of the checklists that are done. */
  readonly done?: readonly string[];
  /** Items of one's own. */
  readonly own?: readonly string[];
  readonly tunings?: readonly Tuning[];
  readonly reminders?: readonly Reminder[];
  /** Choices that are part of the sound, by "instrumentId/choice". */
  readonly choices?: Readonly<Record<string, string>>;
  /** Minutes of playing today. */
  readonly playedMinutes?: number;
  /** Measured level while playing, dBA; none where it is estimated from the plan. */
  readonly playedDba?: number;
  /** What things of the shopping list cost where the user buys, by what they are. */
  readonly prices?: Readonly<Record<string, number>>;
  /** How many of a thing the patch counts on that are still to be got, by its id on the shelf. */
  readonly toGet?: Readonly<Record<string, number>>;
}

/** Everything about one recording occasion. It carries its own copy of the shelf, so that it stands alone as a record. */
export interface Session {
  readonly format: typeof SESSION_FORMAT;
  readonly version: typeof SESSION_VERSION;
  readonly id: SessionId;
  readonly name: string;
  /** ISO 8601, UTC. */
  readonly createdAt: string;
  readonly updatedAt: string;
  readonly players: string;
  readonly units: UnitSystem;
  readonly sampleRateHz: number;
  readonly room: Room;
  readonly brief: Brief;
  readonly ready: Readiness;
  readonly shelf: Shelf;
  readonly instruments: readonly Instrument[];
  readonly microphones: readonly PlacedMicrophone[];
  readonly pairs: readonly Pair[];
  /** Panels, blankets and foam collars. */
  readonly furnishings: readonly Furnishing[];
  readonly tape: readonly TapeReading[];
  /** Input address by microphone id, e.g. "eight-input/in3". */
  readonly patch: Readonly<Record<string, InputAddress>>;
}

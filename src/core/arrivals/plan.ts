import type { DeviceId, MicrophoneId, PairId, SourceKey } from '../ids';
import type { Geometry, Source } from '../instruments';
import type { Vec3 } from '../math';
import type { MicrophoneModel, PatternName } from '../microphones';
import type { Room } from '../room';
import type { Solid } from '../solids';
import type { StandModel } from '../stands';

/** One placed microphone with all the physics wants to know of it. */
export interface PlanMicrophone {
  readonly id: MicrophoneId;
  readonly label: string;
  readonly name: string;
  readonly model: MicrophoneModel;
  readonly positionM: Vec3;
  /** Unit vector along its front axis. */
  readonly axis: Vec3;
  readonly pattern: PatternName;
  readonly padOn: boolean;
  /** Where its own low cut begins, hertz; not there while it is off. */
  readonly lowCutHz?: number;
  /** The low cut of its input, or of what stands between, is on. */
  readonly inputLowCut?: boolean;
  /** How much louder than the model a take had it, dB. */
  readonly learnedDb?: number;
  /** Polarity switch of its channel. */
  /** Its channel is inverted against what nature gives: in the mix, or in its file, by what the plan is of. */
  readonly flipped: boolean;
  /** The input it is in, where that has a polarity switch. */
  readonly invertingInput?: string;
  /** The device it is plugged into, in a plan of the files. */
  readonly device?: { readonly id: DeviceId; readonly name: string };
  /** Delay given to its track in the mix, samples (negative is earlier). Never in the recorded file. */
  readonly alignSamples: number;
  /** Source it is there for, or null for a whole-instrument microphone. */
  readonly targetKey: SourceKey | null;
  readonly locked: boolean;
  /** The stand it is on; null when none is planned. */
  readonly stand: { readonly model: StandModel; readonly baseM: { readonly x: number; readonly y: number } } | null;
}

export interface PlanPair {
  readonly id: PairId;
  readonly name: string;
  readonly technique: string;
  readonly leftId: MicrophoneId;
  readonly rightId: MicrophoneId;
  /** Source that should sit in the middle of the picture. */
  readonly centreKey: SourceKey | null;
}

/** A session resolved to plain inputs of the physics: positions in the room, models, sources. */
export interface Plan {
  readonly room: Room;
  readonly speedOfSoundMps: number;
  readonly sampleRateHz: number;
  readonly microphones: readonly PlanMicrophone[];
  readonly pairs: readonly PlanPair[];
  readonly sources: readonly Source[];
  readonly geometries: readonly Geometry[];
  /** What the instruments are called, by id. */
  readonly instrumentNames?: Readonly<Record<string, string>>;
  /** Everything solid in the room; the same list as long as nothing of it moves. */
  readonly solids: readonly Solid[];
  /** Where the loudest peaks are wanted, by the level habit; −12 dBFS where none is said. */
  readonly peakTargetDbfs?: number;
  /** Where single microphones' peaks are wanted instead, by id: parts that are to be softer are recorded softer. */
  readonly peakTargetsDbfs?: Readonly<Record<string, number>>;
}

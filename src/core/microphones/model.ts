import type { ModelId } from '../ids';
import { DBU_OF_ZERO_DBV, dbFromAmplitudeRatio, SPL_OF_ONE_PASCAL_DB } from '../units';
import type { PatternName } from './pattern';

export const MICROPHONE_KINDS = [
  'moving-coil',
  'large-condenser',
  'small-condenser',
  'ribbon',
  'boundary',
  'clip-on',
  'loudspeaker',
  'pickup',
] as const;
export type MicrophoneKind = (typeof MICROPHONE_KINDS)[number];

export const MICROPHONE_KIND_NAMES: Record<MicrophoneKind, string> = {
  'moving-coil': 'Dynamic',
  'large-condenser': 'Large-diaphragm condenser',
  'small-condenser': 'Small-diaphragm condenser',
  ribbon: 'Ribbon',
  boundary: 'Boundary',
  'clip-on': 'Clip-on',
  loudspeaker: 'Loudspeaker as microphone',
  pickup: 'Pickup, direct',
};

/** A pickup sits on its instrument and hears that alone, at once: a channel without air. Its levels are per pascal of the instrument at 1 m. */
export const isDirect = (kind: MicrophoneKind): boolean => kind === 'pickup';

/** Whether there is something to knock on and a place in the air to clap before: not at a pickup, nor at a speaker that is used as one. */
export const hasBasket = (kind: MicrophoneKind): boolean => !isDirect(kind) && kind !== 'loudspeaker';
/** What is fixed to the instrument goes along with it and needs no stand. */
export const ridesAlong = (kind: MicrophoneKind): boolean => kind === 'clip-on' || kind === 'pickup';

/** What phantom power means to a microphone: it must have it, it does not mind it, or it must never get it. */
export const PHANTOM_NEEDS = ['needs', 'indifferent', 'never'] as const;
export type PhantomNeed = (typeof PHANTOM_NEEDS)[number];

/** Hi-Z is the high-impedance input for instruments, on a plain jack; USB is a microphone that is its own device. */
export const CONNECTORS = ['XLR', 'TRS', 'Hi-Z', 'USB'] as const;
export type Connector = (typeof CONNECTORS)[number];

/** As it is spoken: "an XLR", "a TRS". */
export const withArticle = (connector: Connector): string => `${connector === 'XLR' ? 'an' : 'a'} ${connector}`;

/** One kind of microphone on the shelf. Levels as in a data sheet. */
export interface MicrophoneModel {
  readonly id: ModelId;
  readonly name: string;
  readonly kind: MicrophoneKind;
  readonly patterns: readonly PatternName[];
  readonly phantom: PhantomNeed;
  /** Millivolts for 1 Pa at 1 kHz. */
  readonly sensitivityMvPerPa: number;
  /** Highest peak sound pressure level it takes with the pad off, dB SPL. */
  readonly maxSplDb: number;
  /** Equivalent self-noise, dBA SPL; null where the maker gives none (moving coil, ribbon). */
  readonly selfNoiseDba: number | null;
  /** Attenuation of its own pad, dB; 0 when it has none. */
  readonly padDb: number;
  readonly connector: Connector;
  /** Corner of its own low cut; none where it has no such switch. */
  readonly lowCutHz?: number;
  readonly count: number;
  readonly weightKg: number;
}

/** A condenser that must not get phantom power has a supply of its own: a valve. */
export const hasOwnSupply = ({ kind, phantom }: Pick<MicrophoneModel, 'kind' | 'phantom'>): boolean =>
  phantom === 'never' && (kind === 'large-condenser' || kind === 'small-condenser');

/** Sensitivity in dBV re 1 Pa: 20 mV/Pa is −33.98 dBV/Pa. */
export const sensitivityDbv = (sensitivityMvPerPa: number): number => dbFromAmplitudeRatio(sensitivityMvPerPa / 1000);

/** Output level, dBu: sensitivity(dBV re 1 Pa) + (Lp − 94) + 2.218 − pads. */
export function outputLevelDbu(sensitivityMvPerPa: number, soundPressureLevelDb: number, padsDb = 0): number {
  return sensitivityDbv(sensitivityMvPerPa) + (soundPressureLevelDb - SPL_OF_ONE_PASCAL_DB) + DBU_OF_ZERO_DBV - padsDb;
}

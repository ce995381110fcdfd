import type { MicrophoneKind } from '../core/microphones';

/** Kinds of microphones within a sentence. */
export const KINDS = {
  'moving-coil': 'moving-coil',
  'large-condenser': 'large condenser',
  'small-condenser': 'small condenser',
  ribbon: 'ribbon',
  boundary: 'boundary',
  'clip-on': 'clip-on',
  loudspeaker: 'loudspeaker as microphone',
  pickup: 'pickup',
} as const satisfies Readonly<Record<MicrophoneKind, string>>;

import type { MicrophoneKind } from '../core/microphones';

/** Kinds of microphones within a sentence. */
export const KINDS = {
  'moving-coil': 'dynamic',
  'large-condenser': 'large-diaphragm condenser',
  'small-condenser': 'small-diaphragm condenser',
  ribbon: 'ribbon',
  boundary: 'boundary',
  'clip-on': 'clip-on',
  loudspeaker: 'loudspeaker as microphone',
  pickup: 'pickup',
} as const satisfies Readonly<Record<MicrophoneKind, string>>;

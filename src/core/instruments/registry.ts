import { buildKit } from './drums/kit';
import { KIT_VARIANTS } from './drums/kits.data';
import type { Family } from './family';
import { GUITAR_FAMILY } from './guitar/guitar';
import { BRASS_FAMILY, SAXOPHONE_FAMILY } from './horns/horn';
import type { InstrumentShape } from './instrument';
import type { Geometry, Stance } from './model';
import { CAJON_FAMILY } from './percussion/cajon';
import { HAND_DRUM_FAMILY } from './percussion/handDrums';
import { MALLET_FAMILY } from './percussion/mallets';
import { SHAKEN_FAMILY } from './percussion/shaken';
import { GRAND_FAMILY } from './piano/grand';
import { UPRIGHT_FAMILY } from './piano/upright';
import { playingOf, withLevels } from './playing';
import { geometryToRoom } from './stance';
import { VOICE_FAMILY } from './voice/voice';

const DRUM_FAMILY: Family = {
  name: 'Drum kit',
  group: 'Drums',
  variants: KIT_VARIANTS,
  choices: [],
  build: (instrument) => buildKit(instrument.pieces ?? KIT_VARIANTS[instrument.variant]?.pieces ?? [], instrument.id),
};

const FAMILIES = {
  'drum-kit': DRUM_FAMILY,
  guitar: GUITAR_FAMILY,
  voice: VOICE_FAMILY,
  'upright-piano': UPRIGHT_FAMILY,
  'grand-piano': GRAND_FAMILY,
  cajon: CAJON_FAMILY,
  'hand-drums': HAND_DRUM_FAMILY,
  mallets: MALLET_FAMILY,
  shaken: SHAKEN_FAMILY,
  brass: BRASS_FAMILY,
  saxophone: SAXOPHONE_FAMILY,
} satisfies Record<string, Family>;

export type InstrumentKind = keyof typeof FAMILIES;
export const INSTRUMENT_KINDS = Object.keys(FAMILIES) as InstrumentKind[];

/** What the document says of an instrument. */
export interface Instrument extends Stance, InstrumentShape {
  readonly kind: InstrumentKind;
  readonly name: string;
}

const PLAYED = Object.fromEntries(
  INSTRUMENT_KINDS.map((kind): [InstrumentKind, Family] => [kind, { ...FAMILIES[kind], choices: [...FAMILIES[kind].choices, ...playingOf(kind)] }]),
) as Record<InstrumentKind, Family>;

export const familyOf = (kind: InstrumentKind): Family => PLAYED[kind];

/** The instrument in its own frame, at the level it is played at. */
export const localGeometry = (instrument: Instrument): Geometry =>
  withLevels(FAMILIES[instrument.kind].build(instrument), instrument, playingOf(instrument.kind));

/** The instrument where it stands in the room. */
export const placedGeometry = (instrument: Instrument): Geometry => geometryToRoom(instrument, localGeometry(instrument));

import { buildKit } from './drums/kit';
import { KIT_VARIANTS } from './drums/kits.data';
import type { KitPiece } from './drums/pieces';
import type { Geometry, Stance } from './model';
import { geometryToRoom } from './stance';

/** What the document says of an instrument. */
export interface Instrument extends Stance {
  readonly id: string;
  readonly kind: InstrumentKind;
  readonly variant: string;
  readonly name: string;
  /** The pieces of a kit where they differ from the variant's. */
  readonly pieces?: readonly KitPiece[];
}

interface Family {
  readonly name: string;
  readonly variants: Readonly<Record<string, { readonly name: string }>>;
  build(instrument: Instrument): Geometry;
}

const FAMILIES = {
  'drum-kit': {
    name: 'Drum kit',
    variants: KIT_VARIANTS,
    build: (instrument: Instrument) => buildKit(instrument.pieces ?? KIT_VARIANTS[instrument.variant]?.pieces ?? [], instrument.id),
  },
} satisfies Record<string, Family>;

export type InstrumentKind = keyof typeof FAMILIES;
export const INSTRUMENT_KINDS = Object.keys(FAMILIES) as InstrumentKind[];

export const familyOf = (kind: InstrumentKind): Family => FAMILIES[kind];

/** The instrument in its own frame. */
export const localGeometry = (instrument: Instrument): Geometry => FAMILIES[instrument.kind].build(instrument);

/** The instrument where it stands in the room. */
export const placedGeometry = (instrument: Instrument): Geometry => geometryToRoom(instrument, localGeometry(instrument));

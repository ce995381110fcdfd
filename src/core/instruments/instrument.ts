import type { InstrumentId } from '../ids';
import type { KitPiece } from './drums/pieces';

/** What decides an instrument's form, wherever it stands. */
export interface InstrumentShape {
  readonly id: InstrumentId;
  readonly variant: string;
  /** The pieces of a kit where they differ from the variant's. */
  readonly pieces?: readonly KitPiece[];
  /** Value by choice id where it is not the usual one. */
  readonly choices?: Readonly<Record<string, string>>;
  /** The user's own peak level at 1 m by source id, dB SPL, in place of the planning one. */
  readonly levelsDb?: Readonly<Record<string, number>>;
}

import type { SourceId } from '../ids';
import type { InstrumentShape } from './instrument';
import type { Geometry } from './model';

/** A size or build of one instrument, with where its dimensions come from. */
export interface Variant {
  readonly name: string;
  readonly basis: string;
}

export interface FamilyOption {
  readonly value: string;
  readonly text: string;
  /** How much louder it is played so than at its planning level, dB. */
  readonly shiftDb?: number;
}

/** Something about an instrument that is one of a few: six or twelve strings, lid up or down, how loudly it is played. */
export interface FamilyChoice {
  readonly id: string;
  readonly name: string;
  readonly options: readonly FamilyOption[];
  /** Only where another choice has this value: how loudly is sung, where somebody sings. */
  readonly when?: { readonly choice: string; readonly value: string };
  /** Which sources an option's shift concerns; none where it is about form. */
  readonly shifts?: (sourceId: SourceId) => boolean;
}

export interface Family {
  readonly name: string;
  readonly group: 'Drums' | 'Guitar and voice' | 'Piano' | 'Percussion' | 'Horns';
  readonly variants: Readonly<Record<string, Variant>>;
  /** The first option of each is the usual one. */
  readonly choices: readonly FamilyChoice[];
  build(instrument: InstrumentShape): Geometry;
}

export const SEATED_OR_STANDING: FamilyChoice = {
  id: 'posture',
  name: 'Player',
  options: [
    { value: 'seated', text: 'seated' },
    { value: 'standing', text: 'standing' },
  ],
};

/** What was chosen, or the usual where nothing or something unknown was. */
export function choiceOf(instrument: InstrumentShape, choice: FamilyChoice): string {
  const chosen = instrument.choices?.[choice.id];
  return choice.options.find((option) => option.value === chosen)?.value ?? choice.options[0]?.value ?? '';
}

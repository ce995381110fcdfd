import type { Session } from '../document';
import { familyOf } from '../instruments';
import { hasOwnSupply } from '../microphones';
import type { Told } from '../units';
import { hearingCaution, overheadCaution, overheads } from './people';

export const CHECK_TIMES = ['before plugging', 'before the first take', 'at the end'] as const;
export type CheckTime = (typeof CHECK_TIMES)[number];

export interface CheckItem {
  readonly id: string;
  readonly when: CheckTime;
  /** What it is for, with the session's own figures; else it is said by its id. */
  readonly words?: (session: Session) => Told | null;
  /** For whom it is; everybody when absent. */
  readonly only?: (session: Session) => boolean;
  /** Whether another station has seen that it is so. */
  readonly seen?: (session: Session) => boolean;
}

const placedModels = (session: Session) => session.microphones.flatMap(({ modelId }) => session.shelf.microphones.filter(({ id }) => id === modelId));
const hasPowered = (session: Session): boolean => placedModels(session).some(({ phantom }) => phantom === 'needs');
const hasRibbon = (session: Session): boolean => placedModels(session).some(({ kind }) => kind === 'ribbon');
const hasValve = (session: Session): boolean => placedModels(session).some(hasOwnSupply);
const hasDrums = (session: Session): boolean => session.instruments.some(({ kind }) => familyOf(kind).group === 'Drums');
const hasStrings = (session: Session): boolean => session.instruments.some(({ kind }) => kind === 'guitar');
const hasPiano = (session: Session): boolean => session.instruments.some(({ kind }) => familyOf(kind).group === 'Piano');
const atHome = ({ brief }: Session): boolean => brief.away !== true;
const away = ({ brief }: Session): boolean => brief.away === true;
const isClicked = ({ brief }: Session): boolean => brief.tempoBpm !== undefined;
const withHeights = (session: Session): boolean => overheads(session).length > 0;
const isLoud = (session: Session): boolean => hearingCaution(session) !== null;

/** What a day of recording needs, in its order (common practice). */
export const CHECK_ITEMS: readonly CheckItem[] = [
  {
    id: 'fridge',
    when: 'before plugging',
    only: atHome,
  },
  { id: 'neighbours', when: 'before plugging', only: atHome },
  { id: 'bag', when: 'before plugging', only: away },
  { id: 'outlets', when: 'before plugging' },
  { id: 'monitors', when: 'before plugging' },
  {
    id: 'overhead',
    when: 'before plugging',
    words: overheadCaution,
    only: withHeights,
  },
  {
    id: 'tune',
    when: 'before plugging',
    only: hasDrums,
    seen: ({ ready }) => (ready.tunings?.length ?? 0) > 0,
  },
  {
    id: 'strings',
    when: 'before plugging',
    only: hasStrings,
  },
  { id: 'piano', when: 'before plugging', only: hasPiano },
  { id: 'phones', when: 'before the first take' },
  {
    id: 'patched',
    when: 'before the first take',
    seen: ({ microphones, patch }) => microphones.length > 0 && microphones.every(({ id }) => patch[id] !== undefined),
  },
  {
    id: 'power',
    when: 'before the first take',
    only: hasPowered,
  },
  {
    id: 'ribbon',
    when: 'before the first take',
    only: hasRibbon,
  },
  { id: 'valve', when: 'before the first take', only: hasValve },
  {
    id: 'measured',
    when: 'before the first take',
    seen: ({ tape }) => tape.length > 0,
  },
  { id: 'rate', when: 'before the first take' },
  { id: 'direct', when: 'before the first take' },
  { id: 'solo', when: 'before the first take' },
  { id: 'click', when: 'before the first take', only: isClicked },
  { id: 'comfort', when: 'before the first take' },
  { id: 'headphone-mix', when: 'before the first take' },
  {
    id: 'ears',
    when: 'before the first take',
    words: hearingCaution,
    only: isLoud,
  },
  { id: 'loudspeakers', when: 'at the end' },
  { id: 'power-off', when: 'at the end' },
  { id: 'valve-off', when: 'at the end', only: hasValve },
  { id: 'copies', when: 'at the end' },
  {
    id: 'photographs',
    when: 'at the end',
    only: ({ brief }) => brief.visits === 'many',
  },
  { id: 'fridge-on', when: 'at the end', only: atHome },
  { id: 'ribbon-away', when: 'at the end', only: hasRibbon },
  { id: 'none-left', when: 'at the end', only: away },
];

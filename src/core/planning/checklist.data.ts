import type { Session } from '../document';
import { familyOf } from '../instruments';
import { hearingCaution, overheadCaution, overheads } from './people';

export const CHECK_TIMES = ['before plugging', 'before the first take', 'at the end'] as const;
export type CheckTime = (typeof CHECK_TIMES)[number];

export interface CheckItem {
  readonly id: string;
  readonly when: CheckTime;
  readonly text: string;
  /** The same with the session's own figures. */
  readonly words?: (session: Session) => string | null;
  /** For whom it is; everybody when absent. */
  readonly only?: (session: Session) => boolean;
  /** Whether another station has seen that it is so. */
  readonly seen?: (session: Session) => boolean;
}

const placedModels = (session: Session) => session.microphones.flatMap(({ modelId }) => session.shelf.microphones.filter(({ id }) => id === modelId));
const hasPowered = (session: Session): boolean => placedModels(session).some(({ phantom }) => phantom === 'needs');
const hasRibbon = (session: Session): boolean => placedModels(session).some(({ kind }) => kind === 'ribbon');
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
    text: 'Fridge, heating and air conditioning off; a note on the door to switch them on again.',
    only: atHome,
  },
  { id: 'neighbours', when: 'before plugging', text: 'Neighbours told; windows and doors shut.', only: atHome },
  { id: 'bag', when: 'before plugging', text: 'Spare cables, clutch felts, tape, batteries, a torch and the printed sheet in the bag.', only: away },
  { id: 'outlets', when: 'before plugging', text: 'Everything on one outlet that carries it; cables off the way, none across an exit.' },
  { id: 'monitors', when: 'before plugging', text: 'Monitors down and phantom power off while plugging.' },
  {
    id: 'overhead',
    when: 'before plugging',
    text: 'Overhead stands: a leg under the boom, a weight on the foot, every clutch tight.',
    words: overheadCaution,
    only: withHeights,
  },
  {
    id: 'tune',
    when: 'before plugging',
    text: 'Drums tuned, pedal and throne quiet.',
    only: hasDrums,
    seen: ({ ready }) => (ready.tunings?.length ?? 0) > 0,
  },
  {
    id: 'strings',
    when: 'before plugging',
    text: 'Strings a day old or a month, as the song wants; in tune at the room’s temperature.',
    only: hasStrings,
  },
  { id: 'piano', when: 'before plugging', text: 'Piano in tune; pedals, bench and lid silent.', only: hasPiano },
  { id: 'phones', when: 'before the first take', text: 'Telephones off or in another room.' },
  {
    id: 'patched',
    when: 'before the first take',
    text: 'Each microphone on the input that the sheet says, one mono track each.',
    seen: ({ microphones, patch }) => microphones.length > 0 && microphones.every(({ id }) => patch[id] !== undefined),
  },
  {
    id: 'power',
    when: 'before the first take',
    text: 'Phantom on for those that need it: connected first, powered after, a minute to settle.',
    only: hasPowered,
  },
  {
    id: 'ribbon',
    when: 'before the first take',
    text: 'No power on the ribbon’s input, nor on its bank; a screen between it and wind.',
    only: hasRibbon,
  },
  {
    id: 'measured',
    when: 'before the first take',
    text: 'Strings read with the tape where they must be equal.',
    seen: ({ tape }) => tape.length > 0,
  },
  { id: 'rate', when: 'before the first take', text: 'One sample rate everywhere; the right device for input and output.' },
  { id: 'direct', when: 'before the first take', text: 'Direct monitoring on and software monitoring off, never both.' },
  { id: 'solo', when: 'before the first take', text: 'Every channel heard alone once; the loudest bar played to set gains.' },
  { id: 'click', when: 'before the first take', text: 'Closed headphones, click just loud enough, count-in set.', only: isClicked },
  {
    id: 'ears',
    when: 'before the first take',
    text: 'Ear protection for whoever is in the room and not on headphones.',
    words: hearingCaution,
    only: isLoud,
  },
  { id: 'power-off', when: 'at the end', text: 'Monitors down, phantom off, a minute, then unplug.' },
  { id: 'copies', when: 'at the end', text: 'Takes on two disks; the session exported beside them.' },
  {
    id: 'photographs',
    when: 'at the end',
    text: 'Marks on the floor, photographs of stands and knobs.',
    only: ({ brief }) => brief.visits === 'many',
  },
  { id: 'fridge-on', when: 'at the end', text: 'Fridge and heating on again.', only: atHome },
  { id: 'ribbon-away', when: 'at the end', text: 'Ribbon covered and stored upright.', only: hasRibbon },
  { id: 'none-left', when: 'at the end', text: 'Adaptors, clips and batteries counted back.', only: away },
];

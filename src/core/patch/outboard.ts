import type { OutboardId } from '../ids';
import type { Connector } from '../microphones';

export const OUTBOARD_KINDS = ['attenuator', 'booster', 'phantom blocker', 'direct box', 'adaptor', 'preamp', 'splitter', 'equaliser'] as const;
export type OutboardKind = (typeof OUTBOARD_KINDS)[number];

/** What stands between a microphone and an input. */
export interface Outboard {
  readonly id: OutboardId;
  readonly name: string;
  readonly kind: OutboardKind;
  readonly count: number;
  /** What it adds, dB: both alike where it has no knob; negative takes away. */
  readonly gainMinDb: number;
  readonly gainMaxDb: number;
  readonly takes: readonly Connector[];
  readonly gives: Connector;
  /** It lives on the input's phantom power. */
  readonly needsPower: boolean;
  /** The input's power does not get through it. */
  readonly blocksPower: boolean;
  /** It has power of its own to give. */
  readonly givesPower: boolean;
  /** Where its low cut begins while tracking, hertz; none where it is not told. */
  readonly lowCutHz?: number;
}

const PLAIN: Omit<Outboard, 'id' | 'name' | 'kind'> = {
  count: 1,
  gainMinDb: 0,
  gainMaxDb: 0,
  takes: ['XLR'],
  gives: 'XLR',
  needsPower: false,
  blocksPower: false,
  givesPower: false,
};
const fixed = (gainDb: number): Pick<Outboard, 'gainMinDb' | 'gainMaxDb'> => ({ gainMinDb: gainDb, gainMaxDb: gainDb });

/** Generic things to put between, figures as such things usually have (common practice), no maker's. */
export const OUTBOARD_CATALOGUE: readonly Outboard[] = [
  { ...PLAIN, id: 'attenuator-10', name: 'Attenuator, 10 dB', kind: 'attenuator', ...fixed(-10) },
  { ...PLAIN, id: 'attenuator-20', name: 'Attenuator, 20 dB', kind: 'attenuator', ...fixed(-20) },
  { ...PLAIN, id: 'attenuator-25', name: 'Attenuator, 25 dB', kind: 'attenuator', ...fixed(-25) },
  { ...PLAIN, id: 'clean-booster', name: 'Clean booster, 22 dB', kind: 'booster', ...fixed(22), needsPower: true, blocksPower: true },
  { ...PLAIN, id: 'phantom-blocker', name: 'Phantom blocker', kind: 'phantom blocker', blocksPower: true },
  { ...PLAIN, id: 'direct-box', name: 'Direct box, passive', kind: 'direct box', ...fixed(-20), takes: ['Hi-Z', 'TRS'], blocksPower: true },
  { ...PLAIN, id: 'xlr-to-jack', name: 'Adaptor, XLR to jack', kind: 'adaptor', gives: 'TRS', blocksPower: true },
  { ...PLAIN, id: 'splitter', name: 'Splitter with a transformer', kind: 'splitter' },
  {
    ...PLAIN,
    id: 'channel-strip',
    name: 'Channel strip',
    kind: 'equaliser',
    gainMaxDb: 60,
    gives: 'TRS',
    blocksPower: true,
    givesPower: true,
    lowCutHz: 80,
  },
  {
    ...PLAIN,
    id: 'line-equaliser',
    name: 'Equaliser at line level',
    kind: 'equaliser',
    takes: ['TRS'],
    gives: 'TRS',
    blocksPower: true,
    lowCutHz: 60,
  },
  { ...PLAIN, id: 'one-preamp', name: 'Preamp of its own', kind: 'preamp', gainMaxDb: 60, gives: 'TRS', blocksPower: true, givesPower: true },
];

/** Whether it wants line level and not a microphone. */
export const isAtLine = ({ kind, takes }: Outboard): boolean => kind === 'equaliser' && !takes.includes('XLR');

/** Less gain than this leaves a microphone at its own level (common practice), dB. */
const LIFTS_DB = 30;

/** Whether one thing can stand behind another: what wants line level, behind what lifts a microphone to it. */
export const canFollow = (first: Outboard, next: Outboard): boolean =>
  isAtLine(next) && !isAtLine(first) && !first.needsPower && next.takes.includes(first.gives) && first.gainMaxDb >= LIFTS_DB;

/** Between the ids of two things in a row: no id has a slash. */
const THEN = '/';

/**
 * Two things in a row as one: what they do together, and the plugs at their ends. The low cut is that of the second where it has one. The
 * input's power stops at the jack between them.
 */
export const inRow = (first: Outboard, next: Outboard): Outboard => ({
  ...first,
  id: `${first.id}${THEN}${next.id}`,
  name: `${first.name}, then ${next.name.toLowerCase()}`,
  kind: next.kind,
  count: Math.min(first.count, next.count),
  gainMinDb: first.gainMinDb + next.gainMinDb,
  gainMaxDb: first.gainMaxDb + next.gainMaxDb,
  gives: next.gives,
  needsPower: next.needsPower,
  blocksPower: true,
  ...(next.lowCutHz === undefined ? {} : { lowCutHz: next.lowCutHz }),
});

/** Ids of what something between is made of, the microphone's end first. */
export const partsOf = (outboardId: OutboardId): readonly string[] => outboardId.split(THEN);

/** Whether a microphone can be plugged so, plugs alone looked at. */
export const plugsFit = (connector: Connector, inputTakes: readonly Connector[], through: Outboard | null): boolean =>
  through ? through.takes.includes(connector) && inputTakes.includes(through.gives) : inputTakes.includes(connector);

/** Put between for what it does to the sound, or to have it twice, and not to make a plug fit: the solver leaves it where it is. */
export const isKept = ({ kind }: Outboard): boolean => kind === 'splitter' || kind === 'equaliser';

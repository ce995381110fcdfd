import { nameWords } from './nameWords';

/**
 * What a channel's name says it is there for. A close microphone hears its own source from the side that everyone hears; one under,
 * behind or inside hears it from the other, and a kick's any way; far ones hear the whole.
 */
export const ROLES = ['close', 'kick', 'other side', 'far', 'unknown'] as const;
export type Role = (typeof ROLES)[number];

const FAR = new Set([
  'overhead',
  'overheads',
  'room',
  'amb',
  'ambience',
  'ambient',
  'stereo',
  'pair',
  'main',
  'xy',
  'ortf',
  'ab',
  'front',
  'hall',
  'mono',
]);
const OTHER_SIDE = new Set(['under', 'bottom', 'back', 'behind', 'port', 'inside', 'in', 'out', 'sub', 'low', 'foot', 'pickup', 'di', 'side']);
const CLOSE = new Set([
  'snare',
  'tom',
  'toms',
  'rack',
  'floor',
  'hat',
  'ride',
  'crash',
  'cymbal',
  'cymbals',
  'guitar',
  'voice',
  'vocal',
  'piano',
  'horn',
  'sax',
  'trumpet',
  'conga',
  'bongo',
  'cajon',
  'djembe',
  'shaker',
]);

const ROOM = new Set(['room', 'amb', 'ambience', 'ambient', 'hall']);

/** Whether a channel by its name is of the room's sound, and of no pair to align to. */
export const isRoom = (name: string): boolean => nameWords(name).some((word) => ROOM.has(word));

/** The role a name suggests; `unknown` where it says nothing, as "Audio 7". */
export function roleOf(name: string): Role {
  const words = nameWords(name);
  if (words.includes('kick')) return 'kick';
  if (words.some((word) => FAR.has(word))) return 'far';
  if (words.some((word) => OTHER_SIDE.has(word))) return 'other side';
  if (words.some((word) => CLOSE.has(word))) return 'close';
  return words.some((word) => word === 'left' || word === 'right') ? 'far' : 'unknown';
}

/** Roles of channels by their names, with what was corrected by hand. */
export const rolesOf = (names: readonly string[], corrected: Readonly<Record<string, Role>> = {}): Readonly<Record<string, Role>> =>
  Object.fromEntries(names.map((name) => [name, corrected[name] ?? roleOf(name)]));

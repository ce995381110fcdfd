import type { Instrument } from '../instruments';
import { LONGEST_NAME } from '../units';

import type { PlacedMicrophone, Session } from './session';

/** Longest label that is kept. */
const LONGEST_LABEL = 4;

const alike = (name: string): string => name.toLowerCase();

/** A text cut to a length, never within a character. */
function cut(text: string, longest: number): string {
  let kept = text;
  while (kept.length > longest) kept = [...kept].slice(0, -1).join('');
  return kept.trimEnd();
}

/** The first of a text's numbered forms that nobody has. */
function free(text: string, taken: ReadonlySet<string>, longest: number, gap = ''): string {
  for (let n = 2; ; n++) {
    const next = `${cut(text, longest - String(n).length - gap.length)}${gap}${n}`;
    if (!taken.has(alike(next))) return next;
  }
}

/** Items renamed where one before them reads alike; the same list where none does. */
function renamed<T>(items: readonly T[], nameOf: (item: T) => string, rename: (item: T, taken: ReadonlySet<string>) => T): readonly T[] {
  const taken = new Set<string>();
  const all = new Set(items.map((item) => alike(nameOf(item))));
  let same = true;
  const next = items.map((item) => {
    const isTaken = taken.has(alike(nameOf(item)));
    const own = isTaken ? rename(item, new Set([...all, ...taken])) : item;
    if (isTaken) same = false;
    taken.add(alike(nameOf(own)));
    return own;
  });
  return same ? items : next;
}

/**
 * A session in which no two instruments and no two microphones read alike: of two microphones of one name the later takes its instrument's
 * name in front, where that does not help a number behind; labels take a number. The same object where all are distinct.
 */
export function withDistinctNames(session: Session): Session {
  const instruments = renamed(
    session.instruments,
    ({ name }) => name,
    (one, taken): Instrument => ({ ...one, name: free(one.name, taken, LONGEST_NAME, ' ') }),
  );
  const instrumentOf = ({ target }: PlacedMicrophone): string => instruments.find(({ id }) => id === target?.instrumentId)?.name ?? '';
  const named = renamed(
    session.microphones,
    ({ name }) => name,
    (one, taken): PlacedMicrophone => {
      const fuller = `${instrumentOf(one)}: ${one.name}`;
      const isFree = instrumentOf(one) !== '' && fuller.length <= LONGEST_NAME && !taken.has(alike(fuller));
      return { ...one, name: isFree ? fuller : free(one.name, taken, LONGEST_NAME, ' ') };
    },
  );
  const microphones = renamed(
    named,
    ({ label }) => label,
    (one, taken): PlacedMicrophone => ({ ...one, label: free(one.label, taken, LONGEST_LABEL) }),
  );
  return instruments === session.instruments && microphones === session.microphones
    ? session
    : { ...session, instruments: [...instruments], microphones: [...microphones] };
}

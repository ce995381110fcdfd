import { DRILL_KINDS, type DrillKind, LEVELS } from './drill';

/** How somebody stands with one kind of drill. */
export interface Standing {
  readonly level: number;
  /** Right answers in a row at this level. */
  readonly streak: number;
  /** Box of spaced repetition: each is due after twice the days of the one before (Leitner 1972). */
  readonly box: number;
  /** Day on which it is due again, days since 1970. */
  readonly dueDay: number;
  readonly right: number;
  readonly tries: number;
}

export type Standings = Readonly<Partial<Record<DrillKind, Standing>>>;

export const NEW_STANDING: Standing = { level: 1, streak: 0, box: 0, dueDay: 0, right: 0, tries: 0 };

/** So many right in a row, and it gets harder. */
const UP_AFTER = 3;
const LAST_BOX = 5;

/** How it stands after an answer: three right in a row are a harder level and a later day; a wrong one is an easier level, and due at once. */
export function answered(standing: Standing, kind: DrillKind, isRight: boolean, today: number): Standing {
  const counted = { right: standing.right + (isRight ? 1 : 0), tries: standing.tries + 1 };
  if (!isRight) return { ...counted, level: Math.max(1, standing.level - 1), streak: 0, box: 0, dueDay: today };
  const streak = standing.streak + 1;
  if (streak < UP_AFTER) return { ...standing, ...counted, streak };
  const box = Math.min(LAST_BOX, standing.box + 1);
  return { ...counted, level: Math.min(LEVELS[kind], standing.level + 1), streak: 0, box, dueDay: today + 2 ** (box - 1) };
}

/** What comes next: what is due, weakest first; with nothing due, the weakest of all. Those that cannot be made are left out. */
export function nextKind(
  standings: Standings,
  today: number,
  possible: readonly DrillKind[] = DRILL_KINDS,
  last: DrillKind | null = null,
): DrillKind | null {
  const share = (kind: DrillKind): number => {
    const { right, tries } = standings[kind] ?? NEW_STANDING;
    return (right + 1) / (tries + 2);
  };
  const due = possible.filter((kind) => (standings[kind]?.dueDay ?? 0) <= today);
  const from = due.length > 0 ? due : possible;
  const ranked = [...from].sort((a, b) => Number(a === last) - Number(b === last) || share(a) - share(b));
  return ranked[0] ?? null;
}

export const dayOf = (milliseconds: number): number => Math.floor(milliseconds / 86_400_000);

const isStanding = (value: unknown): value is Standing =>
  typeof value === 'object' &&
  value !== null &&
  Object.keys(NEW_STANDING).every(
    (key) => Number.isInteger((value as Record<string, unknown>)[key]) && ((value as Record<string, number>)[key] ?? -1) >= 0,
  );

/** Standings as they were kept; what cannot be read is begun anew. */
export function readStandings(text: string | null): Standings {
  try {
    const kept: unknown = JSON.parse(text ?? '{}');
    if (typeof kept !== 'object' || kept === null) return {};
    return Object.fromEntries(
      Object.entries(kept).filter(([kind, value]) => DRILL_KINDS.some((known) => known === kind) && isStanding(value)),
    ) as Standings;
  } catch {
    return {};
  }
}

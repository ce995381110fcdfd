import { type Say, tableTold, toCsv } from '../exchange';
import type { Attempt } from './attempt';

const HEADS = ['attempt', 'when', 'what', 'changed', 'to-fix', 'to-improve', 'worst-loss', 'rating', 'tags', 'in-words', 'now'] as const;

/** What was tried and what stayed, one row for each attempt, the first first. */
export function attemptsCsv(attempts: readonly Attempt[], kept: string | null, say: Say): string {
  const rows = [...attempts]
    .sort((a, b) => a.at.localeCompare(b.at))
    .map((one, i) => [
      String(i + 1),
      one.at,
      one.kind,
      one.changes.join(' '),
      one.figures ? String(one.figures.fixes) : '',
      one.figures ? String(one.figures.improves) : '',
      one.figures?.worst ? one.figures.worst.lossDb.toFixed(1) : '',
      one.rating ? String(one.rating) : '',
      one.tags.join(', '),
      one.words,
      one.id === kept ? say(tableTold('current')) : '',
    ]);
  return toCsv([HEADS.map((head) => say(tableTold(head))), ...rows]);
}

export const attemptsJson = (attempts: readonly Attempt[], kept: string | null): string =>
  `${JSON.stringify({ attempts, standsNow: kept }, null, 2)}\n`;

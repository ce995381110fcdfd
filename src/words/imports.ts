import { changesAnything, type ImportPlan } from '../core/exchange';
import { type Code, type Facts, say } from './say';

const said = (code: Code<'imports'>, facts: Facts = {}): string => say('imports', code, facts, 'metric');

/** So many names are listed one by one. */
const MOST_NAMES = 4;

function quoted(names: readonly string[]): string {
  const each = (some: readonly string[]): string => some.map((name) => said('quoted', { name })).join(', ');
  const shown = names.slice(0, MOST_NAMES - 1);
  return names.length > MOST_NAMES ? said('more', { names: each(shown), count: names.length - shown.length }) : each(names);
}

/** The plan in sentences, for the person who decides. @param sounds attempts that come with their sound, as they were called where they come from */
export function planWords({ add, beside, same, attempts, shelf, aside, ...plan }: ImportPlan, sounds: ReadonlySet<string> = new Set()): string[] {
  const heard = attempts.filter(({ comesFrom }) => sounds.has(comesFrom)).length;
  const besides = (['beside-newer', 'beside-other'] as const).flatMap((code) => {
    const names = beside.flatMap(({ name, isNewer }) => (isNewer === (code === 'beside-newer') ? [name] : []));
    return names.length > 0 ? [said(code, { names: quoted(names), count: names.length })] : [];
  });
  return [
    ...(add.length > 0 ? [said('adds', { count: add.length, names: quoted(add.map(({ name }) => name)) })] : []),
    ...besides,
    ...(same > 0 ? [said('same', { count: same })] : []),
    ...(attempts.length > 0 ? [said(heard === 0 ? 'attempts-silent' : 'attempts-heard', { count: attempts.length, heard })] : []),
    ...(shelf && shelf.added.length > 0 ? [said('shelf', { names: quoted(shelf.added) })] : []),
    ...(shelf && shelf.beside.length > 0 ? [said('shelf-beside', { names: quoted(shelf.beside) })] : []),
    ...aside.map(({ what, reason }) => said('aside', { what, reason })),
    ...(changesAnything({ ...plan, add, beside, same, attempts, shelf, aside }) ? [] : [said('nothing')]),
  ];
}

import { RECIPES, type Recipe } from '../../setups';
import { nameWords } from './nameWords';

/** A channel and a microphone are of one name when they share most words. */
const LIKE = 0.5;
/** A set-up is suggested when so much of both lists finds its partner. */
const ENOUGH = 0.8;

function likeness(a: readonly string[], b: readonly string[]): number {
  const common = b.filter((word) => a.includes(word)).length;
  return (2 * common) / Math.max(1, a.length + b.length);
}

/** Share of both lists that can be paired off, best likeness first. */
function agreement(channels: readonly (readonly string[])[], { microphones }: Recipe): number {
  const own = microphones.filter(({ inPlaceOf }) => !inPlaceOf).map(({ name }) => nameWords(name));
  const scored = channels
    .flatMap((a, i) => own.map((b, j) => ({ i, j, score: likeness(a, b) })))
    .filter(({ score }) => score >= LIKE)
    .sort((a, b) => b.score - a.score);
  const [left, right] = [new Set<number>(), new Set<number>()];
  for (const { i, j } of scored)
    if (!left.has(i) && !right.has(j)) {
      left.add(i);
      right.add(j);
    }
  return (2 * left.size) / Math.max(1, channels.length + own.length);
}

/** The set-up that a take's channel names look like; null when they look like none. */
export function suggestSetup(names: readonly string[]): Recipe | null {
  const words = names.map(nameWords);
  let best: { readonly recipe: Recipe; readonly score: number } | null = null;
  for (const recipe of RECIPES) {
    const score = agreement(words, recipe);
    if (score >= ENOUGH && (!best || score > best.score)) best = { recipe, score };
  }
  return best?.recipe ?? null;
}

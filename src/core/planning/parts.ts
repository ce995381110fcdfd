import type { Part } from '../document';
import type { Told } from '../units';
import { tell } from './codes';

/** What is told of the parts of a song: sides that lean, parts recorded against what is not there. */
export function partFindings(parts: readonly Part[]): readonly Told[] {
  const out: Told[] = [];
  const at = (pan: Part['pan']): string[] => parts.filter((part) => part.pan === pan).map(({ name }) => name);
  const [left, right] = [at('left'), at('right')];
  const lone = left.length > right.length ? left : right;
  const other = left.length > right.length ? 'right' : 'left';
  if (left.length !== right.length) {
    const name = lone[lone.length - 1] ?? '';
    const centred = parts.find(({ pan, name: own }) => pan === 'centre' && own !== name && own !== parts[0]?.name);
    out.push(tell('lone-side', { name, side: other, centred: centred?.name ?? 'none' }));
  }
  parts.forEach((part, i) => {
    if (part.against === null) {
      if (i > 0) out.push(tell('against-nothing', { name: part.name }));
      return;
    }
    const before = parts.slice(0, i).some(({ name }) => name === part.against);
    if (!before) out.push(tell('against-later', { name: part.name, other: part.against }));
  });
  const [first] = parts;
  if (first && parts.length > 1 && !first.click) out.push(tell('no-click', { name: first.name }));
  return out;
}

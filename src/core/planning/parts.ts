import type { Part } from '../document';

/** What is told of the parts of a song: sides that lean, parts recorded against what is not there. */
export function partFindings(parts: readonly Part[]): readonly string[] {
  const out: string[] = [];
  const at = (pan: Part['pan']): string[] => parts.filter((part) => part.pan === pan).map(({ name }) => name);
  const [left, right] = [at('left'), at('right')];
  const lone = left.length > right.length ? left : right;
  const other = left.length > right.length ? 'right' : 'left';
  if (left.length !== right.length) {
    const name = lone[lone.length - 1] ?? '';
    const centred = parts.find(({ pan, name: own }) => pan === 'centre' && own !== name && own !== parts[0]?.name);
    out.push(
      `${name} is on one side without a partner on the ${other}: play it twice and put the second there${centred ? `, or put ${centred.name} there` : ''}, or bring it to the centre.`,
    );
  }
  parts.forEach((part, i) => {
    if (part.against === null) {
      if (i > 0) out.push(`${part.name} is recorded against nothing: say which part is heard, or move it to the beginning.`);
      return;
    }
    const before = parts.slice(0, i).some(({ name }) => name === part.against);
    if (!before) out.push(`${part.name} is recorded against ${part.against}, which is not there yet: change their order.`);
  });
  const [first] = parts;
  if (first && parts.length > 1 && !first.click) out.push(`${first.name} comes first and without a click: the rest will have to follow its time.`);
  return out;
}

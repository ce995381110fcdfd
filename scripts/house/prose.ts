import { readFileSync } from 'node:fs';
import { parseSync } from '@swc/core';
import { WITH_WORDS, WITHOUT_PROSE } from './rules.data';

/** Words for programmers, who get them in an error. */
const FOR_PROGRAMMERS = /(?:throw new \w*Error|RangeError|TypeError|Error)\(\s*$/;
/** Five words and more, small letters among them; codes of closed lists have four at most. */
const PROSE = /(?:[A-Za-z’#]+[,.:;]?\s){4,}[a-z]{2,}/;

/** Texts of a file that read like sentences; comments, imports and errors for programmers aside. */
function proseOf(source: string): string[] {
  const plain = source.replaceAll(/\/\*[\s\S]*?\*\//g, '').replaceAll(/^\s*\/\/.*$/gm, '');
  return [...plain.matchAll(/'((?:[^'\\\n]|\\.)*)'|`((?:[^`\\]|\\.)*)`/g)].flatMap(({ 0: whole, 1: quoted, 2: made, index }) => {
    const text = (quoted ?? made ?? '').replaceAll(/\$\{[^}]*\}/g, '#');
    return PROSE.test(text) && !FOR_PROGRAMMERS.test(plain.slice(Math.max(0, index - 60), index)) ? [whole] : [];
  });
}

/** Attributes that are read or heard. */
const READ = new Set(['aria-label', 'aria-description', 'aria-valuetext', 'label', 'title', 'placeholder', 'alt']);
/** Units and file kinds stand on the page as they are. */
const SIGN = /^[\s\d.,:;()/±×·→−+°%–-]*(?:dB[A-Zu]*|ms|s|k?Hz|cm|m|in|V|LU|LUFS|SVG|PNG|A4|WAV|CSV|JSON|bit|g|kg|h)?[\s.,:;()/°%–-]*$/;

interface Node {
  readonly type?: string;
  readonly value?: unknown;
  readonly name?: { readonly value?: string };
}

/** Words that stand in a page's elements and attributes themselves, in a syntax tree. */
function wordsIn(node: unknown, found: string[] = []): string[] {
  if (Array.isArray(node)) for (const item of node) wordsIn(item, found);
  else if (typeof node === 'object' && node !== null) {
    const { type, value, name } = node as Node;
    if (type === 'JSXText' && typeof value === 'string' && !SIGN.test(value)) found.push(value.trim());
    const text = (value as Node | null | undefined)?.value;
    if (type === 'JSXAttribute' && READ.has(name?.value ?? '') && typeof text === 'string' && !SIGN.test(text)) found.push(text);
    for (const part of Object.values(node)) if (typeof part === 'object') wordsIn(part, found);
  }
  return found;
}

/** What in the files that say nothing themselves is said all the same. */
export const proseIn = (files: readonly string[]): string[] =>
  files
    .filter(
      (file) => WITHOUT_PROSE.some((place) => file.startsWith(place)) && !WITH_WORDS.some((some) => file.startsWith(some) || file.endsWith(some)),
    )
    .flatMap((file) => {
      const source = readFileSync(file, 'utf8');
      const drawn = file.endsWith('.tsx') ? wordsIn(parseSync(source, { syntax: 'typescript', tsx: true, target: 'es2022' }).body) : [];
      return [...proseOf(source), ...drawn].map((text) => `${file} says ${text.slice(0, 80)}: give a code and facts, and let src/words say it`);
    });

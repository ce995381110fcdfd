import { readFileSync } from 'node:fs';
import { WITHOUT_PROSE } from './rules.data';

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

/** What in the files that say nothing themselves is said all the same. */
export const proseIn = (files: readonly string[]): string[] =>
  files
    .filter((file) => WITHOUT_PROSE.some((place) => file.startsWith(place)))
    .flatMap((file) =>
      proseOf(readFileSync(file, 'utf8')).map((text) => `${file} says ${text.slice(0, 80)}: give a code and facts, and let src/words say it`),
    );

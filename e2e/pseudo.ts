/**
 * A made-up language: every message between ⟦ and ⟧, its letters with accents, two fifths longer. It is put into a page before anything
 * is said there, as another language would be; so it stands by itself.
 */
export function speakPseudo(): void {
  const accented: Record<string, string> = {
    a: 'á',
    e: 'ë',
    i: 'ï',
    o: 'ô',
    u: 'ü',
    c: 'ç',
    n: 'ñ',
    s: 'š',
    y: 'ý',
    A: 'Å',
    E: 'É',
    I: 'Ï',
    O: 'Ö',
    U: 'Ü',
  };
  (globalThis as unknown as Record<string, unknown>).shuttlecraftTranslator = (_domain: string, _code: string, english: string): string => {
    // Outside braces and in their every second depth stand words, else the syntax of a message.
    let depth = 0;
    let letters = 0;
    let out = '';
    for (const sign of english) {
      if (sign === '{') depth++;
      else if (sign === '}') depth--;
      const isWords = depth % 2 === 0;
      if (isWords && /[a-z]/i.test(sign)) letters++;
      out += isWords ? (accented[sign] ?? sign) : sign;
    }
    return `⟦${out}${'~'.repeat(Math.ceil(letters * 0.4))}⟧`;
  };
}

/** What of a text is not of the made-up language: words with letters that have accents there, wherever they stand. */
export const outside = (text: string): string =>
  [...text.matchAll(/[\p{L}’-]*[aeioucnsy][\p{L}’-]*/giu)]
    .map(([word]) => word)
    .filter((word) => word.length > 1 && !/[áëïôüçñšýÅÉÏÖÜ]/.test(word) && !UNITS.has(word))
    .join(' ');

/** Units, and what else is written alike in every language. */
const UNITS = new Set([
  'dBA',
  'ms',
  'cm',
  'mm',
  'kHz',
  'dBu',
  'dBFS',
  'in',
  'ft',
  'LU',
  'LUFS',
  'Pa',
  'CSV',
  'JSON',
  'XLR',
  'TRS',
  'SVG',
  'PNG',
  'WAV',
  'A4',
]);

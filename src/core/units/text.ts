/** Names are kept to this many UTF-16 units, whatever makes them. */
export const LONGEST_NAME = 120;

// Joiners (U+200C, U+200D) stay: words in some scripts are spelled with them.
// biome-ignore lint/suspicious/noControlCharactersInRegex: taking them out is the point
const NOT_SHOWN = /[\u0000-\u001f\u007f-\u009f\u00ad\u061c\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\ufeff\ufff9-\ufffb]+/g;

/** Words on one line, without control characters or marks that turn text round, no longer than a name may be. */
export function plainName(text: string): string {
  const plain = text
    .replaceAll(NOT_SHOWN, ' ')
    .replaceAll(/\p{Surrogate}/gu, '�')
    .trim();
  return plain
    .slice(0, LONGEST_NAME)
    .replace(/[\ud800-\udbff]$/, '')
    .trim();
}

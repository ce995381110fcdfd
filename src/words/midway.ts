/** A name of ours as it is written in the midst of a sentence: small, but for what is all capitals. */
export const midway = (name: string): string =>
  name
    .split(' ')
    .map((word) => (/^\p{Lu}\p{Ll}[^\p{Lu}]*$/u.test(word) ? word.toLowerCase() : word))
    .join(' ');

/** Short forms people use in file names (common practice). */
const SYNONYMS: readonly (readonly [RegExp, string])[] = [
  [/\b(kik|kck|bd|bass ?drum)\b/g, 'kick'],
  [/\b(sn|snr|sd)\b/g, 'snare'],
  [/\b(oh|ohs|ovh|over ?heads?)\b/g, 'overhead'],
  [/\b(hh|hihat|hi hat)\b/g, 'hat'],
  [/\b(ft)\b/g, 'floor tom'],
  [/\b(l|lt)\b/g, 'left'],
  [/\b(r|rt)\b/g, 'right'],
  [/\b(gtr|gt)\b/g, 'guitar'],
  [/\b(btm|bottom|under|below|unten|dessous|abajo|sotto)\b/g, 'under'],
  [/\b(tp|oben|dessus|arriba|sopra)\b/g, 'top'],
  [/\b(bass|lo|tief|grave|bas|bajo|basso)\b/g, 'low'],
  [/\b(treble|hi|hoch|aigu|haut|agudo|alto|acuto)\b/g, 'high'],
  [/\b(links|gauche|izq|izquierda|sinistra|sx)\b/g, 'left'],
  [/\b(rechts|droite|der|derecha|destra|dx)\b/g, 'right'],
  [/\b(mitte|milieu|centro|centre|center|c)\b/g, 'middle'],
  [/\b(vox|vocal|vocals|gesang|voix|voz|voce|stimme)\b/g, 'voice'],
  [/\b(klavier|pianoforte|pno)\b/g, 'piano'],
  [/\b(gitarre|guitare|guitarra|chitarra)\b/g, 'guitar'],
  [/\b(in)\b/g, 'inside'],
  [/\b(out)\b/g, 'outside'],
];

/** A name in small letters without accents, words apart, in any script; digits on request. */
const plainText = (name: string, digits: boolean): string =>
  ` ${name
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/(\p{L})(\d)|(\d)(\p{L})/gu, '$1$3 $2$4')
    .replace(digits ? /[^\p{L}\d]+/gu : /\P{L}+/gu, ' ')} `;

/** Words of a name, lower case, short forms written out. */
export function nameWords(name: string): string[] {
  let text = plainText(name, false).replace(/\b(oh)(l|r)\b/g, '$1 $2');
  for (const [pattern, word] of SYNONYMS) text = text.replace(pattern, word);
  return text.trim().split(/\s+/).filter(Boolean);
}

/** Numbers in a name, without leading zeros. */
export const numbersOf = (name: string): string[] => (plainText(name, true).match(/\d+/g) ?? []).map((one) => String(Number(one)));

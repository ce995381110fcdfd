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
  [/\b(btm|bottom|under)\b/g, 'under'],
];

/** Words of a name, lower case, short forms written out. */
export function nameWords(name: string): string[] {
  let text = ` ${name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')} `;
  text = text.replace(/\b(oh)(l|r)\b/g, '$1 $2');
  for (const [pattern, word] of SYNONYMS) text = text.replace(pattern, word);
  return text.trim().split(/\s+/).filter(Boolean);
}

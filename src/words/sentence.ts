/** Reasons, each a few words, as one sentence. */
export function sentence(reasons: readonly string[]): string {
  const text = reasons.join('; ');
  return text === '' ? '' : `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}

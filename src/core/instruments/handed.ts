const OTHER: Readonly<Record<string, string>> = { left: 'right', right: 'left', Left: 'Right', Right: 'Left' };

/**
 * Words for a left-handed build. Left and right are the player's own throughout, so what stands on the left of the usual build is on
 * the right of a mirrored one, and is called so.
 */
export const handed = (words: string, mirrored: boolean): string =>
  mirrored ? words.replaceAll(/\b(left|right|Left|Right)\b/g, (side) => OTHER[side] ?? side) : words;

/** A short label that goes with a name: its last L or R changes where the name's side does. */
export function handedLabel(label: string, name: string, mirrored: boolean): string {
  if (!mirrored || handed(name, true) === name) return label;
  return label.replace(/[LR](?=[^LR]*$)/, (side) => (side === 'L' ? 'R' : 'L'));
}

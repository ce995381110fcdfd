/** A box on paper, from its upper left corner. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

const shared = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) * Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y));

/**
 * Where labels stand, so that they cover one another and what is there as little as may be: each in turn takes the first of its places
 * that covers nothing, or the one that covers least.
 *
 * @param places of each label, the one that is liked best first; at least one
 * @param taken what they should not cover
 * @returns which of its places each label takes
 */
export function spreadLabels(places: readonly (readonly Box[])[], taken: readonly Box[]): readonly number[] {
  const there = [...taken];
  return places.map((own) => {
    const covers = own.map((box) => there.reduce((sum, other) => sum + shared(box, other), 0));
    const best = covers.indexOf(Math.min(...covers));
    there.push(own[best] as Box);
    return best;
  });
}

/** So wide is a letter, and so high a line, of the labels on drawings, pixels. */
const LETTER = 8.5;
const LINE = 14;

/** The box of a text whose line begins at a point, pixels times `scale`. */
const textBox = (x: number, y: number, text: string, scale: number): Box => ({
  x,
  y: y - 0.8 * LINE * scale,
  w: text.length * LETTER * scale,
  h: LINE * scale,
});

/** The same, about its middle. */
export const middleBox = (x: number, y: number, text: string, scale: number): Box => textBox(x - (text.length * LETTER * scale) / 2, y, text, scale);

const GLYPH = 9;

/** What a microphone's outline takes up. */
export const glyphBox = ({ x, y }: { readonly x: number; readonly y: number }, scale: number): Box => ({
  x: x - GLYPH * scale,
  y: y - GLYPH * scale,
  w: 2 * GLYPH * scale,
  h: 2 * GLYPH * scale,
});

/** Corners of a microphone that its letters may stand at, from its middle, pixels. */
const CORNERS = [
  { left: false, y: -10 },
  { left: false, y: 20 },
  { left: true, y: -10 },
  { left: true, y: 20 },
] as const;
const ASIDE = 10;

export interface LabelPlace {
  /** From the microphone's middle to where the text begins, pixels. */
  readonly dx: number;
  readonly dy: number;
  /** What it takes up on paper. */
  readonly box: Box;
}

/** Where the letters of microphones stand. */
export function microphoneLabels(
  microphones: readonly { readonly label: string; readonly at: { readonly x: number; readonly y: number } }[],
  scale: number,
): readonly LabelPlace[] {
  const places = microphones.map(({ label, at }) =>
    CORNERS.map(({ left, y: dy }): LabelPlace => {
      const dx = left ? -ASIDE - label.length * LETTER : ASIDE;
      return { dx, dy, box: textBox(at.x + dx * scale, at.y + dy * scale, label, scale) };
    }),
  );
  const chosen = spreadLabels(
    places.map((own) => own.map(({ box }) => box)),
    microphones.map(({ at }) => glyphBox(at, scale)),
  );
  return places.map((own, i) => own[chosen[i] as number] as LabelPlace);
}

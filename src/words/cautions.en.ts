import type { FurnishingKind } from '../core/furnishings';

/** What to mind with a kind of furnishing. */
export const CAUTIONS: Readonly<Record<FurnishingKind, string>> = {
  panel: 'Stand it so that it cannot fall, off heaters and exits.',
  blanket: 'Hang it from something that holds its weight, away from heaters, lamps and exits.',
  collar: 'It is heavy on a boom: add a counterweight and lock the clutch.',
  rug: 'Lay its edges flat: stands and people trip over them.',
  curtain: 'Keep it off heaters, lamps and exits.',
  duvet: 'Keep it off heaters, lamps and exits.',
  sofa: 'Keep it off heaters, lamps and exits.',
  bed: 'Keep it off heaters, lamps and exits.',
  clothes: 'Keep it off heaters, lamps and exits.',
  bookcase: 'Screw it to the wall: bass shakes loose things down.',
  absorber: 'Wrap mineral wool, and hang it from something that holds its weight, away from heaters and lamps.',
  trap: 'Stand it so that it cannot fall.',
};

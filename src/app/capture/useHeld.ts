import { useRef } from 'react';

/** A peak is in view so long, ms: a stroke is over before it can be read. */
const HOLD_MS = 1500;

/** The highest of the last moments, for each channel. */
export function useHeld(peaks: readonly number[]): readonly number[] {
  const held = useRef<{ peak: number; until: number }[]>([]);
  const now = performance.now();
  held.current = peaks.map((peak, c) => {
    const before = held.current[c];
    return before && before.until > now && before.peak > peak ? before : { peak, until: now + HOLD_MS };
  });
  return held.current.map(({ peak }) => peak);
}

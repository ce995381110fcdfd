import { type RefObject, useLayoutEffect } from 'react';

/** Inside its margins of 10 mm, CSS pixels. */
const PAGES = { A4: { wide: 718, tall: 1046 }, letter: { wide: 740, tall: 980 } } as const;
export type Paper = keyof typeof PAGES;

/** Smaller than this is not read from the stand: then the sheet takes a second page. */
const SMALLEST = 0.66;
const STEP = 0.02;

/** Sets the sheet as much smaller on paper as it takes for one page, by laying it out as it will be printed. */
export function useOnePage(sheet: RefObject<HTMLElement | null>, paper: Paper, content: unknown): void {
  // biome-ignore lint/correctness/useExhaustiveDependencies: laid out again when what is on it changes
  useLayoutEffect(() => {
    const { current } = sheet;
    if (!current) return;
    const layOut = (): void => {
      const { wide, tall } = PAGES[paper];
      let zoom = 1;
      current.classList.add('as-printed');
      const isTooTall = (): boolean => {
        current.style.setProperty('--sheet-wide', `${wide / zoom}px`);
        return current.offsetHeight * zoom > tall;
      };
      while (isTooTall() && zoom > SMALLEST) zoom -= STEP;
      if (isTooTall()) zoom = 1;
      current.classList.remove('as-printed');
      current.style.setProperty('--sheet-zoom', String(zoom));
    };
    layOut();
    // Text is as wide as its own font once that is here.
    let isGone = false;
    void document.fonts?.ready.then(() => !isGone && layOut());
    window.addEventListener('beforeprint', layOut);
    return () => {
      isGone = true;
      window.removeEventListener('beforeprint', layOut);
    };
  }, [sheet, paper, content]);
}

/**
 * Keeps a keyboard's place: when what had the focus goes away (a move that was made, something taken off, a panel closed), the focus
 * goes to the nearest place round it that is still there, instead of to the start of the page.
 */
export function keepFocus(): void {
  let around: readonly Element[] = [];
  document.addEventListener('focusin', ({ target }) => {
    const chain: Element[] = [];
    for (let at = target instanceof Element ? target : null; at && at !== document.body; at = at.parentElement) chain.push(at);
    around = chain;
  });
  new MutationObserver(() => {
    const lost = around[0];
    if (!lost || lost.isConnected || (document.activeElement && document.activeElement !== document.body)) return;
    const near = around.find((element) => element.isConnected && element instanceof HTMLElement) as HTMLElement | undefined;
    around = [];
    focusIn(near ?? document.querySelector('main'));
  }).observe(document, { childList: true, subtree: true });
}

const FOCUSABLE = 'button:not([disabled]), a[href], input:not([disabled]), select:not([disabled]), [tabindex="0"]';

function focusIn(place: HTMLElement | null): void {
  if (!place) return;
  const inside = place.matches(FOCUSABLE) ? place : place.querySelector<HTMLElement>(FOCUSABLE);
  if (inside) {
    inside.focus({ preventScroll: true });
    return;
  }
  place.tabIndex = -1;
  place.focus({ preventScroll: true });
}

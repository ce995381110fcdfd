import type { KeyboardEvent } from 'react';

const STEPS: Readonly<Record<string, number>> = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 };

/**
 * Moves the focus along a row of links or buttons by the arrow keys, Home and End, so that the row is one stop of the Tab key (the
 * toolbar pattern of the ARIA authoring practices): give it to the row's `onKeyDown`, and all but one in it `tabIndex={-1}`.
 */
export function byArrows(event: KeyboardEvent<HTMLElement>): void {
  const step = STEPS[event.key];
  if (step === undefined && event.key !== 'Home' && event.key !== 'End') return;
  const row = [...event.currentTarget.querySelectorAll<HTMLElement>('a[href], button:not([disabled])')].filter((one) => one.offsetParent !== null);
  const at = row.indexOf(document.activeElement as HTMLElement);
  if (at < 0) return;
  event.preventDefault();
  const next = step === undefined ? (event.key === 'Home' ? 0 : row.length - 1) : (at + step + row.length) % row.length;
  row[next]?.focus();
}

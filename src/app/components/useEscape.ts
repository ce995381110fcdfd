import { useEffect, useRef } from 'react';

/** Escape ends what is going on; null while nothing is. */
export function useEscape(onEscape: (() => void) | null): void {
  const latest = useRef(onEscape);
  latest.current = onEscape;
  const isOn = onEscape !== null;
  useEffect(() => {
    if (!isOn) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || event.defaultPrevented) return;
      event.preventDefault();
      latest.current?.();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [isOn]);
}

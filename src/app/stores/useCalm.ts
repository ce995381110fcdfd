import { useEffect, useState } from 'react';
import type { Session } from '../../core/document';
import { useSessionStore } from './sessionStore';

/** How often figures beside the drawing change while something is dragged, ms: as fast as one can read. */
const READABLE_MS = 250;

const live = (): Session | null => useSessionStore.getState().draft ?? useSessionStore.getState().doc;

/** The session as it looks now, told at most four times a second while a drag goes on, and at once when it ends. */
export function useCalmSession(): Session | null {
  const [session, setSession] = useState(live);
  useEffect(() => {
    let last = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const tell = (): void => {
      timer = undefined;
      last = performance.now();
      setSession(live());
    };
    const onChange = (): void => {
      const dragging = useSessionStore.getState().draft !== null;
      if (!dragging) {
        clearTimeout(timer);
        tell();
      } else timer ??= setTimeout(tell, Math.max(0, last + READABLE_MS - performance.now()));
    };
    onChange();
    const stop = useSessionStore.subscribe(onChange);
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, []);
  return session;
}

import { useEffect } from 'react';
import { stop } from './listening';
import { useListening } from './listeningStore';

/** Escape stops whatever sounds, before it does anything else. */
export function useEscapeToStop(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape' || !useListening.getState().isPlaying) return;
      event.preventDefault();
      stop();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}

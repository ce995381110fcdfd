import { useEffect } from 'react';
import { stopDecks, useDecks } from './decks';
import { stop } from './listening';
import { useListening } from './listeningStore';

/** Escape stops whatever sounds, before it does anything else. */
export function useEscapeToStop(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Escape') return;
      const [isPlaying, isHeard] = [useListening.getState().isPlaying, useDecks.getState().heard !== null];
      if (!isPlaying && !isHeard) return;
      event.preventDefault();
      if (isPlaying) stop();
      if (isHeard) stopDecks();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
}

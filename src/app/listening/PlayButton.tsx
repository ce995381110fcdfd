import { Button } from '@chakra-ui/react';
import { useEffect } from 'react';
import { sayListening } from '../../words/listening.page.en';
import { getReady, play, stop } from './listening';
import { useListening } from './listeningStore';

/** Starts and stops; everything is made ready as soon as it is on the page, and it falls silent when it leaves. */
export function PlayButton() {
  const isPlaying = useListening((state) => state.isPlaying);
  useEffect(() => {
    getReady().catch(() => undefined);
    return () => stop();
  }, []);
  return (
    <Button
      size="sm"
      minH={{ base: '44px', md: '34px' }}
      minW="76px"
      aria-keyshortcuts="Escape"
      onClick={() => {
        if (isPlaying) stop();
        else void play();
      }}
    >
      {isPlaying ? sayListening('stop') : sayListening('play')}
    </Button>
  );
}

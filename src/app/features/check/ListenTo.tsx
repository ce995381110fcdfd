import { Button } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import type { Heard } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import { stopDecks, useDecks } from '../../listening/decks';
import { play, usePlayer } from './player';

/** One channel of the take as its file has it, softly, round and round. */
export function ListenTo({ heard, channel }: { heard: Heard & { readonly session: Session }; channel: string }) {
  const isChosen = usePlayer(({ part }) => part.of === 'channel' && part.channels[0] === channel);
  const isBusy = usePlayer((state) => state.isBusy);
  const isHeard = useDecks((state) => state.heard !== null) && isChosen;
  return (
    <Button
      size="sm"
      minH={{ base: '44px', md: '34px' }}
      minW="68px"
      variant="outline"
      aria-label={sayCheck('heard-stop-listen-to', { heard: isHeard ? 'yes' : 'no', channel })}
      aria-pressed={isHeard}
      loading={isBusy && isChosen}
      onClick={() => (isHeard ? stopDecks() : void play(heard, { part: { of: 'channel', channels: [channel] } }))}
    >
      {isHeard ? sayCheck('stop') : sayCheck('listen')}
    </Button>
  );
}

import { Button } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { runJob } from '../../../workers/runJob';
import { hearDeck, loadDecks, stopDecks, useDecks } from '../../listening/decks';
import { filesOfTake } from '../../stores/takeStore';

const GONE = sayCheck('the-files-are-gone-with-the');

/** One channel of the take as its file has it, softly, round and round. */
export function ListenTo({ session, channel, onProblem }: { session: Session; channel: string; onProblem: (words: string | null) => void }) {
  const heard = useDecks((state) => state.heard === channel);
  const [busy, setBusy] = useState(false);
  useEffect(() => () => stopDecks(), []);
  const listen = async (): Promise<void> => {
    const files = filesOfTake(session.id);
    if (files.length === 0) return onProblem(GONE);
    setBusy(true);
    onProblem(null);
    const answer = await runJob('mix-take', { files, matching: {}, session, only: { channel } }, { owner: 'listen to a channel' });
    setBusy(false);
    if (answer.kind === 'failed') return onProblem(answer.reason);
    if (answer.kind !== 'done') return;
    if (!answer.output.ok) return onProblem(answer.output.reason);
    loadDecks([{ id: channel, name: channel, mixed: answer.output }]);
    await hearDeck(channel);
    onProblem(useDecks.getState().problem);
  };
  return (
    <Button
      size="sm"
      minH={{ base: '44px', md: '34px' }}
      minW="68px"
      variant="outline"
      aria-label={sayCheck('heard-stop-listen-to', { heard: heard ? 'yes' : 'no', channel })}
      aria-pressed={heard}
      loading={busy}
      onClick={() => (heard ? stopDecks() : void listen())}
    >
      {heard ? sayCheck('stop') : sayCheck('listen')}
    </Button>
  );
}

import { Box, Button, Flex } from '@chakra-ui/react';
import { useRef } from 'react';
import type { Session } from '../../../core/document';
import { besideEarlierPart } from '../../../core/planning';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { NumberField } from '../../components/NumberField';
import { newId } from '../../components/newId';
import { ACCEPT_SOUND } from '../../components/soundFiles';
import { Toggle } from '../../components/Toggle';
import { useEarlierPart } from './earlierPart';

interface Props {
  readonly session: Session;
  /** All of the take is heard, so that its loudness beside the other tells something. */
  readonly isWhole: boolean;
  /** Another part, another offset: what sounds is to be made again. */
  readonly onChange: () => void;
}

/** A part of the song that was recorded before: chosen, slid to where it belongs, heard with the take, and how loud the take is beside it. */
export function EarlierPart({ session, isWhole, onChange }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  const { sessionId, file, seconds, isHeard, beside } = useEarlierPart();
  const own = sessionId === session.id ? file : null;
  const set = (change: Partial<ReturnType<typeof useEarlierPart.getState>>): void => {
    useEarlierPart.setState({ sessionId: session.id, beside: null, ...change });
    onChange();
  };
  const level = beside && isWhole ? besideEarlierPart(session, beside.ownLufs, beside.lufs) : null;
  return (
    <Flex role="group" aria-label={sayCheck('earlier-part')} gap="3" mb="4" align="end" wrap="wrap">
      <Button size="sm" minH="44px" variant="ghost" onClick={() => picker.current?.click()}>
        {own ? sayCheck('another-earlier-part') : sayCheck('hear-with-an-earlier-part')}
      </Button>
      <input
        ref={picker}
        type="file"
        hidden
        accept={ACCEPT_SOUND}
        aria-label={sayCheck('earlier-part-file')}
        onChange={({ target }) => {
          const [chosen] = target.files ?? [];
          if (chosen) set({ file: { name: chosen.name, blob: chosen, loadId: newId() }, seconds: null, isHeard: true });
          target.value = '';
        }}
      />
      {own && (
        <>
          <Box minH="44px" display="flex" alignItems="center" fontWeight="700" overflowWrap="anywhere" maxW="260px">
            {own.name}
          </Box>
          <NumberField
            label={sayCheck('it-begins-later-than-the-take')}
            unit="ms"
            digits={2}
            value={1000 * (seconds ?? beside?.seconds ?? 0)}
            low={-600_000}
            high={600_000}
            onCommit={(ms) => set({ seconds: ms / 1000 })}
          />
          <Toggle label={sayCheck('hear-it-too')} on={isHeard} onToggle={() => set({ isHeard: !isHeard })} />
          <Button size="sm" minH="44px" variant="ghost" onClick={() => set({ file: null })}>
            {sayCheck('without-it')}
          </Button>
          {level && (
            <Box role="status" w="100%">
              {sayTold(level, session.units)}
            </Box>
          )}
        </>
      )}
    </Flex>
  );
}

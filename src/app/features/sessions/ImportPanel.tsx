import { Box, Button, Flex } from '@chakra-ui/react';
import { changesAnything, exportAside, type ImportPlan } from '../../../core/exchange';
import { planWords } from '../../../words';
import { sayDocument } from '../../../words/documents';
import { saySessions } from '../../../words/sessions.page.en';
import { download } from '../../components/download';

interface ImportPanelProps {
  readonly name: string;
  readonly plan: ImportPlan;
  /** By the attempts that they are of, as these were called where they come from. */
  readonly sounds: ReadonlyMap<string, unknown>;
  readonly onTake: () => void;
  readonly onLeave: () => void;
}

/** What a file would add, before it is taken in. */
export function ImportPanel({ name, plan, sounds, onTake, onLeave }: ImportPanelProps) {
  return (
    <Box role="region" aria-label={saySessions('import')} bg="panel" borderLeftWidth="4px" borderColor="tape" px="4" py="3" mb="4">
      <Box fontWeight="700" overflowWrap="anywhere">
        {name}
      </Box>
      <Box as="ul" m="0" p="0">
        {planWords(plan, new Set(sounds.keys())).map((sentence) => (
          <Box as="li" key={sentence} listStyleType="none" overflowWrap="anywhere">
            {sentence}
          </Box>
        ))}
      </Box>
      <Flex gap="2" mt="2" wrap="wrap">
        {changesAnything(plan) && (
          <Button minH="44px" bg="tapeFill" color="#12181b" onClick={onTake}>
            {saySessions('take-it-in')}
          </Button>
        )}
        {plan.aside.length > 0 && (
          <Button minH="44px" variant="outline" onClick={() => download('left-out.json', exportAside(plan.aside, sayDocument), 'application/json')}>
            {saySessions('export-what-is-left-out')}
          </Button>
        )}
        <Button minH="44px" variant="outline" onClick={onLeave}>
          {changesAnything(plan) ? saySessions('leave-it') : saySessions('close')}
        </Button>
      </Flex>
    </Box>
  );
}

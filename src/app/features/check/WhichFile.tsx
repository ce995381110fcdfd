import { Box, Flex } from '@chakra-ui/react';
import type { Session } from '../../../core/document';
import type { Heard } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import { Choice } from '../../components/Choice';
import type { ChannelQuestion } from './ChannelRow';
import { ListenTo } from './ListenTo';

interface Props {
  readonly heard: Heard & { readonly session: Session };
  /** Channels whose names do not tell which microphone they are. */
  readonly open: readonly string[];
  /** Microphones that have none yet. */
  readonly missing: readonly string[];
  readonly questionOf: (name: string) => ChannelQuestion;
}

/** Names that do not tell are asked, each file beside its own ears. */
export function WhichFile({ heard, open, missing, questionOf }: Props) {
  return (
    <Box role="group" aria-label={sayCheck('which-file-is-which')} mb="5" p="3" borderWidth="2px" borderColor="tape" borderRadius="sm" maxW="640px">
      <Box fontWeight="700">{sayCheck('which-file-is-which')}</Box>
      <Box mb="2" color="quiet">
        {sayCheck('listen-to-each-file-then-choose')}
      </Box>
      {open.map((name) => {
        const question = questionOf(name);
        return (
          <Flex key={name} gap="3" py="1" align="center" wrap="wrap">
            <Box flex="1" minW="140px" fontWeight="700" overflowWrap="anywhere">
              {name}
            </Box>
            <ListenTo heard={heard} channel={name} />
            <Box w="190px">
              <Choice
                {...question}
                hideLabel
                label={sayCheck('which-microphone-is', { name })}
                options={question.options.filter(({ value }) => value === '' || missing.includes(value))}
              />
            </Box>
          </Flex>
        );
      })}
    </Box>
  );
}

import { Box, Button, Flex } from '@chakra-ui/react';
import { editMicrophone, loneSides, type PlacedMicrophone, panOf, panWords, type Session } from '../../../core/document';
import { keyOfSource } from '../../../core/ids';
import type { ImagePlace } from '../../../core/stereo';
import { sayPairs } from '../../../words/pairs.page.en';
import { runCommand } from '../../stores/sessionStore';

const PLACES = [
  { pan: -1, text: sayPairs('left') },
  { pan: -0.5, text: sayPairs('half-left') },
  { pan: 0, text: sayPairs('centre') },
  { pan: 0.5, text: sayPairs('half-right') },
  { pan: 1, text: sayPairs('right') },
] as const;

/** A close microphone put where the pair hears its source, so that both agree. */
function AsHeard({ microphone, places, pan, inPair }: { microphone: PlacedMicrophone; places: readonly ImagePlace[]; pan: number; inPair: boolean }) {
  const { target } = microphone;
  const place = target && places.find(({ sourceKey }) => sourceKey === keyOfSource(target));
  if (!place || inPair) return null;
  const wanted = Math.round(100 * place.position) / 100;
  return (
    <Button
      size="xs"
      variant="outline"
      minH={{ base: '44px', md: '28px' }}
      aria-pressed={Math.abs(pan - wanted) < 0.05}
      bg={Math.abs(pan - wanted) < 0.05 ? 'line' : 'transparent'}
      onClick={() => runCommand(editMicrophone(microphone.id, { pan: wanted }))}
    >
      {sayPairs('as-the-pair-hears-it', { panWords: panWords(wanted) })}
    </Button>
  );
}

/** Where every channel goes, decided while tracking; a side that nothing balances is told. */
export function Panning({ session, places }: { session: Session; places: readonly ImagePlace[] }) {
  const lone = loneSides(session);
  const inPair = (id: string): boolean => session.pairs.some(({ leftId, rightId }) => leftId === id || rightId === id);
  return (
    <Box>
      <Box as="table" w="100%" aria-label={sayPairs('panning')}>
        <tbody>
          {session.microphones.map((microphone) => {
            const pan = panOf(session, microphone);
            const inMidSide = session.pairs.some(
              ({ decoding, leftId, rightId }) => decoding === 'mid-side' && [leftId, rightId].includes(microphone.id),
            );
            return (
              <tr key={microphone.id}>
                <Box as="td" pr="2">
                  {microphone.name}
                </Box>
                <td>
                  {inMidSide ? (
                    <Box color="quiet">{sayPairs('decoded-as-mid-and-side')}</Box>
                  ) : (
                    <Flex gap="1" wrap="wrap" role="group" aria-label={sayPairs('pan-of', { microphone: microphone.name })}>
                      {PLACES.map((place) => (
                        <Button
                          key={place.pan}
                          size="xs"
                          variant="outline"
                          minH={{ base: '44px', md: '28px' }}
                          aria-pressed={Math.abs(pan - place.pan) < 0.05}
                          bg={Math.abs(pan - place.pan) < 0.05 ? 'line' : 'transparent'}
                          onClick={() => runCommand(editMicrophone(microphone.id, { pan: place.pan }))}
                        >
                          {place.text}
                        </Button>
                      ))}
                      <AsHeard microphone={microphone} places={places} pan={pan} inPair={inPair(microphone.id)} />
                    </Flex>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Box>
      {lone.map(({ microphone, pan, couldBalance: [first] }) => (
        <Box key={microphone.id} mt="1">
          {sayPairs('is-with-nothing-on-the-other', {
            microphone: microphone.name,
            panWords: panWords(pan),
            first: first ? 'yes' : 'no',
            first2: first?.name ?? '',
          })}
        </Box>
      ))}
    </Box>
  );
}

import { Box, Button, Flex } from '@chakra-ui/react';
import { type Whereabouts as Place, type Proof, type TakeReport, whereabouts } from '../../../core/analysis';
import { applyMove, type Session, takeMeasured } from '../../../core/document';
import type { Verdict } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { MovedMicrophones } from '../../drawing/MovedMicrophones';
import { livePlan } from '../../stores/planHooks';
import { runCommand } from '../../stores/sessionStore';

let last: { readonly proof: Proof; readonly found: readonly Place[] } | null = null;

function placesOf(session: Session, proof: Proof, report: TakeReport): readonly Place[] {
  if (last?.proof !== proof) last = { proof, found: whereabouts(livePlan(session).table, proof, report.sampleRate) };
  return last.found;
}

interface Props {
  readonly session: Session;
  readonly report: TakeReport;
  readonly proof: Proof;
  readonly verdicts: readonly Verdict[];
}

/** What is late as a whole is nowhere else: it says nothing of its place, and has its own answers. */
const LATE = new Set(['channel-late', 'device-late']);

/** Where the strokes say that the microphones are, over where they are planned. */
export function Whereabouts({ session, report, proof, verdicts }: Props) {
  const found = placesOf(session, proof, report);
  const told = found.filter(({ verdict }) => verdict !== 'not known');
  const open = found.filter(({ verdict }) => verdict === 'not known');
  if (found.length < 3) return null;
  const drawn = told.map(({ microphoneId, plannedM, positionM, sigmaM }) => {
    const placed = session.microphones.find(({ id }) => id === microphoneId);
    return { id: microphoneId, label: placed?.label ?? '', colour: placed?.colour ?? 0, fromM: plannedM, toM: positionM, sigmaM };
  });
  return (
    <Box mt="5" pt="3" borderTopWidth="1px" borderColor="line" role="region" aria-label={sayCheck('where-the-microphones-are')}>
      <Box fontWeight="700" mb="1">
        {sayCheck('where-the-microphones-are-by-the')}
      </Box>
      <Flex gap="5" direction={{ base: 'column', lg: 'row' }}>
        <Box flex="1" minW="0">
          <Box as="ul" m="0" p="0" aria-label={sayCheck('places-by-the-strokes')}>
            {told.map(({ microphoneId, message, verdict, positionM }) => (
              <Flex as="li" key={microphoneId} listStyleType="none" gap="3" py="1" align="center" wrap="wrap">
                <Box flex="1" minW="200px">
                  {sayTold(message, session.units)}
                </Box>
                {verdict === 'elsewhere' && !session.microphones.find(({ id }) => id === microphoneId)?.locked && (
                  <Button
                    size="sm"
                    minH={{ base: '44px', md: '34px' }}
                    variant="outline"
                    onClick={() => runCommand(takeMeasured(microphoneId, positionM))}
                  >
                    {sayCheck('plan-it-there')}
                  </Button>
                )}
              </Flex>
            ))}
            {verdicts
              .filter(({ code }) => LATE.has(code))
              .map(({ id, message, moves }) => (
                <Flex as="li" key={id} listStyleType="none" gap="3" py="1" align="center" wrap="wrap">
                  <Box flex="1" minW="200px">
                    {sayTold(message, session.units)}
                  </Box>
                  {moves.map((move) => (
                    <Button
                      key={JSON.stringify(move)}
                      size="sm"
                      minH={{ base: '44px', md: '34px' }}
                      variant="outline"
                      onClick={() => runCommand(applyMove(move))}
                    >
                      {sayTold(move.label, session.units)}
                    </Button>
                  ))}
                </Flex>
              ))}
          </Box>
          {open.length > 0 && (
            <Box mt="1" fontSize="sm" color="quiet">
              {open[0] && open.length === 1
                ? sayTold(open[0].message, session.units)
                : sayCheck('where-are-the-strokes-leave-open', { open: open.map(({ name }) => name).join(', ') })}
            </Box>
          )}
        </Box>
        {drawn.length > 0 && (
          <Flex flex="1" minW="0" gap="2">
            {(['plan', 'side'] as const).map((face) => (
              <Box key={face} flex="1" minW="0">
                <MovedMicrophones
                  session={session}
                  microphones={drawn}
                  face={face}
                  width={300}
                  height={230}
                  title={sayCheck('planned-and-found-places')}
                />
              </Box>
            ))}
          </Flex>
        )}
      </Flex>
    </Box>
  );
}

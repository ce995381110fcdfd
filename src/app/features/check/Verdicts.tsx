import { Box, Button } from '@chakra-ui/react';
import { Link } from 'react-router';
import { type Proof, suggestSetup, type TakeReport } from '../../../core/analysis';
import { applyMove, type Session } from '../../../core/document';
import { isFine, verdictsOf } from '../../../core/verdict';
import { Severity } from '../../components/Severity';
import { SidePane } from '../../components/SidePane';
import { VerdictLine } from '../../components/VerdictLine';
import { useIsProven } from '../../stores/proofStore';
import { runCommand } from '../../stores/sessionStore';
import { keepTake, useTakeStore } from '../../stores/takeStore';
import { heardOn } from './heardOn';

/** So much of what a verdict stands on is shown; the report has all of it. */
const SHOWN_EVIDENCE = 3;

/** What is said of the take, the gravest first, each with what can be done about it. */
export function Verdicts({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const isCurrent = useIsProven(session);
  const verdicts = verdictsOf(heardOn(session, report, proof, useTakeStore()));
  const planned = session.microphones.length > 0;
  const empty = isFine(verdicts);
  return (
    <SidePane label="Verdicts" first>
      {empty && (
        <Box py="3">
          <Severity severity="fine" />
          <Box mt="1">
            {proof.comparisons.length > 0
              ? 'The take is what was planned. Listen to each channel alone once, then record.'
              : 'Nothing to mend in the channels themselves. Listen to each alone once.'}
          </Box>
        </Box>
      )}
      <Box as="ul" aria-label="Findings of the take" m="0" p="0">
        {verdicts.map(({ id, severity, message, moves, rematch, evidence }) => (
          <VerdictLine
            key={id}
            severity={severity}
            message={message}
            moves={
              isCurrent
                ? [
                    ...moves.map((move) => ({ label: move.label, onMove: () => void runCommand(applyMove(move)) })),
                    ...(rematch ? [{ label: rematch.label, onMove: () => keepTake(session.id, { matching: rematch.matching }) }] : []),
                  ]
                : []
            }
            {...(moves.length > 0
              ? {
                  why: `Your files stay as they are. Say what you did, then record another ten seconds to prove it. ${evidence.slice(0, SHOWN_EVIDENCE).join('. ')}`,
                }
              : {})}
          />
        ))}
      </Box>
      {proof.limits.length > 0 && <Limits limits={proof.limits} />}
      {!planned && <NoPlan names={report.channels.map(({ name }) => name)} />}
      {session.microphones.length > 1 && proof.comparisons.length === 0 && (
        <Box py="3" color="quiet" fontSize="sm">
          No stroke could be matched to a planned source: say which channel is which microphone, or play each drum alone.
        </Box>
      )}
    </SidePane>
  );
}

/** What the take could not have shown, with what would: silence about these is no praise. */
function Limits({ limits }: { limits: Proof['limits'] }) {
  return (
    <Box as="details" py="3" fontSize="sm">
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
        What this take does not show ({limits.length})
      </Box>
      <Box as="ul" aria-label="What this take does not show" m="0" mt="1" pl="4" color="quiet">
        {limits.map(({ kind, message }) => (
          <Box as="li" key={kind} mb="2">
            {message}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Without a plan: what the names look like, and how a plan would help. */
function NoPlan({ names }: { names: readonly string[] }) {
  const setup = suggestSetup(names);
  return (
    <Box py="3" fontSize="sm">
      <Box mb="2">
        {setup
          ? `These channels look like “${setup.name}”. With an instrument in the room and that set-up on the Floor, the take can be held against a plan: which microphone stands elsewhere, and by how much.`
          : 'This is judged from the channels alone. With a set-up on the Floor the take can be held against a plan.'}
      </Box>
      <Button asChild size="sm" minH="44px" variant="outline">
        <Link to="../floor" relative="path">
          Plan it on the Floor
        </Link>
      </Button>
    </Box>
  );
}

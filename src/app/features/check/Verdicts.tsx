import { Box, Button } from '@chakra-ui/react';
import { Link } from 'react-router';
import { type Proof, suggestSetup, type TakeReport } from '../../../core/analysis';
import { applyMove, type Session } from '../../../core/document';
import type { TakePart } from '../../../core/planning';
import type { UnitSystem } from '../../../core/units';
import { channelsOf, isFine, momentOf, type Verdict, verdictsOf } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { Severity } from '../../components/Severity';
import { SidePane } from '../../components/SidePane';
import { termOf } from '../../components/termOf';
import { VerdictLine } from '../../components/VerdictLine';
import { heardOn } from '../../stores/heardOn';
import { useIsProven } from '../../stores/proofStore';
import { runCommand } from '../../stores/sessionStore';
import { keepTake, useTakeStore } from '../../stores/takeStore';
import { Complaint } from './Complaint';
import { GuidedFiles } from './GuidedFiles';
import { play } from './player';

/** What playing leaves open, and knocks settle. */
const OPEN = new Set(['question', 'unproven', 'which-file']);

/** So much of what a verdict stands on is shown; the report has all of it. */
const SHOWN_EVIDENCE = 3;

/** What is said of the take, the gravest first, each with what can be done about it. */
export function Verdicts({ session, report, proof }: { session: Session; report: TakeReport; proof: Proof }) {
  const isCurrent = useIsProven(session);
  const heard = { ...heardOn(session, report, proof, useTakeStore()), session };
  const verdicts = verdictsOf(heard);
  const hear = (verdict: Verdict): (() => void) | undefined => {
    const channels = channelsOf(verdict, heard.matching);
    if (channels.length === 0) return undefined;
    // One channel's polarity or delay is heard beside the others.
    const part: TakePart = channels.length > 1 ? { of: 'some', channels } : report.channels.length > 1 ? { of: 'mono' } : { of: 'channel', channels };
    return () => void play(heard, { part, moment: momentOf(report, verdict, channels) });
  };
  const planned = session.microphones.length > 0;
  const empty = isFine(verdicts);
  return (
    <SidePane label={sayCheck('verdicts')} first>
      {empty && (
        <Box py="3">
          <Severity severity="fine" />
          <Box mt="1">{proof.comparisons.length > 0 ? sayCheck('the-take-is-what-was-planned') : sayCheck('nothing-to-mend-in-the-channels')}</Box>
        </Box>
      )}
      <Box as="ul" aria-label={sayCheck('findings-of-the-take')} m="0" p="0">
        {verdicts.map((verdict) => {
          const { id, code, severity, message, moves, rematch, evidence } = verdict;
          const onHear = hear(verdict);
          return (
            <VerdictLine
              key={id}
              severity={severity}
              message={sayTold(message, session.units)}
              term={termOf(code)}
              moves={
                isCurrent
                  ? [
                      ...moves.map((move) => ({ label: sayTold(move.label, session.units), onMove: () => void runCommand(applyMove(move)) })),
                      ...(rematch
                        ? [{ label: sayTold(rematch.label, session.units), onMove: () => keepTake(session.id, { matching: rematch.matching }) }]
                        : []),
                    ]
                  : []
              }
              {...(moves.length > 0
                ? {
                    why: sayCheck('your-files-stay-as-they-are', {
                      evidence: evidence
                        .slice(0, SHOWN_EVIDENCE)
                        .map((one) => sayTold(one, session.units))
                        .join('. '),
                    }),
                  }
                : {})}
              {...(onHear ? { onHear } : {})}
            />
          );
        })}
      </Box>
      {session.microphones.length > 1 && !report.taps && verdicts.some(({ code }) => OPEN.has(code)) && (
        <GuidedFiles session={session} report={report} />
      )}
      {proof.limits.length > 0 && <Limits limits={proof.limits} units={session.units} />}
      {planned && <Complaint session={session} heard={heard} />}
      {!planned && <NoPlan names={report.channels.map(({ name }) => name)} />}
      {session.microphones.length > 1 && proof.comparisons.length === 0 && (
        <Box py="3" color="quiet" fontSize="sm">
          {sayCheck('no-stroke-could-be-matched-to')}
        </Box>
      )}
    </SidePane>
  );
}

/** What the take could not have shown, with what would: silence about these is no praise. */
function Limits({ limits, units }: { limits: Proof['limits']; units: UnitSystem }) {
  return (
    <Box as="details" py="3" fontSize="sm">
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
        {sayCheck('what-this-take-does-not-show', { limits: limits.length })}
      </Box>
      <Box as="ul" aria-label={sayCheck('what-this-take-does-not-show-2')} m="0" mt="1" pl="4" color="quiet">
        {limits.map(({ kind, message }) => (
          <Box as="li" key={kind} mb="2">
            {sayTold(message, units)}
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
      <Box mb="2">{setup ? sayCheck('these-channels-look-like-with-an', { setup: setup.name }) : sayCheck('this-is-judged-from-the-channels')}</Box>
      <Button asChild size="sm" minH="44px" variant="outline">
        <Link to="../floor" relative="path">
          {sayCheck('plan-it-on-the-floor')}
        </Link>
      </Button>
    </Box>
  );
}

import { Box, Button } from '@chakra-ui/react';
import { memo, useCallback, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Finding } from '../../../core/checks';
import { applyMove, type Session } from '../../../core/document';
import { expectedWords } from '../../../core/planning';
import type { UnitSystem } from '../../../core/units';
import { findingWhy, sayFinding, sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { Severity } from '../../components/Severity';
import { termOf } from '../../components/termOf';
import { VerdictLine } from '../../components/VerdictLine';
import { TakeFaults } from '../../drawing/TakeFaults';
import { useNoPatch } from '../../stores/patchVerdict';
import { runCommand } from '../../stores/sessionStore';
import { useOffers } from '../../stores/useOffers';
import { hearMove } from './hearMove';

/** From so many of a kind on they are one line that opens. */
const MANY = 3;

interface Line {
  readonly key: string;
  readonly findings: readonly Finding[];
}

/** Findings in the order told, those of one kind and gravity together where there are many of them. */
function linesOf(findings: readonly Finding[]): Line[] {
  const kindOf = (finding: Finding): string => `${finding.severity}/${finding.code}`;
  const counts = new Map<string, Finding[]>();
  for (const finding of findings) counts.set(kindOf(finding), [...(counts.get(kindOf(finding)) ?? []), finding]);
  const told = new Set<string>();
  return findings.flatMap((finding): Line[] => {
    const kind = kindOf(finding);
    const alike = counts.get(kind) ?? [];
    if (alike.length < MANY) return [{ key: finding.id, findings: [finding] }];
    if (told.has(kind)) return [];
    told.add(kind);
    return [{ key: kind, findings: alike }];
  });
}

/** Every finding with its move, gravest first; or that there is nothing to mend. What a set-up brings by design is folded away. */
export function Verdicts({ session, findings }: { session: Session; findings: readonly Finding[] }) {
  const offered = useOffers(session, findings);
  const shown = useMemo(() => offered ?? findings.map((finding): Finding => ({ ...finding, advice: null, move: null })), [offered, findings]);
  const newest = useRef(shown);
  newest.current = shown;
  const make = useCallback((id: string): void => {
    const move = newest.current.find((finding) => finding.id === id)?.move;
    if (move) runCommand(applyMove(move));
  }, []);
  const hear = useCallback(
    (id: string): void => {
      const move = newest.current.find((finding) => finding.id === id)?.move;
      if (move) void hearMove(session, move);
    },
    [session],
  );
  const noPatch = useNoPatch(session);
  const expected = shown.filter((finding) => finding.expected);
  const open = shown.filter((finding) => !finding.expected);
  return (
    <>
      {noPatch !== null && (
        <Box py="3" role="alert">
          <Severity severity="fix" />
          <Box my="1">{sayTold(noPatch, session.units)}</Box>
          <Button asChild size="sm" minH={{ base: '44px', md: '34px' }} variant="outline">
            <Link to={`/session/${session.id}/patch`}>{sayFloor('look-at-the-patch')}</Link>
          </Button>
        </Box>
      )}
      <TakeFaults session={session} />
      {open.length === 0 && noPatch === null && (
        <Box py="3">
          <Severity severity="fine" />
          <Box mt="1">{sayFloor('nothing-to-mend-in-the-plan')}</Box>
        </Box>
      )}
      <Box as="ul" aria-label={sayFloor('findings')} aria-busy={offered === null && findings.length > 0} m="0" p="0">
        {linesOf(open).map(({ key, findings: alike }) =>
          alike.length === 1 ? (
            <One key={key} units={session.units} finding={alike[0] as Finding} onMove={make} onHear={hear} />
          ) : (
            <Folded
              key={key}
              units={session.units}
              words={sayFloor('and-more-like-it', { told: sayFinding(alike[0] as Finding, session.units), alike: alike.length - 1 })}
              findings={alike}
              onMove={make}
              onHear={hear}
            />
          ),
        )}
        {expected.length > 0 && (
          <Folded
            key="expected"
            units={session.units}
            words={`${sayTold(expectedWords(expected.length), session.units)}.`}
            findings={expected}
            onMove={make}
            onHear={hear}
            quiet
          />
        )}
      </Box>
    </>
  );
}

const One = ({
  finding,
  units,
  onMove,
  onHear,
}: {
  finding: Finding;
  units: UnitSystem;
  onMove: (id: string) => void;
  onHear: (id: string) => void;
}) => (
  <Verdict
    id={finding.id}
    code={finding.code}
    severity={finding.severity}
    message={sayFinding(finding, units)}
    why={findingWhy(finding, units)}
    label={finding.move ? sayTold(finding.move.label, units) : null}
    onMove={onMove}
    onHear={onHear}
  />
);

interface FoldedProps {
  readonly words: string;
  readonly units: UnitSystem;
  readonly findings: readonly Finding[];
  readonly onMove: (id: string) => void;
  readonly onHear: (id: string) => void;
  readonly quiet?: boolean;
}

/** Several findings as one line that opens. */
function Folded({ words, units, findings, onMove, onHear, quiet = false }: FoldedProps) {
  const [open, setOpen] = useState(false);
  const severity = findings[0]?.severity ?? 'note';
  return (
    <Box as="li" listStyleType="none" py="3" borderBottomWidth="1px" borderColor="line">
      {!quiet && <Severity severity={severity} />}
      <Box mt="1" color={quiet ? 'quiet' : undefined} fontSize={quiet ? 'sm' : undefined}>
        {words}
      </Box>
      <Button size="sm" minH={{ base: '44px', md: '32px' }} variant="ghost" color="quiet" px="2" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? sayFloor('fold-them') : sayFloor('show-all', { findings: findings.length })}
      </Button>
      {open && (
        <Box as="ul" m="0" p="0">
          {findings.map((finding) => (
            <One key={finding.id} units={units} finding={finding} onMove={onMove} onHear={onHear} />
          ))}
        </Box>
      )}
    </Box>
  );
}

interface VerdictProps {
  readonly id: string;
  readonly code: string;
  readonly severity: Finding['severity'];
  readonly message: string;
  readonly why: string;
  readonly label: string | null;
  readonly onMove: (id: string) => void;
  readonly onHear: (id: string) => void;
}

/** One verdict, drawn anew only when its words change. */
const Verdict = memo(function Verdict({ id, code, severity, message, why, label, onMove, onHear }: VerdictProps) {
  return (
    <VerdictLine
      severity={severity}
      message={message}
      why={why}
      moveLabel={label}
      onMove={() => onMove(id)}
      term={termOf(code)}
      {...(label ? { onHear: () => onHear(id) } : {})}
    />
  );
});

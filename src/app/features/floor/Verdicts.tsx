import { Box } from '@chakra-ui/react';
import { memo, useCallback, useRef } from 'react';
import type { Finding } from '../../../core/checks';
import { applyMove } from '../../../core/document';
import { Severity } from '../../components/Severity';
import { VerdictLine } from '../../components/VerdictLine';
import { runCommand } from '../../stores/sessionStore';

/** Every finding with its move, gravest first; or that there is nothing to mend. */
export function Verdicts({ findings }: { findings: readonly Finding[] }) {
  const newest = useRef(findings);
  newest.current = findings;
  const make = useCallback((id: string): void => {
    const move = newest.current.find((finding) => finding.id === id)?.move;
    if (move) runCommand(applyMove(move));
  }, []);
  if (findings.length === 0)
    return (
      <Box py="3">
        <Severity severity="fine" />
        <Box mt="1">Nothing to mend in the plan. The take check measures; ears decide.</Box>
      </Box>
    );
  return (
    <Box as="ul" aria-label="Findings" m="0" p="0">
      {findings.map((finding) => (
        <Verdict
          key={finding.id}
          id={finding.id}
          severity={finding.severity}
          message={finding.message}
          why={finding.why}
          label={finding.move?.label ?? null}
          onMove={make}
        />
      ))}
    </Box>
  );
}

interface VerdictProps {
  readonly id: string;
  readonly severity: Finding['severity'];
  readonly message: string;
  readonly why: string;
  readonly label: string | null;
  readonly onMove: (id: string) => void;
}

/** One verdict, drawn anew only when its words change. */
const Verdict = memo(function Verdict({ id, severity, message, why, label, onMove }: VerdictProps) {
  return <VerdictLine severity={severity} message={message} why={why} moveLabel={label} onMove={() => onMove(id)} />;
});

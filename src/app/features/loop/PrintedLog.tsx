import { Box } from '@chakra-ui/react';
import type { Attempt } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { formatNumber } from '../../../core/units';
import { sayLoop } from '../../../words/loop.page.en';
import { titleOf } from './Thread';

/** What was tried and what stayed, the first first, as it goes on paper. */
export function PrintedLog({ session, attempts, standsOn }: { session: Session; attempts: readonly Attempt[]; standsOn: string | null }) {
  const nameOf = (id: string): string => session.microphones.find((one) => one.id === id)?.name ?? sayLoop('a-microphone-that-is-gone');
  return (
    <Box className="print-only light" color="#111" fontSize="12px" role="region" aria-label={sayLoop('log-on-paper')}>
      <h1 style={{ fontSize: 18, fontWeight: 700, borderBottom: '2px solid #111', marginBottom: 6 }}>
        {sayLoop('what-was-tried', { session: session.name })}
      </h1>
      <ol style={{ listStyle: 'none', padding: 0 }}>
        {[...attempts].reverse().map((attempt) => (
          <li key={attempt.id} style={{ borderBottom: '1px solid #bbb', padding: '4px 0', breakInside: 'avoid' }}>
            <strong>
              {titleOf(attempt, attempts)}
              {attempt.rating > 0 && sayLoop('of-5', { rating: attempt.rating })}
              {attempt.id === standsOn && sayLoop('stands-now')}
            </strong>
            {[...attempt.changes, ...(attempt.figures?.findings ?? [])].map((said) => (
              <div key={said}>{said}</div>
            ))}
            {attempt.figures && (
              <div>
                {sayLoop('peaks', {
                  entries: Object.entries(attempt.figures.peaksDbfs)
                    .map(([id, peak]) => `${nameOf(id)} ${formatNumber(peak, 1)} dBFS`)
                    .join(', '),
                })}
              </div>
            )}
            {(attempt.words || attempt.tags.length > 0) && <em>{[attempt.words, attempt.tags.join(', ')].filter(Boolean).join(' · ')}</em>}
          </li>
        ))}
      </ol>
    </Box>
  );
}

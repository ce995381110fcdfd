import { sayComponents } from '../../words/components.page.en';
export type SeverityName = 'fix' | 'improve' | 'note' | 'fine';

const PATHS: Record<SeverityName, string> = {
  fix: 'M8 1.5 15 14H1Z',
  improve: 'M8 1 15 8 8 15 1 8Z',
  note: 'M8 2A6 6 0 1 1 7.99 2Z',
  fine: 'M2 8.5 6.2 13 14 3.5',
};

const WORDS: Record<SeverityName, string> = {
  fix: sayComponents('fix'),
  improve: sayComponents('improve'),
  note: sayComponents('note'),
  fine: sayComponents('fine'),
};

/** How bad, as a word and a shape as well as a colour: wedge, lozenge, ring, tick. */
export function Severity({ severity }: { severity: SeverityName }) {
  const colour = `var(--chakra-colors-${severity})`;
  const filled = severity === 'fix' || severity === 'improve';
  return (
    <span style={{ color: colour, display: 'inline-flex', alignItems: 'center', gap: 5, fontWeight: 700, fontSize: 13 }}>
      <svg width="14" height="14" viewBox="0 0 16 16" aria-hidden="true">
        <path d={PATHS[severity]} fill={filled ? 'currentColor' : 'none'} stroke="currentColor" strokeWidth="2.2" strokeLinejoin="round" />
      </svg>
      {WORDS[severity]}
    </span>
  );
}

import { Box, Button, Flex } from '@chakra-ui/react';
import type { Attempt } from '../../../core/attempts';
import { counted } from '../../../core/units';
import { sayLoop } from '../../../words/loop.page.en';

const KINDS: Readonly<Record<Attempt['kind'], string>> = { take: sayLoop('take'), kept: sayLoop('kept-by-hand'), chosen: sayLoop('chosen') };

const clock = (iso: string): string => new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });
const day = (iso: string): string => new Date(iso).toLocaleDateString([], { day: 'numeric', month: 'short' });

/** An attempt by its place in the row and its time: of several in a minute each has a name of its own. */
export function titleOf({ id, at }: Attempt, attempts: readonly Attempt[], now = new Date().toISOString()): string {
  const when = day(at) === day(now) ? clock(at) : `${day(at)}, ${clock(at)}`;
  return `No. ${attempts.length - attempts.findIndex((one) => one.id === id)}, ${when}`;
}

/** What an attempt was, in a line. */
function headline({ figures, changes, kind }: Attempt): string {
  const found = figures
    ? figures.fixes > 0
      ? sayLoop('to-fix-2', { fixes: figures.fixes })
      : figures.improves > 0
        ? sayLoop('to-improve-2', { improves: figures.improves })
        : sayLoop('nothing-to-mend-2')
    : '';
  const changed = changes.length === 0 ? '' : changes.length === 1 ? (changes[0] ?? '') : sayLoop('things-changed', { changes: changes.length });
  return [kind === 'take' ? found : KINDS[kind], changed].filter(Boolean).join('; ');
}

/** A rating as so many of five strokes. */
function Strokes({ rating }: { rating: number }) {
  return (
    <span
      className="measure"
      role="img"
      aria-label={rating === 0 ? sayLoop('not-rated') : sayLoop('of-5-2', { rating })}
      style={{ letterSpacing: 2, color: 'var(--chakra-colors-tape)' }}
    >
      {'|'.repeat(rating)}
    </span>
  );
}

interface Props {
  readonly attempts: readonly Attempt[];
  readonly standsOn: string | null;
  readonly chosen: readonly string[];
  readonly onChoose: (id: string) => void;
}

/** Attempts as a thread, the newest on top; a knot for each, where two are chosen they are compared. */
export function Thread({ attempts, standsOn, chosen, onChoose }: Props) {
  return (
    <Box as="ol" m="0" p="0" aria-label={sayLoop('attempts')}>
      {attempts.map((attempt, i) => {
        const on = chosen.includes(attempt.id);
        const from = attempts.find(({ id }) => id === attempt.parentId);
        const branched = from && attempts[i + 1]?.id !== from.id;
        return (
          <Flex as="li" key={attempt.id} listStyleType="none" gap="3" align="stretch">
            <Box w="16px" flexShrink={0} position="relative">
              <Box
                position="absolute"
                left="7px"
                top={i === 0 ? '22px' : '0'}
                bottom={i === attempts.length - 1 ? 'calc(100% - 22px)' : '0'}
                w="2px"
                bg="line"
              />
              <Box
                position="absolute"
                left="2px"
                top="16px"
                w="12px"
                h="12px"
                borderRadius="50%"
                bg={attempt.id === standsOn ? 'tape' : 'page'}
                borderWidth="2px"
                borderColor={attempt.id === standsOn ? 'tape' : 'quiet'}
              />
            </Box>
            <Button
              variant="plain"
              flex="1"
              h="auto"
              minH="44px"
              py="2"
              px="2"
              justifyContent="start"
              textAlign="left"
              whiteSpace="normal"
              bg={on ? 'panel' : undefined}
              aria-pressed={on}
              onClick={() => onChoose(attempt.id)}
            >
              <Box minW="0">
                <Flex gap="2" align="baseline" wrap="wrap">
                  <span className="measure" style={{ fontWeight: 700 }}>
                    {titleOf(attempt, attempts)}
                  </span>
                  <Strokes rating={attempt.rating} />
                  {attempt.id === standsOn && <span style={{ color: 'var(--chakra-colors-tape)', fontSize: 13 }}>{sayLoop('stands-now-2')}</span>}
                  {branched && from && (
                    <span style={{ color: 'var(--chakra-colors-quiet)', fontSize: 13 }}>{sayLoop('from', { titleOf: titleOf(from, attempts) })}</span>
                  )}
                </Flex>
                <Box fontSize="sm" fontWeight="400" color="quiet" overflowWrap="anywhere">
                  {headline(attempt)}
                </Box>
                {(attempt.words || attempt.tags.length > 0) && (
                  <Box fontSize="sm" fontWeight="400" overflowWrap="anywhere">
                    {[attempt.words, attempt.tags.join(', ')].filter(Boolean).join(' · ')}
                  </Box>
                )}
                {attempt.soundBytes > 0 && (
                  <Box fontSize="sm" fontWeight="400" color="quiet">
                    {sayLoop('with-its-sound')}
                  </Box>
                )}
              </Box>
            </Button>
          </Flex>
        );
      })}
    </Box>
  );
}

/** What to fix from attempt to attempt, the first at the left: whether the day goes anywhere. */
export function Progress({ attempts }: { attempts: readonly Attempt[] }) {
  const takes = [...attempts].reverse().filter(({ figures }) => figures !== null);
  if (takes.length < 2) return null;
  const most = Math.max(1, ...takes.map(({ figures }) => (figures?.fixes ?? 0) + (figures?.improves ?? 0)));
  const [w, h] = [280, 46];
  const at = (i: number): number => 8 + (i * (w - 16)) / Math.max(1, takes.length - 1);
  const y = (count: number): number => h - 8 - (count * (h - 16)) / most;
  const points = takes.map(({ figures }, i) => `${at(i).toFixed(1)},${y((figures?.fixes ?? 0) + (figures?.improves ?? 0)).toFixed(1)}`).join(' ');
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      style={{ width: '100%', maxWidth: w, display: 'block' }}
      role="img"
      aria-label={sayLoop('to-mend-take-by-take', {
        takes: takes.map(({ figures }) => counted((figures?.fixes ?? 0) + (figures?.improves ?? 0), 'thing')).join(', '),
      })}
    >
      <line x1="0" x2={w} y1={h - 8} y2={h - 8} stroke="var(--chakra-colors-line)" />
      <polyline points={points} fill="none" stroke="var(--chakra-colors-tape)" strokeWidth="2" />
      {takes.map(({ id, figures }, i) => (
        <circle
          key={id}
          cx={at(i)}
          cy={y((figures?.fixes ?? 0) + (figures?.improves ?? 0))}
          r="3.5"
          fill={`var(--chakra-colors-${(figures?.fixes ?? 0) > 0 ? 'fix' : (figures?.improves ?? 0) > 0 ? 'improve' : 'fine'})`}
        />
      ))}
    </svg>
  );
}

import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { gaugeSpread, inKey, type LugReport, noteOf, turnFor } from '../../../core/analysis';
import { getReady, HEADS, type Session } from '../../../core/document';
import { familyOf, placedGeometry } from '../../../core/instruments';
import { formatNumber, inUnits } from '../../../core/units';
import { sayReady } from '../../../words/ready.page.en';
import { runJob } from '../../../workers/runJob';
import { CapturePanel, type HeardFile } from '../../capture/CapturePanel';
import { Choice } from '../../components/Choice';
import { Segments } from '../../components/Segments';
import { runCommand } from '../../stores/sessionStore';

interface DrumChoice {
  readonly value: string;
  readonly text: string;
}

/** Everything with a head that lugs hold. */
const drumsOf = (session: Session): readonly DrumChoice[] =>
  session.instruments
    .filter(({ kind }) => familyOf(kind).group === 'Drums' || kind === 'hand-drums')
    .flatMap((instrument) =>
      placedGeometry(instrument)
        .sources.filter(({ throughM }) => throughM > 0)
        .map(({ id, name }) => ({ value: `${instrument.id}/${id}`, text: name })),
    );

const MOST_TUNINGS = 200;

/** Tap beside each lug, hear the pitch of each, see which way to turn. */
export function Tuning({ session }: { session: Session }) {
  const drums = drumsOf(session);
  const [wanted, setWanted] = useState<string | null>(null);
  const [report, setReport] = useState<LugReport | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [head, setHead] = useState<(typeof HEADS)[number]>('top');
  const drum = drums.find(({ value }) => value === wanted) ?? drums[0];
  if (!drum) return <Box color="quiet">{sayReady('with-drums-in-the-room-they')}</Box>;
  const onHeard = async (file: HeardFile): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await runJob('hear-lugs', file, { owner: 'ready' });
    setBusy(false);
    if (answer.kind === 'failed') setProblem(answer.reason);
    if (answer.kind !== 'done') return;
    if (!answer.output.ok) {
      setProblem(answer.output.reason);
      return;
    }
    const { lugs } = answer.output;
    setReport(lugs);
    const heard = lugs.taps.flatMap(({ hertz }) => (hertz === null ? [] : [Math.round(hertz * 100) / 100]));
    if (heard.length > 0 && heard.length <= 24)
      runCommand(
        getReady(sayReady('note-the-tuning'), {
          tunings: [...(session.ready.tunings ?? []), { drum: drum.value, head, heardAt: new Date().toISOString(), lugsHz: heard }].slice(
            -MOST_TUNINGS,
          ),
        }),
      );
  };
  const log = (session.ready.tunings ?? []).filter((tuning) => tuning.drum === drum.value);
  return (
    <Flex gap="8" wrap="wrap" align="flex-start">
      <Box flex="1" minW="280px" maxW="460px">
        <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
          {sayReady('tap-beside-each-lug')}
        </Box>
        <Box color="quiet" mb="3">
          {sayReady('from-the-rim-one-a-second', { inUnits: inUnits('{2.5 cm}', session.units) })}
        </Box>
        <Choice
          label={sayReady('drum')}
          value={drum.value}
          options={drums}
          onChange={(value) => {
            setWanted(value);
            setReport(null);
          }}
        />
        <Segments
          label={sayReady('head')}
          value={head}
          options={HEADS.map((value) => ({ value, text: sayReady('head-2', { value }) }))}
          onChange={(value) => setHead(value === 'bottom' ? 'bottom' : 'top')}
        />
        <CapturePanel name={sayReady('taps')} seconds={16} busy={busy} onHeard={(file) => void onHeard(file)} />
        {problem && (
          <Box role="alert" color="fix" mt="2">
            {problem}
          </Box>
        )}
        <Box as="ol" mt="4" pl="5" listStyleType="decimal" fontSize="sm" color="quiet" aria-label={sayReady('seating-a-new-head')}>
          <li>{sayReady('new-head-seat-it-every-rod')}</li>
          <li>{sayReady('half-a-turn-each-always-to')}</li>
          <li>{sayReady('press-the-middle-once-with-the')}</li>
          <li>{sayReady('top-first-then-the-bottom-as')}</li>
        </Box>
        <Gauge />
      </Box>
      <Box flex="1" minW="300px">
        {report && <Circle report={report} wantedKey={session.brief.key} />}
        {log.length > 0 && (
          <Box mt="4">
            <Box fontWeight="700">{sayReady('log')}</Box>
            <Box as="ul" m="0" p="0" aria-label={sayReady('log-of', { text: drum.text })}>
              {log
                .slice(-6)
                .reverse()
                .map(({ heardAt, lugsHz, head: tapped }) => (
                  <Box as="li" listStyleType="none" key={heardAt} fontSize="sm" className="measure">
                    {heardAt.slice(0, 10)} {heardAt.slice(11, 16)} {tapped}: {lugsHz.map((hertz) => formatNumber(hertz, 0)).join(' ')} Hz
                  </Box>
                ))}
            </Box>
          </Box>
        )}
      </Box>
    </Flex>
  );
}

/** Readings of a tension gauge, typed in. */
function Gauge() {
  const [text, setText] = useState('');
  const readings = text
    .split(/[\s;]+/)
    .map((word) => Number(word.replace(',', '.')))
    .filter((reading) => Number.isFinite(reading) && reading > 0);
  const { mean, spread } = gaugeSpread(readings);
  return (
    <Box mt="4">
      <label htmlFor="gauge" style={{ fontSize: 13 }}>
        {sayReady('with-a-tension-gauge-its-readings')}
      </label>
      <Input
        id="gauge"
        value={text}
        maxLength={200}
        h={{ base: '44px', md: '36px' }}
        placeholder="82 80 79 84"
        onChange={(event) => setText(event.target.value)}
      />
      {readings.length > 1 && (
        <Box mt="1" role="status">
          {sayReady('lugs-at-spread-spread-even-enough', {
            readings: readings.length,
            mean: formatNumber(mean, 0),
            value: formatNumber(100 * spread, 0),
            spread: spread < 0.02 ? 'yes' : 'no',
            reduce:
              readings.reduce((worst, reading, i) => (Math.abs(reading - mean) > Math.abs((readings[worst] ?? mean) - mean) ? i : worst), 0) + 1,
          })}
        </Box>
      )}
    </Box>
  );
}

const keyWords = (inside: boolean | null): string =>
  inside === null ? '' : inside ? sayReady('and-that-is-a-note-of') : sayReady('and-that-is-none-of-its');

const [SIZE, RADIUS] = [360, 118];

/** The drum from above: every lug with how far it is from the rest, and which way to turn. */
function Circle({ report, wantedKey }: { report: LugReport; wantedKey: string | undefined }) {
  const { taps, cents, meanHz, lowestHz } = report;
  const note = meanHz === null ? null : noteOf(meanHz);
  const own = lowestHz === null ? null : noteOf(lowestHz);
  const worst = cents.reduce<number>((most, off) => Math.max(most, Math.abs(off ?? 0)), 0);
  return (
    <Box>
      <svg
        className="drawing"
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        role="img"
        aria-label={sayReady('lugs', {
          cents: cents
            .map((off, i) => `${i + 1} ${off === null ? sayReady('not-heard') : sayReady('cents', { off: formatNumber(off, 0) })}`)
            .join(', '),
        })}
        style={{ width: '100%', maxWidth: SIZE, height: 'auto' }}
      >
        <circle cx={SIZE / 2} cy={SIZE / 2} r={RADIUS} fill="none" stroke="var(--chakra-colors-ink)" strokeWidth={1.5} />
        <circle cx={SIZE / 2} cy={SIZE / 2} r={RADIUS - 10} fill="none" stroke="var(--chakra-colors-line)" />
        {taps.map(({ atS }, i) => {
          // Clockwise from the player's side, which is below.
          const angle = Math.PI / 2 + (2 * Math.PI * i) / taps.length;
          const at = (radius: number): [number, number] => [SIZE / 2 + radius * Math.cos(angle), SIZE / 2 + radius * Math.sin(angle)];
          const [x, y] = at(RADIUS);
          const [tx, ty] = at(RADIUS + 34);
          const off = cents[i] ?? null;
          const colour = off === null ? 'quiet' : Math.abs(off) < 6 ? 'fine' : Math.abs(off) < 16 ? 'improve' : 'fix';
          return (
            <g key={atS}>
              <circle cx={x} cy={y} r={9} fill="var(--chakra-colors-page)" stroke={`var(--chakra-colors-${colour})`} strokeWidth={3} />
              <text x={x} y={y + 4} textAnchor="middle" style={{ fontSize: 11 }}>
                {i + 1}
              </text>
              <text x={tx} y={ty + 5} textAnchor="middle" style={{ fontSize: 15, fill: `var(--chakra-colors-${colour})` }}>
                {off === null ? '?' : `${Math.round(off) > 0 ? '+' : ''}${formatNumber(off, 0)}`}
              </text>
            </g>
          );
        })}
        {note && meanHz !== null && (
          <>
            <text x={SIZE / 2} y={SIZE / 2 - 2} textAnchor="middle" style={{ fontSize: 30, fontWeight: 600 }}>
              {note.name}
            </text>
            <text x={SIZE / 2} y={SIZE / 2 + 22} textAnchor="middle" style={{ fontSize: 14, fill: 'var(--chakra-colors-quiet)' }}>
              {sayReady('hz-at-the-lugs', { mean: formatNumber(meanHz, 1) })}
            </text>
          </>
        )}
      </svg>
      <Box>
        {worst < 6
          ? sayReady('the-lugs-agree-within-6-cents')
          : sayReady('they-differ-by-up-to-cents', {
              worst: formatNumber(worst, 0),
              flatMap: cents
                .flatMap((off, i) => (off !== null && Math.abs(off) >= 6 ? [sayReady('lug', { i: i + 1, turnFor: turnFor(off) })] : []))
                .join('; '),
            })}
      </Box>
      <Box fontSize="sm" color="quiet" mt="1">
        {own && lowestHz !== null
          ? sayReady('the-drums-own-note-is-hz', {
              own: own.name,
              lowest: formatNumber(lowestHz, 1),
              wantedKey: wantedKey ? 'yes' : 'no',
              wantedKey2: wantedKey ?? '',
              keyWords: wantedKey ? keyWords(inKey(lowestHz, wantedKey)) : '',
            })
          : sayReady('for-the-drums-own-note-strike')}
      </Box>
    </Box>
  );
}

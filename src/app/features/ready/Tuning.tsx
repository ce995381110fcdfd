import { Box, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { gaugeSpread, inKey, type LugReport, noteOf, turnFor } from '../../../core/analysis';
import { getReady, HEADS, type Session } from '../../../core/document';
import { familyOf, placedGeometry } from '../../../core/instruments';
import { formatNumber, inUnits } from '../../../core/units';
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
  if (!drum) return <Box color="quiet">With drums in the room, they can be tuned here by tapping.</Box>;
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
        getReady('note the tuning', {
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
          Tap beside each lug
        </Box>
        <Box color="quiet" mb="3">
          {inUnits('{2.5 cm}', session.units)} from the rim, one a second, clockwise from the lug nearest to the player, the other head damped with a
          hand. What sounds there is the head’s second note; a last stroke in the middle gives the drum’s own.
        </Box>
        <Choice
          label="Drum"
          value={drum.value}
          options={drums}
          onChange={(value) => {
            setWanted(value);
            setReport(null);
          }}
        />
        <Segments
          label="Head"
          value={head}
          options={HEADS.map((value) => ({ value, text: `${value} head` }))}
          onChange={(value) => setHead(value === 'bottom' ? 'bottom' : 'top')}
        />
        <CapturePanel name="Taps" seconds={16} busy={busy} onHeard={(file) => void onHeard(file)} />
        {problem && (
          <Box role="alert" color="fix" mt="2">
            {problem}
          </Box>
        )}
        <Box as="ol" mt="4" pl="5" listStyleType="decimal" fontSize="sm" color="quiet" aria-label="Seating a new head">
          <li>New head: seat it, every rod finger-tight.</li>
          <li>Half a turn each, always to the lug across (a star), until the wrinkles are gone.</li>
          <li>Press the middle once with the flat hand, then tap and even out, an eighth of a turn at a time.</li>
          <li>Top first, then the bottom: as high for a clear note, higher for a short one.</li>
        </Box>
        <Gauge />
      </Box>
      <Box flex="1" minW="300px">
        {report && <Circle report={report} wantedKey={session.brief.key} />}
        {log.length > 0 && (
          <Box mt="4">
            <Box fontWeight="700">Log</Box>
            <Box as="ul" m="0" p="0" aria-label={`Log of ${drum.text}`}>
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
        With a tension gauge: its readings, a space between
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
          {readings.length} lugs at {formatNumber(mean, 0)}, spread {formatNumber(100 * spread, 0)} %.{' '}
          {spread < 0.02
            ? 'Even enough: ears from here.'
            : `Lug ${readings.reduce((worst, reading, i) => (Math.abs(reading - mean) > Math.abs((readings[worst] ?? mean) - mean) ? i : worst), 0) + 1} is farthest from the rest.`}
        </Box>
      )}
    </Box>
  );
}

const keyWords = (inside: boolean | null): string =>
  inside === null ? '' : inside ? ', and that is a note of it' : ', and that is none of its notes';

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
        aria-label={`Lugs: ${cents.map((off, i) => `${i + 1} ${off === null ? 'not heard' : `${formatNumber(off, 0)} cents`}`).join(', ')}`}
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
              {formatNumber(meanHz, 1)} Hz at the lugs
            </text>
          </>
        )}
      </svg>
      <Box>
        {worst < 6
          ? 'The lugs agree within 6 cents: leave them.'
          : `They differ by up to ${formatNumber(worst, 0)} cents. ${cents
              .flatMap((off, i) => (off !== null && Math.abs(off) >= 6 ? [`Lug ${i + 1}: ${turnFor(off)}`] : []))
              .join('; ')}.`}
      </Box>
      <Box fontSize="sm" color="quiet" mt="1">
        {own && lowestHz !== null
          ? `The drum’s own note is ${own.name} (${formatNumber(lowestHz, 1)} Hz in its middle)${wantedKey ? `; the song is in ${wantedKey}${keyWords(inKey(lowestHz, wantedKey))}` : ''}.`
          : 'For the drum’s own note strike it once in the middle after the lugs.'}
      </Box>
    </Box>
  );
}

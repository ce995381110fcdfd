import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { speedOfSound } from '../../../core/acoustics';
import { type ClapReport, noiseDbSpl, type QuietReport } from '../../../core/analysis';
import { editRoom, type Session, takeHeardDecay } from '../../../core/document';
import { inputAddress } from '../../../core/ids';
import { gainSetting, heardRoom, loudestDb, outboardOf, patchInputs } from '../../../core/planning';
import { OCTAVES_HZ, type OctaveDecay, scaleForDecay } from '../../../core/room';
import { formatLength, formatNumber } from '../../../core/units';
import { say } from '../../../words';
import { sayRoom } from '../../../words/room.page.en';
import { runJob } from '../../../workers/runJob';
import { CapturePanel, type HeardFile } from '../../capture/CapturePanel';
import { Choice } from '../../components/Choice';
import { Severity } from '../../components/Severity';
import { livePlan } from '../../stores/planHooks';
import { runCommand } from '../../stores/sessionStore';
import { directOf, raysTo, wayOf } from './rays';

export type Heard = { readonly clap: ClapReport } | { readonly quiet: QuietReport };

interface Props {
  readonly session: Session;
  readonly what: 'clap' | 'quiet';
  readonly decays: readonly OctaveDecay[];
}

const ASK = {
  clap: {
    title: sayRoom('clap-once-hard-and-keep-still'),
    words: sayRoom('or-burst-a-balloon-or-hit'),
    seconds: 6,
    name: sayRoom('clap'),
  },
  quiet: {
    title: sayRoom('a-minute-of-nothing'),
    words: sayRoom('everything-as-in-the-take-headphones'),
    seconds: 60,
    name: sayRoom('quiet'),
  },
} as const;

/** A clap or a quiet minute, recorded or from a file, and what it says. */
export function HearPanel({ session, what, decays }: Props) {
  const [heard, setHeard] = useState<Heard | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const onHeard = async (file: HeardFile): Promise<void> => {
    setBusy(true);
    setProblem(null);
    const answer = await runJob('hear-room', { file, what, speedOfSoundMps: speedOfSound(session.room.temperatureC) }, { owner: 'room' });
    setBusy(false);
    if (answer.kind === 'failed') setProblem(answer.reason);
    if (answer.kind !== 'done') return;
    if (!answer.output.ok) setProblem(answer.output.reason);
    else setHeard(answer.output);
  };
  const { title, words, seconds, name } = ASK[what];
  return (
    <Box>
      <Box as="h2" fontWeight="700">
        {title}
      </Box>
      <Box color="quiet" fontSize="sm" mb="2">
        {words}
      </Box>
      <CapturePanel name={name} seconds={seconds} busy={busy} onHeard={(file) => void onHeard(file)} />
      {busy && <Box role="status">{sayRoom('listening-to-it')}</Box>}
      {problem && (
        <Box role="alert" color="fix" mt="2">
          {problem}
        </Box>
      )}
      {heard && 'clap' in heard && what === 'clap' && <Clap session={session} report={heard.clap} decays={decays} />}
      {heard && 'quiet' in heard && what === 'quiet' && <Quiet session={session} report={heard.quiet} />}
    </Box>
  );
}

/** An echo is a surface's when its way is as much longer, within a hand's length. */
const SAME_WAY_M = 0.2;

/** The surface whose reflection from the first instrument to the first microphone is as much longer; null for none. */
function wallOf(session: Session, extraM: number): string | null {
  const [instrument] = session.instruments;
  const [microphone] = session.microphones;
  if (!instrument || !microphone) return null;
  const near = raysTo(session.room, instrument.positionM, microphone.positionM)
    .map((ray) => ({ surface: ray.surface, off: Math.abs(wayOf(ray) - directOf(ray) - extraM) }))
    .sort((a, b) => a.off - b.off)[0];
  return near && near.off < SAME_WAY_M ? near.surface : null;
}

const hertzName = (hertz: number): string => (hertz >= 1000 ? `${hertz / 1000} kHz` : `${hertz} Hz`);

function Clap({ session, report, decays }: { session: Session; report: ClapReport; decays: readonly OctaveDecay[] }) {
  const middle = report.octaves.filter(({ hertz, t20S }) => (hertz === 500 || hertz === 1000) && t20S !== null).map(({ t20S }) => t20S as number);
  const meanS = middle.length > 0 ? middle.reduce((sum, value) => sum + value, 0) / middle.length : null;
  const refused = report.octaves.find(({ problem }) => problem !== null);
  const take = (): void => {
    const heardS = OCTAVES_HZ.map((hertz) => report.octaves.find((one) => one.hertz === hertz)?.t20S ?? null);
    runCommand(takeHeardDecay(scaleForDecay(heardRoom(session), heardS, speedOfSound(session.room.temperatureC))));
  };
  return (
    <Box mt="3" role="region" aria-label={sayRoom('what-the-clap-says')}>
      {meanS !== null && (
        <Box>
          {sayRoom('it-dies-away-in')} <span className="measure">{formatNumber(meanS, 2)} s</span> {sayRoom('t20-500-hz-and-1-khz')}
        </Box>
      )}
      <Box as="table" w="100%" mt="2" fontSize="sm" aria-label={sayRoom('decay-heard-by-octave')}>
        <thead>
          <tr>
            {[sayRoom('octave'), sayRoom('heard'), sayRoom('model'), 'T30', 'EDT'].map((text, i) => (
              <Box as="th" key={text} textAlign={i === 0 ? 'left' : 'right'} fontWeight="400" color="quiet">
                {text}
              </Box>
            ))}
          </tr>
        </thead>
        <tbody>
          {report.octaves.map(({ hertz, t20S, t30S, edtS }) => (
            <tr key={hertz}>
              <td>{hertzName(hertz)}</td>
              {[t20S, decays.find((decay) => decay.hertz === hertz)?.seconds ?? null, t30S, edtS].map((value, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                <Box as="td" key={i} className="measure" textAlign="right">
                  {value === null ? '—' : formatNumber(value, 2)}
                </Box>
              ))}
            </tr>
          ))}
        </tbody>
      </Box>
      {refused?.problem && (
        <Box color="improve" fontSize="sm" mt="2">
          {say('heard', refused.problem.code, refused.problem.facts, session.units)}
        </Box>
      )}
      {report.flutter && (
        <Box mt="2" color="improve">
          {sayRoom('it-flutters-every')} <span className="measure">{formatNumber(1000 * report.flutter.periodS, 1)} ms</span>
          {sayRoom('two-bare-surfaces-apart-hang-something', { apart: formatLength(report.flutter.apartM, session.units) })}
        </Box>
      )}
      {report.echoes.length > 0 && (
        <Box mt="2" fontSize="sm" color="quiet">
          {sayRoom('early-echoes-clapped-where-the-instrument', {
            echoes: report.echoes
              .map(({ afterMs, levelDb, extraM }) => {
                const wall = wallOf(session, extraM);
                return sayRoom('ms-db-longer-wall-the-by', {
                  after: formatNumber(afterMs, 1),
                  level: formatNumber(levelDb, 0),
                  extra: formatLength(extraM, session.units),
                  wall: wall ? 'yes' : 'no',
                  wall2: wall ?? '',
                });
              })
              .join('; '),
          })}
        </Box>
      )}
      {meanS !== null && (
        <>
          <Button mt="3" minH="44px" variant="outline" onClick={take}>
            {sayRoom('let-the-plan-use-what-was')}
          </Button>
          <Box mt="1" fontSize="sm" color="quiet">
            {sayRoom('surfaces-windows-and-doors-stay-as')}
          </Box>
        </>
      )}
      {session.room.heardScale && (
        <Button mt="2" minH="44px" variant="outline" onClick={() => runCommand(takeHeardDecay(null))}>
          {sayRoom('back-to-the-drawn-surfaces')}
        </Button>
      )}
    </Box>
  );
}

/** Peak sound pressure that reaches full scale in each microphone that is patched, at its planned gain. */
function chainsOf(session: Session): readonly { readonly id: string; readonly name: string; readonly fullScaleDbSpl: number }[] {
  const { table } = livePlan(session);
  const inputs = patchInputs(session);
  return session.microphones.flatMap(({ id, name }) => {
    const input = inputs.find((one) => inputAddress(one) === session.patch[id]);
    const setting = input && gainSetting(table, id, input, outboardOf(session, id));
    const peak = loudestDb(table, id);
    return setting && peak !== null ? [{ id, name, fullScaleDbSpl: peak - setting.predictedPeakDbfs }] : [];
  });
}

function Quiet({ session, report }: { session: Session; report: QuietReport }) {
  const [chainId, setChainId] = useState('');
  const chains = chainsOf(session);
  const chain = chains.find(({ id }) => id === chainId);
  return (
    <Box mt="3" role="region" aria-label={sayRoom('what-the-quiet-says')}>
      <Flex gap="2" align="baseline">
        {report.advice.length === 0 && <Severity severity="fine" />}
        <Box>
          {sayRoom('noise-at')} <span className="measure">{formatNumber(report.noiseDbfs, 0)} dBFS</span>{' '}
          {sayRoom('over-s', { seconds: formatNumber(report.seconds, 0) })}
          {chain && (
            <>
              ,{' '}
              <span className="measure">
                {sayRoom('db-spl', { noiseDbSpl: formatNumber(noiseDbSpl(report.noiseDbfs, chain.fullScaleDbSpl), 0) })}
              </span>{' '}
              {sayRoom('above-100-hz')}
            </>
          )}
          .
        </Box>
      </Flex>
      {chains.length > 0 && (
        <Choice
          label={sayRoom('recorded-with-at-its-planned-gain')}
          value={chainId}
          options={[{ value: '', text: sayRoom('not-said') }, ...chains.map(({ id, name }) => ({ value: id, text: name }))]}
          onChange={setChainId}
        />
      )}
      {chain && (
        <Button
          mt="2"
          size="sm"
          variant="outline"
          minH={{ base: '44px', md: '34px' }}
          onClick={() => runCommand(editRoom({ noiseDb: Math.round(10 * noiseDbSpl(report.noiseDbfs, chain.fullScaleDbSpl)) / 10 }))}
        >
          {sayRoom('keep-it-as-the-rooms-own')}
        </Button>
      )}
      <Box as="ul" m="0" mt="2" p="0" aria-label={sayRoom('what-is-in-the-quiet')}>
        {report.advice
          .map(({ code, facts }) => say('heard', code, facts, session.units))
          .map((sentence) => (
            <Box as="li" key={sentence} listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
              {sentence}
            </Box>
          ))}
      </Box>
    </Box>
  );
}

import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { meanLossDb } from '../../../core/acoustics';
import { heardAs, type Proof, type StrokePicture, strokeSum, type TakeReport } from '../../../core/analysis';
import { asMidway, counted, formatDb, formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Choice } from '../../components/Choice';
import { Segments } from '../../components/Segments';
import { SumStrip } from '../../components/SumStrip';
import { useSize } from '../../components/useSize';

interface Props {
  readonly report: TakeReport;
  readonly proof: Proof;
  readonly pictures: readonly StrokePicture[];
  readonly colourOf: (channel: string) => string;
  /** The channel's microphone, by the matching. */
  readonly microphoneOf: (channel: string) => string | null;
}

/** How late a channel hears the stroke, which way up, and how late it was planned to; null where nothing sure is known. */
interface Lane {
  readonly channel: string;
  readonly lateMs: number | null;
  readonly turned: boolean;
  readonly plannedMs: number | null;
}

/** A channel's name stands over its line, so that it never hides a first swing. */
const NAME = 18;
const LANE = 70;
const TOGETHER = 170;
const SPANS = { '4': [-1, 4], '10': [-2, 10], '20': [-3, 19] } as const;
type Span = keyof typeof SPANS;

function lanesOf({ report, proof, microphoneOf }: Props, picture: StrokePicture): Lane[] {
  const ms = 1000 / report.sampleRate;
  const sure = heardAs(report, picture);
  return picture.channels.map((channel) => {
    const arrival = sure.find((one) => one.channel === channel);
    const compared = proof.comparisons.find((one) => one.heard === picture.source && one.microphoneId === microphoneOf(channel));
    return {
      channel,
      lateMs: arrival ? arrival.delaySamples * ms : null,
      turned: arrival?.polarity === -1,
      plannedMs: compared && channel !== picture.spot ? compared.plannedSamples * ms : null,
    };
  });
}

/** A channel's stroke as a line; its loudest sample fills half the lane. */
function lineOf(
  samples: Float32Array,
  { lead, rate, turn, shiftMs, scale }: { lead: number; rate: number; turn: number; shiftMs: number; scale: number },
  x: (ms: number) => number,
  middle: number,
): string {
  const points: string[] = [];
  for (let i = 0; i < samples.length; i++) {
    const at = x(((i - lead) * 1000) / rate - shiftMs);
    points.push(`${at.toFixed(1)} ${(middle - turn * scale * (samples[i] as number)).toFixed(1)}`);
  }
  return `M${points.join('L')}`;
}

const SUM_TALL = 150;

/** What those channels come to when they are added, as recorded and in step. */
function TakeSum({ report, picture, source, width }: { report: TakeReport; picture: StrokePicture; source: string; width: number }) {
  const strip = useMemo(() => strokeSum(picture, heardAs(report, picture)), [report, picture]);
  if (!strip) return null;
  const words = sayCheck('the-sum-of-all-channels', { source, loss: formatDb(meanLossDb(strip.sumDb, strip.inStepDb)) });
  return (
    <Box mt="3">
      <Box fontSize="sm" color="quiet">
        {words}
      </Box>
      <SumStrip {...strip} width={width} height={SUM_TALL} title={words} />
    </Box>
  );
}

/** The strokes themselves, every channel under the next from the moment the nearest one begins: the picture behind the figures. */
export function Strokes(props: Props) {
  const { report, proof, pictures, colourOf } = props;
  const [chosen, setChosen] = useState(0);
  const [span, setSpan] = useState<Span>('10');
  const [inStep, setInStep] = useState(false);
  const [box, size] = useSize<HTMLDivElement>();
  const picture = pictures.find(({ source }) => source === chosen) ?? pictures[0];
  if (!picture || picture.strokes.length === 0 || picture.channels.length < 2) return null;
  const nameOf = (source: number): string => {
    const own = proof.comparisons.find((one) => one.heard === source);
    const { events = 0, spot = '' } = report.sources[source] ?? {};
    return own ? own.sourceName : sayCheck('nearest-to', { counted: counted(events, 'stroke'), spot });
  };
  const lanes = lanesOf(props, picture);
  const width = Math.max(280, size.width);
  const [low, high] = SPANS[span];
  const x = (ms: number): number => 8 + ((ms - low) / (high - low)) * (width - 16);
  const height = inStep ? TOGETHER : lanes.length * LANE;
  const most = picture.channels.map((_, c) =>
    picture.strokes.reduce((peak, stroke) => (stroke[c] as Float32Array).reduce((p, v) => Math.max(p, Math.abs(v)), peak), 1e-9),
  );
  const said = lanes
    .map(({ channel, lateMs, turned }) =>
      lateMs === null
        ? sayCheck('not-sure', { channel })
        : sayCheck('ms-turned-polarity-reversed', { channel, late: formatNumber(lateMs, 2), turned: turned ? 'yes' : 'no' }),
    )
    .join('; ');
  return (
    <Box ref={box} mt="4" role="group" aria-label={sayCheck('strokes')}>
      <Box as="h2" fontWeight="bold" fontSize="md" mb="1">
        {sayCheck('the-strokes-themselves')}
      </Box>
      <Flex gap="3" wrap="wrap" align="end" mb="2">
        <Choice
          label={sayCheck('strokes-of')}
          value={String(picture.source)}
          options={pictures.map(({ source }) => ({ value: String(source), text: nameOf(source) }))}
          onChange={(value) => setChosen(Number(value))}
        />
        <Segments
          label={sayCheck('laid-out')}
          value={inStep ? 'step' : 'under'}
          options={[
            { value: 'under', text: sayCheck('as-recorded') },
            { value: 'step', text: sayCheck('in-step') },
          ]}
          onChange={(value) => setInStep(value === 'step')}
        />
        <Segments
          label={sayCheck('how-much-is-shown')}
          value={span}
          options={(Object.keys(SPANS) as Span[]).map((value) => ({ value, text: `${Number(SPANS[value][1]) - Number(SPANS[value][0])} ms` }))}
          onChange={(value) => setSpan(value as Span)}
        />
      </Flex>
      <svg
        width={width}
        height={height + 22}
        role="img"
        aria-label={sayCheck('strokes-of-the-instep-in-step', { of: asMidway(nameOf(picture.source)), inStep: inStep ? 'yes' : 'no', said })}
      >
        <title>{sayCheck('strokes-of-the', { of: asMidway(nameOf(picture.source)) })}</title>
        <clipPath id="strokes-inside">
          <rect x="8" y="0" width={width - 16} height={height} />
        </clipPath>
        <line x1={x(0)} x2={x(0)} y1="0" y2={height} stroke="var(--chakra-colors-edge)" strokeDasharray="2 3" />
        {lanes.map(({ channel, lateMs, turned, plannedMs }, c) => {
          const middle = inStep ? TOGETHER / 2 : c * LANE + NAME + (LANE - NAME) / 2;
          const colour = colourOf(channel);
          if (inStep && lateMs === null) return null;
          return (
            <g key={channel}>
              <g clipPath="url(#strokes-inside)">
                {picture.strokes.map((stroke, s) => (
                  <path
                    // biome-ignore lint/suspicious/noArrayIndexKey: strokes never change their order
                    key={s}
                    d={lineOf(
                      stroke[c] as Float32Array,
                      {
                        lead: picture.leadSamples,
                        rate: picture.sampleRate,
                        turn: inStep && turned ? -1 : 1,
                        shiftMs: inStep ? (lateMs ?? 0) : 0,
                        scale: ((inStep ? TOGETHER : LANE - NAME) * 0.45) / (most[c] as number),
                      },
                      x,
                      middle,
                    )}
                    fill="none"
                    stroke={colour}
                    strokeWidth={s === 0 ? 1.6 : 0.8}
                    opacity={s === 0 ? 1 : 0.45}
                  />
                ))}
              </g>
              {!inStep && (
                <>
                  {plannedMs !== null && plannedMs >= low && plannedMs <= high && (
                    <line
                      x1={x(plannedMs)}
                      x2={x(plannedMs)}
                      y1={c * LANE + NAME}
                      y2={(c + 1) * LANE - 3}
                      stroke="var(--chakra-colors-quiet)"
                      strokeDasharray="4 3"
                    />
                  )}
                  {lateMs !== null && lateMs >= low && lateMs <= high && (
                    <path d={`M${x(lateMs)} ${(c + 1) * LANE - 1}l-5 0l5 -8l5 8z`} fill={colour} />
                  )}
                  <text x={12} y={c * LANE + 14} fontSize="12" fill={colour}>
                    {channel}
                    {lateMs === null
                      ? sayCheck('not-sure-2')
                      : ` ${sayCheck('ms-turned-polarity-reversed-2', { late: formatNumber(lateMs, 2), turned: turned ? 'yes' : 'no' })}`}
                  </text>
                </>
              )}
            </g>
          );
        })}
        {Array.from({ length: high - low + 1 }, (_, i) => low + i)
          .filter((ms) => ms > low && ms < high && ms % (high - low > 8 ? 2 : 1) === 0)
          .map((ms) => (
            <text key={ms} x={x(ms)} y={height + 16} textAnchor="middle" fontSize="11" fill="var(--chakra-colors-quiet)">
              {ms} ms
            </text>
          ))}
      </svg>
      <Box fontSize="sm" color="quiet">
        {inStep ? sayCheck('each-slid-and-turned-by-what') : sayCheck('counted-from-where-begins-its-loudest', { spot: picture.spot })}
      </Box>
      <TakeSum report={report} picture={picture} source={nameOf(picture.source)} width={width} />
    </Box>
  );
}

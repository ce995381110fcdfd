import { Box } from '@chakra-ui/react';
import { NOISE_OCTAVES_HZ, type TakeReport } from '../../../core/analysis';
import { formatFrequency, formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Fold } from '../../components/Fold';

const [WIDE, TALL] = [96, 28];
/** Noise is drawn between these, dBFS. */
const [QUIET_DB, LOUD_DB] = [-120, -40];

/** A channel's quietest moments by octave: hum stands up at the left, hiss at the right. */
function NoiseSpectrum({ levels }: { levels: readonly number[] }) {
  const said = levels.map((db, i) => `${formatFrequency(NOISE_OCTAVES_HZ[i] as number)} ${formatNumber(db, 0)} dBFS`).join(', ');
  const step = WIDE / NOISE_OCTAVES_HZ.length;
  return (
    <svg width={WIDE} height={TALL} role="img" aria-label={said} style={{ display: 'block', marginLeft: 'auto' }}>
      <title>{said}</title>
      <line x1="0" x2={WIDE} y1={TALL - 0.5} y2={TALL - 0.5} stroke="var(--chakra-colors-line)" />
      {levels.map((db, i) => {
        const tall = (TALL * (Math.max(QUIET_DB, Math.min(LOUD_DB, db)) - QUIET_DB)) / (LOUD_DB - QUIET_DB);
        return <rect key={NOISE_OCTAVES_HZ[i]} x={i * step + 1} width={step - 2} y={TALL - tall} height={tall} fill="var(--chakra-colors-quiet)" />;
      })}
    </svg>
  );
}

/** Everything that was measured of each channel by itself. */
export function ChannelFigures({ report }: { report: Pick<TakeReport, 'channels'> }) {
  const heads = [
    '',
    sayCheck('peak'),
    sayCheck('true-peak'),
    sayCheck('loudness'),
    sayCheck('crest'),
    sayCheck('noise'),
    sayCheck('noise-by-octave'),
    sayCheck('dc-offset'),
    sayCheck('clips'),
  ];
  return (
    <Fold id="all levels" summary={sayCheck('all-levels')} small>
      <Box overflowX="auto">
        <table className="figures">
          <thead>
            <tr>
              {heads.map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {report.channels.map((channel) => (
              <tr key={channel.name}>
                <th scope="row">{channel.name}</th>
                <td>{formatNumber(channel.peakDbfs, 1)} dBFS</td>
                <td>{formatNumber(channel.truePeakDbtp, 1)} dBTP</td>
                <td>{formatNumber(channel.loudnessLufs, 1)} LUFS</td>
                <td>{channel.rmsDbfs === undefined ? '–' : `${formatNumber(channel.peakDbfs - channel.rmsDbfs, 1)} dB`}</td>
                <td>{formatNumber(channel.noiseFloorDbfs, 0)} dBFS</td>
                <td>{channel.noiseOctavesDbfs ? <NoiseSpectrum levels={channel.noiseOctavesDbfs} /> : '–'}</td>
                <td>{formatNumber(100 * channel.dcOffset, 2)} %</td>
                <td>{(channel.clipCount ?? channel.clips.length) || sayCheck('none')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </Box>
    </Fold>
  );
}

import { Box } from '@chakra-ui/react';
import type { TakeReport } from '../../../core/analysis';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { Fold } from '../../components/Fold';

/** Everything that was measured of each channel by itself. */
export function ChannelFigures({ report }: { report: Pick<TakeReport, 'channels'> }) {
  const heads = [
    '',
    sayCheck('peak'),
    sayCheck('true-peak'),
    sayCheck('loudness'),
    sayCheck('crest'),
    sayCheck('noise'),
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

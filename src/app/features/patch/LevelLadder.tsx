import { Box } from '@chakra-ui/react';
import { type MicrophoneModel, outputLevelDbu } from '../../../core/microphones';
import { type GainSetting, levelChain, type Outboard, type PatchInput } from '../../../core/patch';
import { formatNumber } from '../../../core/units';

interface Props {
  readonly model: MicrophoneModel;
  readonly setting: GainSetting | null;
  readonly peakSplDb: number;
  readonly input: PatchInput;
  readonly targetDbfs: number;
  readonly between?: Outboard | null;
  /** How much louder a take had it than the model, dB. */
  readonly learnedDb?: number | undefined;
}

interface Rung {
  readonly name: string;
  readonly value: string;
  readonly note?: string;
}

const VERDICTS: Record<GainSetting['verdict'], string> = {
  fits: 'Peaks land where they should.',
  overloads: 'The microphone itself overloads: put its pad on, move it back or take one that stands more.',
  'too-hot': 'Hotter than it should be even at lowest gain: put an attenuator between, or move the microphone back.',
  'too-loud': 'Too loud even at lowest gain: put a pad on or move the microphone back.',
  'too-quiet': 'Too quiet even at full gain: go closer, or put a clean booster in front.',
};

const missing = (db: number): string =>
  `${formatNumber(db, 0)} dB of clean gain are wanting: go closer, put a booster of that much between, or record it so if the input’s noise stays far enough under it.`;

/** From air to file, rung by rung. */
export function LevelLadder({ model, setting, peakSplDb, input, targetDbfs, between = null, learnedDb }: Props) {
  if (!setting) return <Box color="quiet">Nothing sounds yet, so there is no level to predict.</Box>;
  const out = outputLevelDbu(model.sensitivityMvPerPa, peakSplDb, setting.microphonePad ? model.padDb : 0);
  const chain = levelChain(model, peakSplDb, input, setting, targetDbfs);
  const rungs: Rung[] = [
    {
      name: 'In the air, loudest peak',
      value: `${formatNumber(peakSplDb, 0)} dB SPL`,
      ...(learnedDb === undefined
        ? {}
        : { note: `as the take had it: ${formatNumber(Math.abs(learnedDb), 0)} dB ${learnedDb >= 0 ? 'over' : 'under'} the model` }),
    },
    {
      name: model.name,
      value: `${formatNumber(out, 1)} dBu`,
      note: `${setting.microphonePad ? `its ${model.padDb} dB pad is on` : `${formatNumber(model.sensitivityMvPerPa, 1)} mV/Pa`}, takes ${formatNumber(chain.microphoneHeadroomDb, 0)} dB more`,
    },
    ...(between
      ? [
          {
            name: between.name,
            value: `${setting.betweenDb > 0 ? '+' : ''}${formatNumber(setting.betweenDb, 0)} dB`,
            ...(between.gainMinDb < between.gainMaxDb ? { note: 'its knob' } : {}),
          },
        ]
      : []),
    ...(setting.lowCutDb < -0.05
      ? [{ name: 'Low cut', value: `${formatNumber(setting.lowCutDb, 1)} dB`, note: 'what it takes from the loudest sound' }]
      : []),
    {
      name: `Input ${input.name}`,
      value: setting.inputPad ? `pad ${formatNumber(-input.padDb, 0)} dB` : 'no pad',
      note: `takes ${formatNumber(input.maxLevelDbu + (setting.inputPad ? input.padDb : 0), 0)} dBu`,
    },
    input.floats
      ? { name: 'Gain', value: 'none', note: 'it records floating point: only its ceiling counts' }
      : {
          name: 'Gain',
          value: `${formatNumber(setting.gainDb, 0)} dB`,
          note: `knob ${formatNumber(input.gainMinDb, 0)} to ${formatNumber(input.gainMaxDb, 0)} dB`,
        },
    {
      name: 'In the file',
      value: `${formatNumber(setting.predictedPeakDbfs, 1)} dBFS`,
      note: chain.missingGainDb > 0 ? missing(chain.missingGainDb) : VERDICTS[setting.verdict],
    },
    {
      name: 'Noise under it',
      value: `${formatNumber(chain.noiseDbfs, 0)} dBFS`,
      note: `mostly the ${chain.noiseFrom}’s own, ${formatNumber(chain.rangeDb, 0)} dB under the peak; the room’s comes to it`,
    },
  ];
  return (
    <Box as="ol" m="0" p="0" aria-label="From air to file">
      {rungs.map((rung) => (
        <Box as="li" key={rung.name} listStyleType="none" pl="4" py="2" borderLeftWidth="3px" borderColor={rung.name === 'Gain' ? 'tape' : 'line'}>
          <Box fontSize="sm" color="quiet">
            {rung.name}
          </Box>
          <Box className="measure" fontSize={rung.name === 'Gain' ? '2xl' : 'lg'} lineHeight="1.1" color={rung.name === 'Gain' ? 'tape' : 'ink'}>
            {rung.value}
          </Box>
          {rung.note && (
            <Box fontSize="sm" color="quiet">
              {rung.note}
            </Box>
          )}
        </Box>
      ))}
    </Box>
  );
}

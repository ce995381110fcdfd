import { Box } from '@chakra-ui/react';
import { type MicrophoneModel, outputLevelDbu } from '../../../core/microphones';
import { type GainSetting, levelChain, type Outboard, type PatchInput } from '../../../core/patch';
import { formatNumber } from '../../../core/units';
import { sayPatch } from '../../../words/patch.page.en';
import { Help, type Term } from '../../components/Help';

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
  /** What is turned. */
  readonly isGain?: true;
  /** A term that is explained here. */
  readonly asks?: Term;
}

const VERDICTS: Record<GainSetting['verdict'], string> = {
  fits: sayPatch('peaks-land-where-they-should'),
  overloads: sayPatch('the-microphone-itself-overloads-put-its'),
  'too-hot': sayPatch('hotter-than-it-should-be-even'),
  'too-loud': sayPatch('too-loud-even-at-lowest-gain'),
  'too-quiet': sayPatch('too-quiet-even-at-full-gain'),
};

const missing = (db: number): string => sayPatch('db-of-clean-gain-are-wanting', { db: formatNumber(db, 0) });

/** From air to file, rung by rung. */
export function LevelLadder({ model, setting, peakSplDb, input, targetDbfs, between = null, learnedDb }: Props) {
  if (!setting) return <Box color="quiet">{sayPatch('nothing-sounds-yet-so-there-is')}</Box>;
  const out = outputLevelDbu(model.sensitivityMvPerPa, peakSplDb, setting.microphonePad ? model.padDb : 0);
  const chain = levelChain(model, peakSplDb, input, setting, targetDbfs);
  const rungs: Rung[] = [
    {
      name: sayPatch('in-the-air-loudest-peak'),
      value: `${formatNumber(peakSplDb, 0)} dB SPL`,
      ...(learnedDb === undefined
        ? {}
        : { note: sayPatch('as-the-take-had-it-db', { learned: formatNumber(Math.abs(learnedDb), 0), learned2: learnedDb >= 0 ? 'yes' : 'no' }) }),
    },
    {
      name: model.name,
      value: `${formatNumber(out, 1)} dBu`,
      note: sayPatch('microphonepad-its-db-pad-is-on', {
        microphonePad: setting.microphonePad ? 'yes' : 'no',
        pad: model.padDb,
        sensitivityMvPerPa: formatNumber(model.sensitivityMvPerPa, 1),
        microphoneHeadroom: formatNumber(chain.microphoneHeadroomDb, 0),
      }),
    },
    ...(between
      ? [
          {
            name: between.name,
            value: `${setting.betweenDb > 0 ? '+' : ''}${formatNumber(setting.betweenDb, 0)} dB`,
            ...(between.gainMinDb < between.gainMaxDb ? { note: sayPatch('its-knob') } : {}),
          },
        ]
      : []),
    ...(setting.lowCutDb < -0.05
      ? [{ name: sayPatch('low-cut'), value: `${formatNumber(setting.lowCutDb, 1)} dB`, note: sayPatch('what-it-takes-from-the-loudest') }]
      : []),
    {
      name: sayPatch('input', { input: input.name }),
      value: setting.inputPad ? sayPatch('pad-db', { pad: formatNumber(-input.padDb, 0) }) : sayPatch('no-pad'),
      note: sayPatch('takes-dbu', { maxLevelDbu: formatNumber(input.maxLevelDbu + (setting.inputPad ? input.padDb : 0), 0) }),
    },
    input.floats
      ? { name: sayPatch('gain'), isGain: true, value: sayPatch('none'), note: sayPatch('it-records-floating-point-only-its') }
      : {
          name: sayPatch('gain'),
          isGain: true,
          value: `${formatNumber(setting.gainDb, 0)} dB`,
          note: sayPatch('knob-to-db', { gainMin: formatNumber(input.gainMinDb, 0), gainMax: formatNumber(input.gainMaxDb, 0) }),
        },
    {
      name: sayPatch('in-the-file'),
      asks: 'headroom',
      value: `${formatNumber(setting.predictedPeakDbfs, 1)} dBFS`,
      note: chain.missingGainDb > 0 ? missing(chain.missingGainDb) : VERDICTS[setting.verdict],
    },
    {
      name: sayPatch('noise-under-it'),
      value: `${formatNumber(chain.noiseDbfs, 0)} dBFS`,
      note: sayPatch('mostly-the-s-own-db-under', { noiseFrom: chain.noiseFrom, range: formatNumber(chain.rangeDb, 0) }),
    },
  ];
  return (
    <Box as="ol" m="0" p="0" aria-label={sayPatch('from-air-to-file')}>
      {rungs.map((rung) => (
        <Box as="li" key={rung.name} listStyleType="none" pl="4" py="2" borderLeftWidth="3px" borderColor={rung.isGain ? 'tape' : 'line'}>
          <Box fontSize="sm" color="quiet">
            {rung.name}
            {rung.asks && <Help term={rung.asks} />}
          </Box>
          <Box className="measure" fontSize={rung.isGain ? '2xl' : 'lg'} lineHeight="1.1" color={rung.isGain ? 'tape' : 'ink'}>
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

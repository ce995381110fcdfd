import { type MicrophoneModel, outputLevelDbu } from '../microphones';
import { dbFromPowerRatio, powerRatioFromDb } from '../units';
import type { DeviceInput } from './device';
import { type GainSetting, recordedLevelDbfs } from './gain';

/** Equivalent input noise of a usual preamp, dBu over 20 kHz with 150 Ω (common data sheets). */
export const USUAL_EIN_DBU = -126;
/** Its own noise of a microphone whose maker gives none: what 200 Ω make by their warmth, dBu over 20 kHz at 20 °C: 20·lg(√(4·k·T·R·B)/0.7746). */
export const WARM_COIL_DBU = -129.6;

/** What stands between a sound and its file. */
export interface LevelChain {
  /** How far the loudest peak stays under what the microphone takes, under what the input takes, and under full scale, dB. */
  readonly microphoneHeadroomDb: number;
  readonly inputHeadroomDb: number;
  readonly fileHeadroomDb: number;
  /** Noise in the file without any sound, dBFS, and whose it mostly is. */
  readonly noiseDbfs: number;
  readonly noiseFrom: 'microphone' | 'input';
  /** From the noise to the loudest peak, dB. */
  readonly rangeDb: number;
  /** Clean gain that is wanting for the aimed level, dB; 0 when none. */
  readonly missingGainDb: number;
}

/** Levels and noise from the air to the file. */
export function levelChain(model: MicrophoneModel, peakSplDb: number, input: DeviceInput, setting: GainSetting, targetDbfs: number): LevelChain {
  const microphonePadDb = setting.microphonePad ? model.padDb : 0;
  const inputPadDb = setting.inputPad ? input.padDb : 0;
  const levelDbu = outputLevelDbu(model.sensitivityMvPerPa, peakSplDb, microphonePadDb) + setting.betweenDb + setting.lowCutDb;
  const ownNoiseDbu =
    (model.selfNoiseDba === null ? WARM_COIL_DBU : outputLevelDbu(model.sensitivityMvPerPa, model.selfNoiseDba, microphonePadDb)) + setting.betweenDb;
  const [own, preamp] = [
    recordedLevelDbfs(ownNoiseDbu, input, setting.gainDb, inputPadDb),
    recordedLevelDbfs(input.einDbu ?? USUAL_EIN_DBU, input, setting.gainDb, 0),
  ];
  const noiseDbfs = dbFromPowerRatio(powerRatioFromDb(own) + powerRatioFromDb(preamp));
  return {
    microphoneHeadroomDb: model.maxSplDb + microphonePadDb - peakSplDb,
    inputHeadroomDb: input.maxLevelDbu + inputPadDb - levelDbu,
    fileHeadroomDb: -setting.predictedPeakDbfs,
    noiseDbfs,
    noiseFrom: own >= preamp ? 'microphone' : 'input',
    rangeDb: setting.predictedPeakDbfs - noiseDbfs,
    missingGainDb: Math.max(0, setting.gainDb >= input.gainMaxDb ? targetDbfs - setting.predictedPeakDbfs : 0),
  };
}

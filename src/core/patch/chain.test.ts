import { MICROPHONE_CATALOGUE, outputLevelDbu } from '../microphones';
import { DEVICE_CATALOGUE, type DeviceInput, levelChain } from './index';

const model = MICROPHONE_CATALOGUE[0];
const input = DEVICE_CATALOGUE[0]?.inputs[0];
if (!model || !input) throw new Error('there is a catalogue');

/** Worked apart from this code: dBu = 20·lg(V / 0.7746 V), 94 dB SPL = 1 Pa (IEC 60268-1; ISO 1683). */
test.each([
  [20, 94, 0, -31.76],
  [20, 134, 0, 8.24],
  [20, 134, 10, -1.76],
  [1.5, 94, 0, -54.26],
  [1.5, 120, 0, -28.26],
  [2, 100, 0, -45.76],
  [50, 94, 0, -23.8],
  [50, 120, 20, -17.8],
  [8, 110, 0, -23.72],
  [10, 84, 0, -47.78],
  [1, 60, 0, -91.78],
  [25, 74, 0, -49.82],
])('%d mV/Pa at %d dB SPL with %d dB of pad gives %d dBu', (sensitivity, spl, pad, dbu) => {
  expect(outputLevelDbu(sensitivity, spl, pad)).toBeCloseTo(dbu, 1);
});

/** Sensitivity, self-noise, peak, microphone pad, its maximum, input maximum, input pad, input noise, gain; then headrooms and noise, worked apart. */
test.each([
  ['a condenser on a snare', 20, 14, 110, 0, 134, 12, 0, -126, 30, 24, 27.76, -2.24, -93.6],
  ['both pads on', 20, 14, 134, 10, 134, 12, 20, -126, 0, 10, 33.76, 33.76, -137.89],
  ['a moving coil, whose noise is its warmth', 1.5, null, 110, 0, 150, 12, 0, -128, 40, 40, 50.26, 10.26, -97.72],
  ['a soft guitar at full gain', 8, 18, 70, 0, 140, 9, 0, -126, 56, 70, 72.72, 16.72, -68.33],
] as const)(
  '%s',
  (_, sensitivityMvPerPa, selfNoiseDba, peak, micPad, maxSplDb, maxLevelDbu, inPad, einDbu, gainDb, micHead, inHead, fileHead, noise) => {
    const microphone = { ...model, sensitivityMvPerPa, selfNoiseDba, maxSplDb, padDb: micPad };
    const taken: DeviceInput = { ...input, maxLevelDbu, padDb: inPad, einDbu, gainMinDb: 0, gainMaxDb: 56 };
    const setting = {
      gainDb,
      microphonePad: micPad > 0,
      inputPad: inPad > 0,
      predictedPeakDbfs: -fileHead,
      betweenDb: 0,
      lowCutDb: 0,
      level: 'fits' as const,
      verdict: 'fits' as const,
    };
    const chain = levelChain(microphone, peak, taken, setting, -12);
    expect(chain.microphoneHeadroomDb).toBeCloseTo(micHead, 1);
    expect(chain.inputHeadroomDb).toBeCloseTo(inHead, 1);
    expect(chain.fileHeadroomDb).toBeCloseTo(fileHead, 1);
    expect(chain.noiseDbfs).toBeCloseTo(noise, 1);
    expect(chain.rangeDb).toBeCloseTo(-fileHead - noise, 1);
  },
);

test('gain that is wanting is told only at full gain: a soft guitar before a moving coil wants 4.7 dB more', () => {
  const soft = {
    gainDb: 56,
    microphonePad: false,
    inputPad: false,
    predictedPeakDbfs: -16.7,
    betweenDb: 0,
    lowCutDb: 0,
    level: 'fits' as const,
    verdict: 'fits' as const,
  };
  expect(levelChain(model, 70, { ...input, gainMaxDb: 56 }, soft, -12).missingGainDb).toBeCloseTo(4.7, 6);
  expect(levelChain(model, 70, { ...input, gainMaxDb: 66 }, soft, -12).missingGainDb).toBe(0);
});

test('the input’s noise counts at full gain with a weak microphone, the microphone’s own with a strong one', () => {
  const setting = {
    gainDb: 50,
    microphonePad: false,
    inputPad: false,
    predictedPeakDbfs: -12,
    betweenDb: 0,
    lowCutDb: 0,
    level: 'fits' as const,
    verdict: 'fits' as const,
  };
  const weak = { ...model, sensitivityMvPerPa: 1, selfNoiseDba: null };
  expect(levelChain(weak, 80, { ...input, einDbu: -120 }, setting, -12).noiseFrom).toBe('input');
  expect(levelChain({ ...model, sensitivityMvPerPa: 25, selfNoiseDba: 20 }, 80, input, setting, -12).noiseFrom).toBe('microphone');
});

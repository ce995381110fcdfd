import type { TakeReport } from '../analysis';
import { verdictsOf } from './index';

const finding = (severity: 'fix' | 'improve' | 'note', code: string) => ({ severity, code, channels: ['Kick'], message: code });
const said = (...findings: readonly ReturnType<typeof finding>[]): string[] => {
  const report = { channels: [], sources: [], proposal: { flips: [], gainDb: { low: 0, mid: 0, high: 0 } }, sampleRate: 48_000, findings };
  return verdictsOf({ report: report as unknown as TakeReport, proof: null, session: null, matching: {} }).map(({ code }) => code);
};

test('what is to be fixed is said before what is to be improved and noted; what weighs alike stays in its order', () => {
  expect(
    said(finding('note', 'noise'), finding('fix', 'clipped'), finding('note', 'thumps'), finding('improve', 'hum'), finding('fix', 'silent')),
  ).toEqual(['clipped', 'silent', 'hum', 'noise', 'thumps']);
});

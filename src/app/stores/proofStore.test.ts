import { boathouseKit } from '../../../demo/boathouse';
import { TAKE_REPORT_FORMAT, type TakeReport } from '../../core/analysis';
import { matchedNow, prove, proveHere } from './proofStore';

const report: TakeReport = {
  format: TAKE_REPORT_FORMAT,
  version: 1,
  sampleRate: 48_000,
  durationSeconds: 10,
  channels: [],
  pairs: [],
  sources: [],
  proposal: { flips: [], delays: [], gainDb: { low: 0, mid: 0, high: 0 } },
  clocks: [],
  roles: {},
  findings: [],
};

test('a take is held against a plan once, whoever asks; another plan is another question', async () => {
  const session = boathouseKit();
  const held = { session, report, matching: {}, chains: {} };
  const first = prove(held);
  expect(prove({ ...held })).toBe(first);
  const proof = await first;
  expect(proof).toEqual(await proveHere(held));
  expect(proof?.findings.map(({ code }) => code).sort()).toEqual([
    'channel-missing',
    'channel-missing',
    'channel-missing',
    'channel-missing',
    'nothing-matched',
  ]);
  expect(await prove(held)).toBe(proof);
  expect(prove({ ...held, session: { ...session, name: 'Another' } })).not.toBe(first);
});

test('a channel of a microphone that was taken away belongs to none', () => {
  const session = boathouseKit();
  const [first, second] = session.microphones;
  if (!first || !second) throw new Error('demo');
  const without = { ...session, microphones: session.microphones.filter(({ id }) => id !== first.id) };
  expect(matchedNow(without, { a: first.id, b: second.id, c: null })).toEqual({ a: null, b: second.id, c: null });
});

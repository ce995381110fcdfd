import { boathouseSessions } from '../../../../demo/boathouse';
import { arrivalTable } from '../../arrivals';
import { bytesSource, openAudio, writeWav } from '../../audio';
import type { Session } from '../../document';
import { loadFftKernel } from '../../math';
import { resolvePlan } from '../../planning';
import { type Fault, renderTake } from '../../render';
import { checkTake, matchByName, proveTake } from '../index';

/** The practice take of a session, checked and held against its plan. */
async function proofOf(session: Session, faults: readonly Fault[]) {
  const plan = resolvePlan(session);
  const take = renderTake(plan, { seed: 11, rounds: 3, faults });
  const opened = await Promise.all(
    take.channels.map((channel) => openAudio(bytesSource(`${channel.name}.wav`, writeWav([channel.samples], take.sampleRateHz)))),
  );
  const report = await checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel: await loadFftKernel() },
  );
  const names = report.channels.map((channel) => channel.name);
  return { report, proof: proveTake(arrivalTable(plan), report, matchByName(names, plan.microphones)) };
}

const [, song, upright, horn, congas] = boathouseSessions() as [Session, Session, Session, Session, Session];
const idOf = (session: Session, name: string): string => session.microphones.find((microphone) => microphone.name === name)?.id ?? '';

describe('takes of other instruments than drums (rendered, so the truth is known)', () => {
  test.each([
    ['one microphone on guitar and voice', song],
    ['two over an upright’s lid', upright],
    ['ribbon and condenser at a flugelhorn', horn],
    ['congas, heads and open ends', congas],
  ] as const)('%s: as planned, nothing is accused', async (_, session) => {
    const { report, proof } = await proofOf(session, []);
    expect(report.channels.map((channel) => channel.silent)).toEqual(session.microphones.map(() => false));
    expect(proof.findings.filter((finding) => finding.severity === 'fix')).toEqual([]);
    expect(report.findings.filter((finding) => finding.severity === 'fix')).toEqual([]);
  });

  test('a conga’s low microphone whose cable is reversed is found', async () => {
    const { proof } = await proofOf(congas, [{ kind: 'reversed', microphoneId: idOf(congas, 'Conga low') }]);
    expect(proof.findings.filter((finding) => finding.code === 'polarity-reversed').map((finding) => finding.message.facts)).toEqual([
      { of: 'Conga low' },
    ]);
  });

  test('the horn’s condenser reversed: the sum tells it without any plan', async () => {
    const { report } = await proofOf(horn, [{ kind: 'reversed', microphoneId: idOf(horn, 'Horn condenser') }]);
    expect(report.proposal.flips).toHaveLength(1);
    expect(report.proposal.gainDb.low).toBeGreaterThan(1);
    const [pair] = report.pairs;
    expect(pair?.polarity).toBe(-1);
  });

  test('the measured delay of the horn’s pair is the planned one, to a sample', async () => {
    const { report } = await proofOf(horn, []);
    const table = arrivalTable(resolvePlan(horn));
    const [a, b] = [table.rows[0]?.[0], table.rows[1]?.[0]];
    const planned = ((b?.delaySeconds ?? 0) - (a?.delaySeconds ?? 0)) * 48_000;
    expect(Math.abs((report.pairs[0]?.delaySamples ?? Infinity) - planned)).toBeLessThan(1);
  });

  test('both channels of the upright’s pair peak near −12 dBFS, as the patch predicts', async () => {
    const { report } = await proofOf(upright, []);
    for (const channel of report.channels) {
      expect(channel.peakDbfs).toBeGreaterThan(-20);
      expect(channel.peakDbfs).toBeLessThan(-6);
      expect(channel.truePeakDbtp).toBeGreaterThanOrEqual(channel.peakDbfs - 0.05);
    }
  });
});

import { boathouseKit } from '../../../../demo/boathouse';
import { sayMetric as said } from '../../../words';
import { arrivalTable } from '../../arrivals';
import { bytesSource, openAudio, writeWav } from '../../audio';
import { editMicrophone, type Session } from '../../document';
import { loadFftKernel } from '../../math';
import { resolvePlan } from '../../planning';
import { type Fault, renderTake } from '../../render';
import { checkTake, matchByName, proveTake, whereabouts } from '../index';
import { nameWords } from '../reading/nameWords';

const idOf = (session: Session, name: string): string => session.microphones.find((microphone) => microphone.name === name)?.id ?? '';

/** Renders what `really` stands in the room, and holds it against what `planned` says. */
async function prove(planned: Session, really: Session, faults: Fault[]) {
  const table = arrivalTable(resolvePlan(planned));
  const take = renderTake(resolvePlan(really), { seed: 3, rounds: 3, faults });
  const opened = await Promise.all(
    take.channels.map((channel) => openAudio(bytesSource(`${channel.name}.wav`, writeWav([channel.samples], take.sampleRateHz)))),
  );
  const report = await checkTake(
    opened.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel: await loadFftKernel() },
  );
  return proveTake(
    table,
    report,
    matchByName(
      report.channels.map((channel) => channel.name),
      table.plan.microphones,
    ),
  );
}

test('a take as planned has nothing to fix', async () => {
  const session = boathouseKit();
  const proof = await prove(session, session, []);
  expect(proof.findings).toEqual([]);
  // What reaches the overheads reaches them clearly; a crash in the snare's microphone comes by the room.
  const overheads = ['Overhead left', 'Overhead right'].map((name) => idOf(session, name));
  const clear = proof.comparisons.filter(({ microphoneId, spotId }) => overheads.includes(microphoneId) && spotId !== idOf(session, 'Kick'));
  expect(clear.length).toBeGreaterThan(5);
  for (const c of clear) expect(Math.abs(c.measuredSamples - c.plannedSamples)).toBeLessThan(2);
  expect(new Set(proof.comparisons.map(({ sourceName }) => sourceName)).size).toBe(7);
});

test('one overhead reversed and the kick 40 samples late: both found, nothing else', async () => {
  const session = boathouseKit();
  const proof = await prove(session, session, [
    { kind: 'reversed', microphoneId: idOf(session, 'Overhead right') },
    { kind: 'late', microphoneId: idOf(session, 'Kick'), samples: 40 },
  ]);
  expect(proof.findings.map((finding) => finding.code).sort()).toEqual(['channel-late', 'polarity-reversed']);
  expect(said(proof.findings.find((f) => f.code === 'polarity-reversed')?.message)).toBe(
    'The polarity of Overhead right is reversed. Check its cable and every polarity switch in its path.',
  );
  expect(said(proof.findings.find((f) => f.code === 'channel-late')?.message)).toMatch(
    /^Kick is 0\.8\d ms \((39|40|41) samples, 2[789]\.?\d? cm\) late/,
  );
});

test('two of four reversed: which two is a question about all four, and nobody is accused', async () => {
  const session = boathouseKit();
  const proof = await prove(
    session,
    session,
    ['Overhead right', 'Kick'].map((name): Fault => ({ kind: 'reversed', microphoneId: idOf(session, name) })),
  );
  expect(proof.findings.map(({ severity, code }) => [severity, code])).toEqual([['note', 'question']]);
  const message = proof.findings[0]?.message ?? '';
  for (const { name } of session.microphones) expect(said(message)).toContain(name);
  expect(said(message)).toMatch(/^Some of .* have opposite polarity to the others\. This take cannot tell which\./);
});

test('an overhead 12 cm farther from the snare than planned is told as a place, with the way to move it', async () => {
  const planned = boathouseKit();
  const left = planned.microphones.find((microphone) => microphone.name === 'Overhead left');
  if (!left) throw new Error('demo');
  const really = editMicrophone(left.id, { positionM: { ...left.positionM, z: left.positionM.z + 0.14 } })(planned);
  const proof = await prove(planned, really, []);
  const finding = proof.findings.find((f) => f.code === 'distance-differs' && f.id.endsWith('/snare'));
  expect(said(finding?.message)).toMatch(/The snare reaches Overhead left .* later than planned\. Move it 1[12](\.5)? cm closer/);
});

describe('matching channels to microphones by name (common practice of naming files)', () => {
  const { microphones } = resolvePlan(boathouseKit());
  test.each([
    ['OH_L_01', 'Overhead left'],
    ['ohR', 'Overhead right'],
    ['Kik in', 'Kick'],
    ['02 SNR top', 'Snare'],
    ['Overhead Right', 'Overhead right'],
  ])('%s is %s', (channel, name) => {
    const matched = matchByName([channel], microphones)[channel];
    expect(microphones.find((microphone) => microphone.id === matched)?.name).toBe(name);
  });
  test('what is like nothing stays unmatched', () => {
    expect(matchByName(['Audio 7'], microphones)['Audio 7']).toBeNull();
    expect(nameWords('OHL-take3')).toEqual(['overhead', 'left', 'take']);
  });
});

test('where the microphones are: as planned none is told elsewhere; an overhead 25 cm lower is told so within its stated error, and no other', async () => {
  const planned = boathouseKit();
  const table = arrivalTable(resolvePlan(planned));
  const elsewhere = (proof: Awaited<ReturnType<typeof prove>>) => whereabouts(table, proof, 48_000).filter(({ verdict }) => verdict === 'elsewhere');
  expect(elsewhere(await prove(planned, planned, []))).toEqual([]);
  const left = planned.microphones.find((microphone) => microphone.name === 'Overhead left');
  if (!left) throw new Error('demo');
  const lower = { ...left.positionM, z: left.positionM.z - 0.25 };
  const told = elsewhere(await prove(planned, editMicrophone(left.id, { positionM: lower })(planned), []));
  expect(told.map(({ microphoneId }) => microphoneId)).toEqual([left.id]);
  expect(said(told[0]?.message)).toMatch(/^Overhead left is \d+(\.\d)? cm lower/);
  const { positionM, sigmaM } = told[0] as (typeof told)[number];
  expect(Math.hypot(positionM.x - lower.x, positionM.y - lower.y, positionM.z - lower.z)).toBeLessThan(3 * sigmaM + 0.01);
});

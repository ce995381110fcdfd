import { boathouseKit } from '../../../demo/boathouse';
import { findingInWords } from '../../words/takes';
import { checkTake, type TakeReport } from '../analysis';
import { bytesSource, openAudio, writeWav } from '../audio';
import { createRandom, loadFftKernel } from '../math';
import { resolveFiles } from '../planning';
import { renderTake } from '../render';
import { readTakeReport } from './takeSchema';

let report: TakeReport;
beforeAll(async () => {
  const take = renderTake(resolveFiles(boathouseKit()), { seed: 3 });
  const silent = { name: 'Silent', samples: new Float32Array(take.channels[0]?.samples.length ?? 0) };
  const files = await Promise.all(
    [...take.channels, silent].map(({ name, samples }) =>
      openAudio(bytesSource(`${name}.wav`, new Uint8Array(writeWav([samples], take.sampleRateHz)))),
    ),
  );
  const checked = await checkTake(
    files.flatMap((result) => (result.ok ? [result.file] : [])),
    { kernel: await loadFftKernel() },
  );
  report = { ...checked, findings: checked.findings.map(findingInWords) };
});

test('what the check makes is read, as it was and as a file has it; a newer one is said to be', () => {
  expect(readTakeReport(report)).toEqual({ ok: true, report });
  expect(readTakeReport(JSON.parse(JSON.stringify(report))).ok).toBe(true);
  expect(readTakeReport({ ...report, version: 99 })).toEqual({ ok: false, reason: expect.objectContaining({ code: 'take-newer' }) });
});

test('anything else is refused by naming the field (seeded)', () => {
  for (const odd of [null, 7, 'x', [], {}, { format: report.format }, { ...report, format: 'other' }]) expect(readTakeReport(odd).ok).toBe(false);
  for (let seed = 1; seed <= 300; seed++) {
    const random = createRandom(seed);
    const broken = JSON.parse(JSON.stringify(report)) as Record<string, unknown>;
    // One required field of something in it becomes another kind of thing.
    const lists = ['channels', 'pairs', 'sources', 'findings'].filter((key) => (broken[key] as unknown[]).length > 0);
    const key = lists[random.integer(0, lists.length - 1)] as string;
    const list = broken[key] as Record<string, unknown>[];
    const item = list[random.integer(0, list.length - 1)] as Record<string, unknown>;
    const fields = { channels: ['name', 'clips'], pairs: ['a', 'b', 'polarity'], sources: ['spot', 'arrivals'], findings: ['code', 'message'] }[
      key
    ] as string[];
    const field = fields[random.integer(0, fields.length - 1)] as string;
    item[field] = [undefined, 7, { odd: true }][random.integer(0, 2)];
    const read = readTakeReport(broken);
    expect([seed, key, field, read.ok]).toEqual([seed, key, field, false]);
    if (!read.ok) expect(read.reason).toMatchObject({ code: 'take-unreadable', facts: { field: expect.stringContaining(field) } });
  }
});

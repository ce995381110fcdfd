import fc from 'fast-check';
import wavefile from 'wavefile';
import { bytesSource, openAudio } from '../audio';
import { MemorySink, TakeWriter } from './takeWriter';

const MADE_AT = '2026-12-01T10:00:00Z';
/** A sample that says whose it is and which. */
const mark = (channel: number, frame: number): number => (channel + 1) / 64 + frame / 2 ** 22;

function feed(writer: TakeWriter, batches: readonly { readonly frame: number; readonly count: number }[], channels: number): void {
  for (const { frame, count } of batches)
    writer.add(
      frame,
      Array.from({ length: channels }, (_, c) => Float32Array.from({ length: count }, (_, i) => mark(c, frame + i))),
    );
}

/** Read by a library that shares nothing with the writer. */
const samplesOf = (sink: MemorySink): { rate: number; samples: Float64Array } => {
  const wav = new wavefile.WaveFile(sink.content());
  return { rate: (wav.fmt as { sampleRate: number }).sampleRate, samples: wav.getSamples(false) as unknown as Float64Array };
};

describe('a take written as it comes', () => {
  it('has every sample of every channel in its place, and silence where something was lost, told (seeded)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ count: fc.integer({ min: 1, max: 3000 }), gap: fc.constantFrom(0, 0, 0, 0, 128, 512) }), {
          minLength: 1,
          maxLength: 40,
        }),
        fc.integer({ min: 0, max: 1e6 }),
        (pieces, first) => {
          let frame = first;
          let gaps = 0;
          const batches = pieces.map(({ count, gap }, i) => {
            // Before the first there is nothing that could be lost.
            const own = i === 0 ? 0 : gap;
            gaps += own;
            frame += own;
            const batch = { frame, count };
            frame += count;
            return batch;
          });
          const order = [2, 0, 1];
          const sinks = order.map(() => new MemorySink());
          const writer = new TakeWriter(
            order.map((channel, t) => ({ channel, sink: sinks[t] as MemorySink })),
            48_000,
            MADE_AT,
          );
          feed(writer, batches, 3);
          writer.finish();
          const lost = writer.lost.reduce((sum, { seconds }) => sum + seconds, 0);
          if (Math.round(lost * 48_000) !== gaps) return false;
          const there = new Set(batches.flatMap((batch) => Array.from({ length: batch.count }, (_, i) => batch.frame - first + i)));
          return order.every((channel, t) => {
            const { rate, samples } = samplesOf(sinks[t] as MemorySink);
            return (
              rate === 48_000 &&
              samples.length === frame - first &&
              samples.every((x, i) => x === (there.has(i) ? Math.fround(mark(channel, first + i)) : 0))
            );
          });
        },
      ),
      { seed: 31, numRuns: 60 },
    );
  });

  it('can be read up to its last second when it was cut off', async () => {
    const sink = new MemorySink();
    const writer = new TakeWriter([{ channel: 0, sink }], 48_000, MADE_AT);
    feed(
      writer,
      Array.from({ length: 50 }, (_, i) => ({ frame: i * 2400, count: 2400 })),
      1,
    );
    // Nobody finished it.
    const opened = await openAudio(bytesSource('cut.wav', sink.content()));
    expect(opened).toMatchObject({ ok: true });
    if (opened.ok) expect(opened.file.info.frameCount).toBeGreaterThanOrEqual(96_000);
  });

  it('has an input that gives fewer channels than before silent', () => {
    const sink = new MemorySink();
    const writer = new TakeWriter([{ channel: 3, sink }], 44_100, MADE_AT);
    writer.add(0, [Float32Array.of(0.5, 0.5)]);
    writer.finish();
    expect([...samplesOf(sink).samples]).toEqual([0, 0]);
  });
});

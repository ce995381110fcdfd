import { createRandom } from '../math';
import { type ByteSource, readAhead } from './index';

const SIZE = 3_000_000;
const BYTES = Uint8Array.from({ length: SIZE }, (_, i) => (i * 31 + (i >> 8)) & 255);

/** A source that counts what is asked of it. */
function counted(): { readonly source: ByteSource; readonly reads: number[] } {
  const reads: number[] = [];
  const source: ByteSource = {
    name: 'x',
    sizeBytes: SIZE,
    read: async (offset, length) => {
      const bytes = BYTES.slice(offset, offset + length);
      reads.push(bytes.length);
      return bytes;
    },
  };
  return { source, reads };
}

test('whatever is read, in whatever order and two at once, is what lies there (seeded)', async () => {
  for (let seed = 1; seed <= 20; seed++) {
    const random = createRandom(seed);
    const ahead = readAhead(counted().source);
    let next = 0;
    for (let n = 0; n < 40; n++) {
      const asks = Array.from({ length: random.integer(1, 2) }, () => {
        const offset = random.uniform() < 0.6 ? next + random.integer(0, 5000) : random.integer(0, SIZE + 10);
        const length = random.integer(0, random.uniform() < 0.1 ? 1_500_000 : 40_000);
        next = offset + length;
        return { offset, length };
      });
      const got = await Promise.all(asks.map(({ offset, length }) => ahead.read(offset, length)));
      got.forEach((bytes, i) => {
        const { offset, length } = asks[i] as (typeof asks)[number];
        expect([seed, n, Buffer.compare(Buffer.from(bytes), Buffer.from(BYTES.subarray(offset, offset + length)))]).toEqual([seed, n, 0]);
      });
    }
  }
});

test('read from end to end in small pieces it takes a read for each mebibyte; here and there it reads no more than it is asked for', async () => {
  const on = counted();
  const ahead = readAhead(on.source);
  for (let at = 0; at < SIZE; at += 12_288) await ahead.read(at, 12_288);
  expect(on.reads.length).toBeLessThanOrEqual(3);
  const scattered = counted();
  const apart = readAhead(scattered.source);
  for (const at of [2_000_000, 900_000, 1_700_000, 100_000]) await apart.read(at, 500);
  expect(scattered.reads).toEqual([500, 500, 500, 500]);
});

import { lowCutDb, type PerBand } from './index';

/** A high-pass of second order, summed over many frequencies as plainly as can be: equal energy in each sliver of an octave. */
function summed(bandsDb: PerBand, cutsHz: readonly number[]): number {
  const edges = [50, 200, 800, 3200, 12_800];
  let [all, left] = [0, 0];
  bandsDb.forEach((db, band) => {
    for (let k = 0; k < 2000; k++) {
      const hertz = (edges[band] as number) * 4 ** ((k + 0.5) / 2000);
      const energy = 10 ** (db / 10) / 2000;
      all += energy;
      left += energy * cutsHz.reduce((rest, cut) => rest / (1 + (cut / hertz) ** 4), 1);
    }
  });
  return 10 * Math.log10(left / all);
}

test.each<[PerBand, readonly number[]]>([
  [[0, 0, 0, 0], [80]],
  [[0, -20, -30, -40], [80]],
  [[0, -20, -30, -40], [100]],
  [[-30, 0, -3, -9], [80]],
  [[0, -6, -12, -20], [160]],
  [[0, -40, -40, -40], [300]],
])('%j dB by band behind %j Hz: as summed over 8,000 frequencies', (bandsDb, cutsHz) => {
  expect(lowCutDb(bandsDb, cutsHz)).toBeCloseTo(summed(bandsDb, cutsHz), 2);
});

test('two low cuts, one after the other, take at least as much as the stronger, and at most as much as both alone', () => {
  for (const bass of [0, -6, -20]) {
    const bandsDb: PerBand = [bass, 0, -3, -6];
    const [one, other, both] = [lowCutDb(bandsDb, [80]), lowCutDb(bandsDb, [120]), lowCutDb(bandsDb, [80, 120])];
    expect(both).toBeLessThanOrEqual(Math.min(one, other));
    expect(both).toBeGreaterThanOrEqual(one + other - 1);
    expect(lowCutDb(bandsDb, [])).toBe(0);
  }
});

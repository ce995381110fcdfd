import { readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';

/**
 * Draws how often what is stated with a probability is so: `tsx scripts/calibration.ts --planned FILE --alone FILE --clean N --reversed N --late N`.
 * The files are lines of JSON as `hostile/calibration` (CLAIMS) and `trials` (--claims) write them; the counts are the takes of each kind behind
 * the second, which are weighed so that each thing is wrong as often as the product takes it to be.
 */
const { values } = parseArgs({
  options: {
    planned: { type: 'string', multiple: true, default: [] },
    alone: { type: 'string', multiple: true, default: [] },
    clean: { type: 'string', default: '1' },
    reversed: { type: 'string', default: '1' },
    late: { type: 'string', default: '1' },
    out: { type: 'string', default: 'docs/calibration.svg' },
  },
});

interface Claim {
  readonly probability: number;
  readonly right: boolean;
  readonly fault?: 'none' | 'reversed' | 'late';
  readonly channels?: number;
}

/** As in `analysis/signs` and `analysis/delays/late`: for each channel. */
const RATES = { reversed: 0.02, late: 0.03 };
const BINS = 10;

const linesOf = (files: readonly string[]): Claim[] =>
  files.flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .filter((line) => line !== '')
      .map((line) => JSON.parse(line) as Claim),
  );

/** Share of takes of this kind in the world over their share here. */
function weightOf({ fault = 'none', channels = 1 }: Claim): number {
  const some = channels * (RATES.reversed + RATES.late);
  if (fault === 'none') return Math.max(0, 1 - some) / Number(values.clean);
  return (channels * RATES[fault]) / Number(values[fault]);
}

interface Bin {
  readonly stated: number;
  readonly so: number;
  readonly count: number;
}

function binsOf(claims: readonly Claim[], weight: (claim: Claim) => number): (Bin | null)[] {
  return Array.from({ length: BINS }, (_, bin) => {
    const own = claims.filter(({ probability }) => Math.min(BINS - 1, Math.floor(probability * BINS)) === bin);
    const whole = own.reduce((sum, claim) => sum + weight(claim), 0);
    if (whole === 0) return null;
    const mean = (of: (claim: Claim) => number): number => own.reduce((sum, claim) => sum + weight(claim) * of(claim), 0) / whole;
    return { stated: mean(({ probability }) => probability), so: mean(({ right }) => (right ? 1 : 0)), count: own.length };
  });
}

const SIDE = 320;
const LEFT = 56;
const x = (share: number): number => LEFT + SIDE * share;
const y = (share: number): number => 20 + SIDE * (1 - share);

/** Where a share that was counted so often may lie, nineteen times in twenty (Wilson 1927). */
function within({ so, count }: Bin): [number, number] {
  const z = 1.96;
  const middle = (so + (z * z) / (2 * count)) / (1 + (z * z) / count);
  const half = (z / (1 + (z * z) / count)) * Math.sqrt((so * (1 - so)) / count + (z * z) / (4 * count * count));
  return [middle - half, middle + half];
}

const SETS = [
  { name: 'with a plan', shift: -3, form: 'circle', bins: binsOf(linesOf(values.planned), () => 1) },
  { name: 'from the files alone', shift: 3, form: 'square', bins: binsOf(linesOf(values.alone), weightOf) },
] as const;

const marks = SETS.flatMap(({ shift, form, bins }) =>
  bins.flatMap((bin) => {
    if (!bin) return [];
    const [low, high] = within(bin);
    const [cx, cy] = [x(bin.stated) + shift, y(bin.so)];
    const mark =
      form === 'circle'
        ? `<circle cx="${cx.toFixed(1)}" cy="${cy.toFixed(1)}" r="4"/>`
        : `<rect x="${(cx - 3.5).toFixed(1)}" y="${(cy - 3.5).toFixed(1)}" width="7" height="7" fill="#fff"/>`;
    return [
      `<path d="M${cx.toFixed(1)} ${y(low).toFixed(1)}V${y(high).toFixed(1)}"/>`,
      mark,
      `<text x="${(cx + 7).toFixed(1)}" y="${(cy + (shift < 0 ? -6 : 14)).toFixed(1)}" font-size="10" stroke="none">${bin.count}</text>`,
    ];
  }),
);
const grid = [0, 0.2, 0.4, 0.6, 0.8, 1].flatMap((share) => [
  `<text x="${x(share)}" y="${y(0) + 18}" text-anchor="middle">${Math.round(100 * share)}</text>`,
  `<text x="${LEFT - 8}" y="${y(share) + 4}" text-anchor="end">${Math.round(100 * share)}</text>`,
]);
writeFileSync(
  values.out,
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${LEFT + SIDE + 40} ${SIDE + 100}" font-family="sans-serif" font-size="12">
<title>What is stated with a probability, and how often it is so</title>
<rect width="100%" height="100%" fill="#fff"/>
<path d="M${x(0)} ${y(1)}H${x(1)}V${y(0)}H${x(0)}Z" fill="none" stroke="#999"/>
<path d="M${x(0)} ${y(0)}L${x(1)} ${y(1)}" stroke="#999" stroke-dasharray="4 4"/>
<path d="M${x(0.05)} ${y(0)}L${x(1)} ${y(0.95)}M${x(0)} ${y(0.05)}L${x(0.95)} ${y(1)}" stroke="#ddd"/>
${grid.join('\n')}
<text x="${x(0.5)}" y="${y(0) + 38}" text-anchor="middle">stated, %</text>
<text transform="translate(16 ${y(0.5)}) rotate(-90)" text-anchor="middle">so, %</text>
<g stroke="#222" fill="#222">${marks.join('\n')}</g>
<g stroke="#222" fill="#222"><circle cx="${x(0)}" cy="${y(0) + 58}" r="4"/><rect x="${x(0) + 116}" y="${y(0) + 54}" width="7" height="7" fill="#fff"/></g>
<text x="${x(0) + 10}" y="${y(0) + 62}">with a plan</text><text x="${x(0) + 130}" y="${y(0) + 62}">from the files alone; figures count</text>
</svg>
`,
);
for (const { name, bins } of SETS)
  bins.forEach((bin, i) => {
    if (bin)
      process.stdout.write(
        `${name}, ${10 * i} to ${10 * i + 10} %: stated ${(100 * bin.stated).toFixed(1)}, so ${(100 * bin.so).toFixed(1)} % of ${bin.count}\n`,
      );
  });

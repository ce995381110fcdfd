/** How many seeded cases a test walks: a sample in `npm test`, all of them in `npm run walks`. */
export const walks = (sample: number, all: number): number => (process.env.ALL_WALKS ? all : sample);

interface Walk {
  /** What is walked, for the line that says how far it went. */
  readonly name: string;
  readonly from?: number;
  /** Cases that are walked however long they take, and all there are. */
  readonly least: number;
  readonly all: number;
  /** In `npm test` no case is begun after this time. */
  readonly seconds: number;
}

/** Seeds for heavy cases: all of them in `npm run walks`; in `npm test` as many as a time allows, the first ones always. Which is printed. */
export function* seedsFor({ name, from = 1, least, all, seconds }: Walk): Generator<number> {
  const end = process.env.ALL_WALKS ? Number.POSITIVE_INFINITY : Date.now() + 1000 * seconds;
  let seed = from;
  while (seed < from + all && (seed < from + least || Date.now() < end)) yield seed++;
  process.stdout.write(`${name}: seeds ${from} to ${seed - 1} of ${from + all - 1}\n`);
}

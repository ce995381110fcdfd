import { boathouseSessions } from '../demo/boathouse';
import type { Session } from '../src/core/document';
import { exportSession, importDocument } from '../src/core/exchange';
import { createRandom } from '../src/core/math';
import { sayDocument } from '../src/words/documents';
import { troubleIn } from './workOut';

type Random = ReturnType<typeof createRandom>;

/** What came of many damaged documents. */
export interface DocumentCounts {
  documents: number;
  refused: number;
  accepted: number;
  readonly wrong: string[];
}

export const noDocuments = (): DocumentCounts => ({ documents: 0, refused: 0, accepted: 0, wrong: [] });

const whole = (random: Random, low: number, high: number): number => Math.floor(random.between(low, high));
const pick = <T>(random: Random, list: readonly T[]): T => list[whole(random, 0, list.length)] as T;

/** Values that a field of any kind may be struck by. */
const ODD: readonly unknown[] = [
  null,
  true,
  '',
  ' ',
  '__proto__',
  'constructor',
  'toString',
  '<script>alert(1)</script>',
  'a/b?c#d\\e',
  'x'.repeat(5000),
  'Ünïcode 鼓 🥁 طبل',
  '\u0000\u001b[2J',
  '=HYPERLINK("x")',
  0,
  -0,
  -1,
  1e-9,
  0.5,
  1e9,
  1e308,
  -1e308,
  Number.MAX_SAFE_INTEGER,
  '12',
  'none',
  [],
  {},
  [null],
  [[]],
  { id: 'x' },
  '2026-02-31T00:00:00Z',
  'not-a-date',
];

type Holder = Record<string | number, unknown>;

/** Every place in a document: the object that holds it, and its key. */
function places(value: unknown, found: [Holder, string | number][] = []): [Holder, string | number][] {
  if (typeof value !== 'object' || value === null) return found;
  for (const key of Object.keys(value)) {
    found.push([value as Holder, Array.isArray(value) ? Number(key) : key]);
    places((value as Holder)[key], found);
  }
  return found;
}

const nudged = (random: Random, value: unknown): unknown => {
  if (typeof value === 'number') return value * pick(random, [0, -1, 2, 0.001, 1000, 1]) + pick(random, [0, 1e-7, 0.3, -0.3, 45, 400]);
  if (typeof value === 'string') return pick(random, [`${value}x`, value.slice(1), value.toUpperCase(), value.repeat(3)]);
  if (Array.isArray(value)) return pick(random, [[], [...value, ...value], value.slice(1), value.toReversed()]);
  return value;
};

/** One small accident to a document, in place. */
function strike(random: Random, document: Holder): void {
  const all = places(document);
  const [holder, key] = pick(random, all);
  const kind = whole(random, 0, 6);
  if (kind === 0) {
    if (Array.isArray(holder)) holder.splice(Number(key), 1);
    else delete holder[key];
  } else if (kind === 1) holder[key] = structuredClone(pick(random, ODD));
  else if (kind === 2) {
    const [other, otherKey] = pick(random, all);
    holder[key] = structuredClone(other[otherKey]);
  } else if (kind === 3 && !Array.isArray(holder))
    holder[pick(random, ['__proto__', 'extra', 'constructor', 'id', 'name', 'units'])] = structuredClone(pick(random, ODD));
  else holder[key] = nudged(random, holder[key]);
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: that none is left is the point
const UNFIT = /[\u0000-\u001f\u007f-\u009f]|undefined|\[object/;

/** A damaged session, from its seed, as text. */
function damagedDocument(seed: number): string {
  const random = createRandom(seed);
  const document = JSON.parse(exportSession(pick(random, boathouseSessions()))) as Holder;
  for (let n = whole(random, 1, 3); n > 0; n--) strike(random, document);
  const text = JSON.stringify(document);
  return random.between(0, 1) < 0.02 ? text.slice(0, whole(random, 0, text.length)) : text;
}

/** Imports one damaged session: refused with one sentence, or taken in, worked out and the same when exported again. */
export function strikeOne(seed: number, counts: DocumentCounts): Session | null {
  const wrong = (words: string): null => {
    counts.wrong.push(`seed ${seed}: ${words}`);
    return null;
  };
  counts.documents++;
  const text = damagedDocument(seed);
  try {
    const read = importDocument(text);
    if (!read.ok) {
      counts.refused++;
      const reason = sayDocument(read.reason);
      return UNFIT.test(reason) || reason.length > 400 || !reason.endsWith('Nothing was changed.')
        ? wrong(`refused with ${JSON.stringify(reason.slice(0, 300))}`)
        : null;
    }
    if (read.kind !== 'session') return wrong(`read as a ${read.kind}`);
    counts.accepted++;
    const again = importDocument(exportSession(read.session));
    if (!again.ok || again.kind !== 'session' || exportSession(again.session) !== exportSession(read.session))
      return wrong('exported, it does not come back the same');
    const trouble = troubleIn(read.session);
    return trouble ? wrong(trouble) : read.session;
  } catch (error) {
    return wrong(error instanceof Error ? `${error.message} ${error.stack?.split('\n')[1]?.trim() ?? ''}` : String(error));
  }
}

import { THREE_TO_ONE_DB } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import { asFrequency, asList, asMidway, asTime, type Several, type Told } from '../units';
import { tell } from './codes';
import type { Finding } from './finding';
import { polaritySet, type SignEdge } from './polaritySet';
import { type Shared, sharedSources } from './shared';

/** Beyond this delay the ear and the low end no longer care which way up the copy is (our choice: half of 50 Hz). */
const LONGEST_DELAY_S = 0.01;
/** A shared source counts for less the farther it is under a channel's loudest, gone at this, dB. */
const HEARD_WITHIN_DB = 12;
/** What a flip costs: the fewest are wanted, and of two a close microphone's rather than a pair's or a far one's. */
const FLIP_COST = { close: 0.03, far: 0.05 };

/** A close microphone is flipped for its own source, never for what leaks into it from a neighbour. */
const concerns = ({ first, second, source }: Shared): boolean => {
  const key = sourceKey(source);
  return first.targetKey === key || second.targetKey === key || (first.targetKey === null && second.targetKey === null);
};

interface Judged extends SignEdge {
  readonly shared: Shared;
  readonly seconds: number;
  /** So far apart that the source has nothing below where the one polarity is as full as the other. */
  readonly isConvention: boolean;
}

/** What is so far apart counts so much: to be of one polarity is a habit there, and no gain. */
const CONVENTION = 0.2;

/** Two copies τ apart add to as much either way up at 1/(4τ): only below it opposite polarity costs low end (sum of two copies: 2cos πfτ or 2 sin πfτ). */
const isConventionAt = (seconds: number, lowestHz: number): boolean => seconds > 0 && 1 / (4 * seconds) <= lowestHz;

function judged(table: ArrivalTable): Judged[] {
  return sharedSources(table, THREE_TO_ONE_DB).flatMap((shared): Judged[] => {
    const { firstArrival, secondArrival, firstIndex, secondIndex, sourceIndex } = shared;
    const seconds = Math.abs(firstArrival.delaySeconds - secondArrival.delaySeconds);
    if (!firstArrival.settled || !secondArrival.settled || !concerns(shared) || seconds > LONGEST_DELAY_S) return [];
    const [a, b] = [table.channelDb[firstIndex]?.[sourceIndex] ?? -Infinity, table.channelDb[secondIndex]?.[sourceIndex] ?? -Infinity];
    const weight = Math.max(0.05, (1 + Math.min(a, b) / HEARD_WITHIN_DB) * (1 - Math.abs(a - b) / THREE_TO_ONE_DB));
    const isConvention = isConventionAt(seconds, shared.source.bandHz[0]);
    const agree = firstArrival.polarity === secondArrival.polarity;
    return [{ a: firstIndex, b: secondIndex, agree, weight: weight * (isConvention ? CONVENTION : 1), shared, seconds, isConvention }];
  });
}

const listed = (names: readonly string[]): Told | Several =>
  names.length < 3 ? asList(names) : tell('and-more', { names: names.slice(0, 2).join(', '), names2: names.length - 2 });

/** What one microphone of the set is told: against whom, about what, and to be flipped. */
function findingFor(microphone: PlanMicrophone, own: readonly Judged[]): Finding {
  const [main] = [...own].sort((x, y) => y.weight - x.weight);
  const { source } = (main as Judged).shared;
  const others = own
    .filter(({ shared }) => shared.source === source)
    .map(({ shared }) => (shared.first.id === microphone.id ? shared.second : shared.first));
  const name = asMidway(source.name);
  const { seconds, isConvention } = main as Judged;
  return {
    id: `polarity/${microphone.id}`,
    code: 'polarity-opposed',
    severity: isConvention ? 'note' : 'improve',
    microphoneIds: [microphone.id, ...others.map(({ id }) => id)],
    message: tell('and-have-opposite-polarity-on-the', { microphone: microphone.name, listed: listed(others.map((other) => other.name)), name }),
    advice: tell('invert-in-the-mix', { microphone: microphone.name }),
    why: isConvention
      ? tell('so-far-apart-either-is-as-full', { seconds: asTime(seconds), even: asFrequency(1 / (4 * seconds)), name })
      : tell('added-together-they-lose-their-low', { name, even: asFrequency(1 / (4 * Math.max(1e-5, seconds))) }),
    // Opposed or not: there is no more or less of it.
    howMuch: 1,
    move: { kind: 'flip', microphoneId: microphone.id, label: tell('invert-it-in-the-mix') },
  };
}

/**
 * Channels that hear what they share opposite ways up, judged as one set for the whole plan: the fewest flips that make the most of
 * it agree. What no flip could mend is not told.
 */
export function polarityOpposed(table: ArrivalTable): Finding[] {
  const edges = judged(table);
  const { microphones } = table.plan;
  const costs = microphones.map(({ targetKey }, i) => (targetKey === null ? FLIP_COST.far : FLIP_COST.close) + 1e-5 * i);
  const flips = polaritySet(microphones.length, edges, costs);
  return [...flips].flatMap((index) => {
    const own = edges.filter(({ a, b, agree }) => !agree && (a === index) !== (b === index) && flips.has(a) !== flips.has(b));
    return own.length ? [findingFor(microphones[index] as PlanMicrophone, own)] : [];
  });
}

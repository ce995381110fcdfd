import type { PlanMicrophone } from '../../arrivals';
import type { Matching } from '../proof/proof';
import { nameWords, numbersOf } from './nameWords';

/** Words of which a microphone has one at most: two names with different ones of a row are different microphones. */
const SIDES: readonly (readonly string[])[] = [
  ['left', 'right', 'middle'],
  ['low', 'high'],
  ['top', 'under'],
  ['front', 'back'],
  ['inside', 'outside'],
  ['rack', 'floor'],
  ['mid', 'side'],
];

interface Name {
  readonly words: readonly string[];
  readonly numbers: readonly string[];
}

/** Whether two names say different sides or numbers, so that they cannot be one microphone's. */
function contradict(a: Name, b: Name): boolean {
  const sides = SIDES.some((row) => {
    const [of, other] = [a, b].map(({ words }) => row.filter((side) => words.includes(side)));
    return of && other && of.length > 0 && other.length > 0 && !of.some((side) => other.includes(side));
  });
  const numbers = a.numbers.length > 0 && b.numbers.length > 0 && !a.numbers.some((one) => b.numbers.includes(one));
  return sides || numbers;
}

const LEAST_LIKENESS = 0.4;
/** Two that are as like as this to each other are not told apart by their names. */
const AS_LIKE = 0.05;

function likeness(channel: string, own: Name, microphone: PlanMicrophone, other: Name): number {
  if (channel.trim().toLowerCase() === microphone.label.toLowerCase()) return 2;
  if (contradict(own, other)) return 0;
  const common = other.words.filter((word) => own.words.includes(word)).length;
  if (common === 0) return 0;
  const sameNumber = own.numbers.some((one) => other.numbers.includes(one)) ? 1 : 0;
  const all = own.words.length + other.words.length + sameNumber * 2;
  return (2 * (common + sameNumber)) / Math.max(1, all);
}

/** Numbers at the beginning of nearly all names are those of tracks: they say nothing of microphones. */
function withoutTrackNumbers(channels: readonly string[]): Map<string, string> {
  const leading = channels.map((name) => /^\s*(\d{1,3})[\s._-]+(?=\D)/.exec(name));
  const isList = channels.length > 1 && leading.filter(Boolean).length >= 0.8 * channels.length && new Set(leading.map((one) => one?.[1])).size > 1;
  return new Map(channels.map((name, i) => [name, isList && leading[i] ? name.slice(leading[i][0].length) : name]));
}

/** The input that a name gives and nothing else: "Audio 3", "Input 3", "CH03", "Audio 1-3". */
function inputOf(name: string): number | null {
  const found =
    /^(?:audio|track|input|inp|in|channel|chan|ch|tr|mono|spur|piste|pista|kanal|entrada|вход|дорожка|канал)?[\s._-]*(?:\d+[\s._-]+)?0*(\d{1,3})$/iu.exec(
      name.trim(),
    );
  return found ? Number(found[1]) : null;
}

/**
 * Matches channels to microphones by their names, in any script: words, numbers, sides, short forms; where a name is a number alone, by the
 * input that is so called. Best likeness first, one to one. What is like two as much, or unlike everything, stays null and is asked.
 *
 * @param inputNames name of the input each microphone is plugged into, by microphone id
 */
export function matchByName(
  channels: readonly string[],
  microphones: readonly PlanMicrophone[],
  inputNames: Readonly<Record<string, string>> = {},
): Matching {
  const plain = withoutTrackNumbers(channels);
  const numbersIn = (channel: string): string[] => numbersOf(plain.get(channel) ?? channel);
  // A number that all have is a date's or a take's.
  const shared =
    channels.length > 1 ? numbersIn(channels[0] as string).filter((one) => channels.every((channel) => numbersIn(channel).includes(one))) : [];
  const own = new Map(
    channels.map((channel) => [
      channel,
      { words: nameWords(plain.get(channel) ?? channel), numbers: numbersIn(channel).filter((one) => !shared.includes(one)) },
    ]),
  );
  const others = new Map(microphones.map(({ id, name }) => [id, { words: nameWords(name), numbers: numbersOf(name) }]));
  const matching: Record<string, string | null> = Object.fromEntries(channels.map((channel) => [channel, null]));
  const taken = new Set<string>();
  const scores = channels.flatMap((channel) =>
    microphones.map((microphone) => ({
      channel,
      id: microphone.id,
      score: likeness(plain.get(channel) ?? channel, own.get(channel) as Name, microphone, others.get(microphone.id) as Name),
    })),
  );
  const open = (): typeof scores =>
    scores.filter(({ channel, id, score }) => score >= LEAST_LIKENESS && matching[channel] === null && !taken.has(id));
  for (;;) {
    const left = open().sort((a, b) => b.score - a.score);
    // The likest that has no rival as like; rivals wait until one of them is taken elsewhere.
    const sure = left.find(
      (one) => !left.some((rival) => rival !== one && (rival.channel === one.channel || rival.id === one.id) && rival.score > one.score - AS_LIKE),
    );
    if (!sure) break;
    matching[sure.channel] = sure.id;
    taken.add(sure.id);
  }
  // Names that are numbers alone go by the inputs, where nobody else is there.
  const numbered = channels.filter((channel) => matching[channel] === null && inputOf(channel) !== null);
  const numbers = numbered.map(inputOf);
  if (new Set(numbers).size === numbers.length)
    for (const channel of numbered) {
      const there = microphones.filter(({ id }) => inputNames[id] !== undefined && Number(inputNames[id]) === inputOf(channel));
      const [only] = there;
      if (there.length !== 1 || !only || taken.has(only.id)) continue;
      matching[channel] = only.id;
      taken.add(only.id);
    }
  return matching;
}

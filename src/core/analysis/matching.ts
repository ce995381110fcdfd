import type { PlanMicrophone } from '../arrivals';
import { nameWords } from './nameWords';
import type { Matching } from './proof';

function likeness(channel: string, microphone: PlanMicrophone): number {
  const a = nameWords(channel);
  const b = nameWords(microphone.name);
  const common = b.filter((word) => a.includes(word)).length;
  const labelled = channel.toLowerCase() === microphone.label.toLowerCase() ? 1 : 0;
  return Math.max(labelled, (2 * common) / Math.max(1, a.length + b.length));
}

const LEAST_LIKENESS = 0.4;

/** Matches channels to microphones by name, best likeness first, one to one; what is unlike everything stays null. */
export function matchByName(channels: readonly string[], microphones: readonly PlanMicrophone[]): Matching {
  const candidates = channels
    .flatMap((channel) => microphones.map((microphone) => ({ channel, id: microphone.id, score: likeness(channel, microphone) })))
    .filter((candidate) => candidate.score >= LEAST_LIKENESS)
    .sort((a, b) => b.score - a.score);
  const matching: Record<string, string | null> = Object.fromEntries(channels.map((channel) => [channel, null]));
  const taken = new Set<string>();
  for (const { channel, id } of candidates) {
    if (matching[channel] || taken.has(id)) continue;
    matching[channel] = id;
    taken.add(id);
  }
  return matching;
}

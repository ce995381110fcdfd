import type { PlanMicrophone } from '../arrivals';
import type { Matching } from './againstPlan';

/** Short forms people use in file names (common practice). */
const SYNONYMS: readonly (readonly [RegExp, string])[] = [
  [/\b(kik|kck|bd|bass ?drum)\b/g, 'kick'],
  [/\b(sn|snr|sd)\b/g, 'snare'],
  [/\b(oh|ohs|ovh|over ?heads?)\b/g, 'overhead'],
  [/\b(hh|hihat|hi hat)\b/g, 'hat'],
  [/\b(ft)\b/g, 'floor tom'],
  [/\b(l|lt)\b/g, 'left'],
  [/\b(r|rt)\b/g, 'right'],
  [/\b(gtr|gt)\b/g, 'guitar'],
  [/\b(btm|bottom|under)\b/g, 'under'],
];

/** Words of a name, lower case, short forms written out. */
export function nameWords(name: string): string[] {
  let text = ` ${name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .replace(/[^a-z]+/g, ' ')} `;
  text = text.replace(/\b(oh)(l|r)\b/g, '$1 $2');
  for (const [pattern, word] of SYNONYMS) text = text.replace(pattern, word);
  return text.trim().split(/\s+/).filter(Boolean);
}

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

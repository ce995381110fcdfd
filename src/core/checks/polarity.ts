import { THREE_TO_ONE_DB } from '../acoustics';
import { type ArrivalTable, sourceKey } from '../arrivals';
import type { Finding } from './finding';
import { type Shared, sharedSources } from './shared';

/** Beyond this delay the ear and the low end no longer care which way up the copy is (our choice: half of 50 Hz). */
const LONGEST_DELAY_S = 0.01;

/** A close microphone is flipped for its own source, never for what leaks into it from a neighbour. */
const concerns = ({ first, second, source }: Shared): boolean => {
  const key = sourceKey(source);
  return first.targetKey === key || second.targetKey === key || (first.targetKey === null && second.targetKey === null);
};

/** Two channels that share a source and hear it opposite ways up. One finding for each pair, for the source shared most. */
export function polarityOpposed(table: ArrivalTable): Finding[] {
  const findings: Finding[] = [];
  for (const shared of sharedSources(table, THREE_TO_ONE_DB)) {
    const { first, second, source, firstArrival, secondArrival } = shared;
    const opposed = firstArrival.settled && secondArrival.settled && firstArrival.polarity !== secondArrival.polarity;
    if (!opposed || !concerns(shared) || Math.abs(firstArrival.delaySeconds - secondArrival.delaySeconds) > LONGEST_DELAY_S) continue;
    const spot = first.targetKey === sourceKey(source) ? first : second.targetKey === sourceKey(source) ? second : first;
    findings.push({
      id: `polarity/${first.id}/${second.id}`,
      code: 'polarity-opposed',
      severity: 'improve',
      microphoneIds: [first.id, second.id],
      message: `${first.name} and ${second.name} hear the ${source.name.toLowerCase()} opposite ways up. Flip ${spot.name}.`,
      why: `Added together they lose their low end: below the first dip the ${source.name.toLowerCase()} cancels instead of adding.`,
      move: { kind: 'flip', microphoneId: spot.id, label: 'Flip it' },
    });
  }
  return onePerSpot(findings);
}

/** A flip mends a spot against all its partners at once, so it is said once. */
function onePerSpot(findings: readonly Finding[]): Finding[] {
  const seen = new Map<string, Finding>();
  for (const finding of findings) {
    const key = finding.move?.microphoneId ?? finding.id;
    if (!seen.has(key)) seen.set(key, finding);
  }
  return [...seen.values()];
}

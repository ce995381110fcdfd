import { logFrequencies, reversedCopy, sumResponseDb } from '../acoustics';
import { type ArrivalTable, copiesOf } from '../arrivals';
import { signInMix } from '../chain';
import type { Finding } from '../checks';
import { chainIn, type PlacedMicrophone, type Session } from '../document';
import { keyOfSource, sourceKey } from '../ids';
import { RECIPES, type Recipe } from '../setups';
import { asNumber } from '../units';
import { tell } from './codes';

/** What is reversed in a set-up is so for its low end, Hz. */
const LOW_END = logFrequencies(40, 50, 200);
/** Less than this in the low end is not worth a word, and from there on it is grave, dB (our choice). */
const WORTH_DB = 1;
const GRAVE_DB = 6;

const mean = (values: Float64Array): number => values.reduce((sum, x) => sum + x, 0) / values.length;

/** Whether its set-up reverses it. A microphone proper that stands in for a loudspeaker is not wired the other way. */
function isReversedBy(recipe: Recipe, placed: PlacedMicrophone, session: Session): boolean {
  const wanted = recipe.microphones.find(({ name }) => name === placed.name);
  const kind = session.shelf.microphones.find(({ id }) => id === placed.modelId)?.kind;
  return wanted?.flipped === true && !(wanted.kinds[0] === 'loudspeaker' && kind !== 'loudspeaker');
}

/** What the low end of its own source gains in the sum of its set-up when it is reversed, dB. */
function gainDb(session: Session, table: ArrivalTable, placed: PlacedMicrophone): number {
  const { target, setupId, id } = placed;
  const source = table.plan.sources.findIndex((one) => target !== null && sourceKey(one) === keyOfSource(target));
  if (source < 0) return 0;
  const own = table.plan.microphones.flatMap((microphone, m) => {
    const other = session.microphones.find((one) => one.id === microphone.id);
    return other?.setupId === setupId && other?.target?.instrumentId === target?.instrumentId ? [m] : [];
  });
  if (own.length < 2) return 0;
  const channels = own.map((m) => ({ isIt: table.plan.microphones[m]?.id === id, copies: copiesOf(table, m, source) }));
  const sum = (reversed: boolean): number =>
    mean(
      sumResponseDb(
        channels.flatMap(({ isIt, copies }) => (isIt && reversed ? copies.map(reversedCopy) : copies)),
        LOW_END,
      ),
    );
  return sum(true) - sum(false);
}

/** Channels that their set-up reverses and that are not, where the low end loses by it: each names the channel that is to be turned. */
export function missingFlips(session: Session, table: ArrivalTable): Finding[] {
  const recipes = [...RECIPES, ...session.shelf.setups];
  return session.microphones.flatMap((placed): Finding[] => {
    const recipe = recipes.find(({ id }) => id === placed.setupId);
    if (!recipe || !isReversedBy(recipe, placed, session) || signInMix(chainIn(session, placed), placed) === -1) return [];
    const gain = gainDb(session, table, placed);
    if (gain < WORTH_DB) return [];
    return [
      {
        id: `flip/${placed.id}`,
        code: 'flip-missing',
        severity: gain >= GRAVE_DB ? 'fix' : 'improve',
        microphoneIds: [placed.id],
        message: tell('the-set-up-reverses-it', { setup: recipe.name, microphone: placed.name, gain: asNumber(gain, 0) }),
        advice: tell('reverse-it-in-the-mix', { microphone: placed.name }),
        why: tell('it-hears-the-other-side', {}),
        move: { kind: 'flip', microphoneId: placed.id, label: tell('reverse-polarity-in-the-mix') },
      },
    ];
  });
}

import type { Comparison, TakeReport } from '../../../core/analysis';
import type { ArrivalTable } from '../../../core/arrivals';
import type { PlacedMicrophone } from '../../../core/document';
import { counted } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import type { RakeMark } from '../../components/Rake';
import { stringColour } from '../../drawing/MicrophoneGlyph';

/** An arrival less sure than this may be somewhere else; one of this much proves where a source is. */
const SURE_ENOUGH = 0.5;

export interface SourceRake {
  readonly id: string;
  readonly sourceName: string;
  readonly spotName: string;
  readonly marks: readonly RakeMark[];
}

/** Measured rakes over planned ones, one for each source found, on one axis counted from the spot channel. */
export function sourceRakes(
  table: ArrivalTable,
  microphones: readonly PlacedMicrophone[],
  comparisons: readonly Comparison[],
  sampleRateHz: number,
): SourceRake[] {
  const msPerSample = 1000 / sampleRateHz;
  const look = (id: string): { label: string; colour: string } => {
    const placed = microphones.find((candidate) => candidate.id === id);
    return { label: placed?.label ?? '?', colour: stringColour(placed?.colour ?? 0) };
  };
  return [...new Set(comparisons.map((comparison) => comparison.sourceKey))].map((key) => {
    const all = comparisons.filter((comparison) => comparison.sourceKey === key);
    // Soft and hard strokes of one source may have been heard apart: the surest of them is drawn.
    const sureness = (heard: number): number => all.reduce((sum, one) => sum + (one.heard === heard ? one.confidence : 0), 0);
    const surest = all.reduce((best, one) => (sureness(one.heard) > sureness(best) ? one.heard : best), all[0]?.heard ?? 0);
    const own = all.filter(({ heard }) => heard === surest);
    const spotId = own[0]?.spotId ?? '';
    const marks = own.flatMap((c): RakeMark[] => [
      {
        id: c.microphoneId,
        ...look(c.microphoneId),
        timeMs: c.plannedSamples * msPerSample,
        levelDb: Math.min(0, c.levelDb),
        upright: c.plannedPolarity === null ? null : c.plannedPolarity === 1,
        ghost: true,
      },
      {
        id: c.microphoneId,
        ...look(c.microphoneId),
        timeMs: c.measuredSamples * msPerSample,
        levelDb: Math.min(0, c.levelDb),
        upright: c.measuredPolarity === 1,
        unsure: c.confidence < SURE_ENOUGH,
      },
    ]);
    return {
      id: key,
      sourceName: own[0]?.sourceName ?? '',
      spotName: table.plan.microphones.find((m) => m.id === spotId)?.name ?? '',
      marks: [{ id: spotId, ...look(spotId), timeMs: 0, levelDb: 0, upright: true }, ...marks],
    };
  });
}

/** An arrival differs from its plan from here on, ms: less is not seen on the axis. */
const DIFFERS_MS = 0.1;
/** So many are in view where none differs. */
const FIRST = 2;

/** Those that differ from what is planned come first; where none does, the first two; the others fold. */
export function byDifference(rakes: readonly SourceRake[]): { readonly shown: readonly SourceRake[]; readonly folded: readonly SourceRake[] } {
  const differs = ({ marks }: SourceRake): boolean =>
    marks.some((mark) => {
      const plan = mark.ghost ? undefined : marks.find(({ ghost, id }) => ghost && id === mark.id);
      if (!plan || mark.unsure) return false;
      return Math.abs(plan.timeMs - mark.timeMs) > DIFFERS_MS || (plan.upright !== null && mark.upright !== null && plan.upright !== mark.upright);
    });
  const told = rakes.filter(differs);
  const shown = told.length > 0 ? told : rakes.slice(0, FIRST);
  return { shown, folded: rakes.filter((rake) => !shown.includes(rake)) };
}

/** A measurement less sure than this is no mark on a rake. */
const SURE = 0.3;

/** Short labels for channel names: the first letters of their words, told apart by a number where two would be alike. */
export function channelLabels(names: readonly string[]): Map<string, string> {
  const labels = new Map<string, string>();
  const taken = new Set<string>();
  for (const name of names) {
    const words = name.split(/[^\p{L}\p{N}]+/u).filter(Boolean);
    const short =
      words
        .map((word) => (/^\p{N}+$|^\p{Lu}{2,3}$/u.test(word) ? word : (word[0] ?? '').toUpperCase()))
        .join('')
        .slice(0, 4) || '?';
    let label = short;
    for (let n = 2; taken.has(label); n++) label = `${short}${n}`;
    taken.add(label);
    labels.set(name, label);
  }
  return labels;
}

/** Rakes of a take without a plan: each source counted from the channel that hears it first. */
export function measuredRakes({ sources, channels, sampleRate }: TakeReport): SourceRake[] {
  const labels = channelLabels(channels.map(({ name }) => name));
  const colourOf = (name: string): string => stringColour(channels.findIndex((channel) => channel.name === name) % 8);
  const mark = (name: string, timeMs: number, levelDb: number, upright: boolean, confidence: number): RakeMark => ({
    id: name,
    label: labels.get(name) ?? '?',
    colour: colourOf(name),
    timeMs,
    levelDb,
    upright,
    unsure: confidence < SURE_ENOUGH,
  });
  return sources.map(({ spot, events, arrivals }, i) => ({
    id: `${spot}/${i}`,
    sourceName: sayCheck('nearest-to', { counted: counted(events, 'stroke'), spot }),
    spotName: spot,
    marks: [
      mark(spot, 0, 0, true, 1),
      ...arrivals
        .filter(({ confidence }) => confidence >= SURE)
        .map(({ channel, delaySamples, levelDb, polarity, confidence }) =>
          mark(channel, (1000 * delaySamples) / sampleRate, Math.min(0, levelDb), polarity === 1, confidence),
        ),
    ],
  }));
}

import type { Comparison } from '../../../core/analysis';
import type { ArrivalTable } from '../../../core/arrivals';
import type { PlacedMicrophone } from '../../../core/document';
import type { RakeMark } from '../../components/Rake';
import { stringColour } from '../../drawing/MicrophoneGlyph';

export interface SourceRake {
  readonly sourceName: string;
  readonly spotName: string;
  readonly marks: readonly RakeMark[];
}

/** Measured rakes over planned ones, one for each source found, on one axis counted from the spot channel. */
export function sourceRakes(table: ArrivalTable, microphones: readonly PlacedMicrophone[], comparisons: readonly Comparison[]): SourceRake[] {
  const msPerSample = 1000 / table.plan.sampleRateHz;
  const look = (id: string): { label: string; colour: string } => {
    const placed = microphones.find((candidate) => candidate.id === id);
    return { label: placed?.label ?? '?', colour: stringColour(placed?.colour ?? 0) };
  };
  return [...new Set(comparisons.map((comparison) => comparison.sourceKey))].map((key) => {
    const own = comparisons.filter((comparison) => comparison.sourceKey === key);
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
      },
    ]);
    return {
      sourceName: own[0]?.sourceName ?? '',
      spotName: table.plan.microphones.find((m) => m.id === spotId)?.name ?? '',
      marks: [{ id: spotId, ...look(spotId), timeMs: 0, levelDb: 0, upright: true }, ...marks],
    };
  });
}

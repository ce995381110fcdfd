import type { ModelId } from '../ids';
/** A microphone stand on the shelf. */
export interface StandModel {
  readonly id: ModelId;
  readonly name: string;
  /** Lowest and highest the pole's top goes, metres. */
  readonly minHeightM: number;
  readonly maxHeightM: number;
  /** Longest the boom reaches from the pole; 0 for a straight stand, whose microphone sits on its top. */
  readonly reachM: number;
  /** Radius of the circle its feet stand on. */
  readonly footprintM: number;
  /** Weight times reach it holds without a counterweight, kg·m. */
  readonly maxMomentKgM: number;
  readonly count: number;
}

/** Where a stand's pole stands. */
export interface StandPlace {
  readonly modelId: ModelId;
  readonly baseM: { readonly x: number; readonly y: number };
}

/** Generic stands to start a shelf from; figures are usual ones (common practice). */
export const STAND_CATALOGUE: readonly StandModel[] = [
  { id: 'tall-boom', name: 'Tall boom stand', minHeightM: 1.1, maxHeightM: 2.2, reachM: 1.3, footprintM: 0.42, maxMomentKgM: 0.9, count: 2 },
  { id: 'boom', name: 'Boom stand', minHeightM: 0.9, maxHeightM: 1.6, reachM: 0.85, footprintM: 0.36, maxMomentKgM: 0.45, count: 4 },
  { id: 'short-boom', name: 'Short boom stand', minHeightM: 0.3, maxHeightM: 0.7, reachM: 0.6, footprintM: 0.28, maxMomentKgM: 0.4, count: 3 },
  { id: 'straight', name: 'Straight stand', minHeightM: 0.9, maxHeightM: 1.6, reachM: 0, footprintM: 0.17, maxMomentKgM: 9, count: 1 },
  { id: 'table', name: 'Table stand', minHeightM: 0.12, maxHeightM: 0.25, reachM: 0, footprintM: 0.08, maxMomentKgM: 9, count: 1 },
];

import type { MicrophoneKind, PatternName } from '../microphones';
import type { AimRule, PairTechnique, Placement, PointRule, RecipeMicrophone, RecipePair } from './recipe';

/** Short forms in which the recipes' data are written. */
export const COIL: readonly MicrophoneKind[] = ['moving-coil', 'large-condenser', 'small-condenser'];
export const LARGE: readonly MicrophoneKind[] = ['large-condenser', 'small-condenser', 'ribbon'];
export const SMALL: readonly MicrophoneKind[] = ['small-condenser', 'large-condenser', 'ribbon'];
export const RIBBON: readonly MicrophoneKind[] = ['ribbon', 'large-condenser', 'moving-coil'];

export const offset = (mark: string, x: number, y: number, z: number): PointRule => ({ rule: 'offset', mark, byM: [x, y, z] });
export const string = (mark: string, lengthM: number, azimuthDeg: number, elevationDeg: number): PointRule => ({
  rule: 'string',
  mark,
  lengthM,
  azimuthDeg,
  elevationDeg,
});
export const axis = (source: string, distanceM: number, upDeg = 0, rightDeg = 0): PointRule => ({ rule: 'axis', source, distanceM, upDeg, rightDeg });
export const at = (mark: string): AimRule => ({ mark });
export const toward = (azimuthDeg: number, elevationDeg: number): AimRule => ({ azimuthDeg, elevationDeg });

export function mic(
  key: string,
  label: string,
  name: string,
  target: string | null,
  place: Placement,
  aim: AimRule,
  kinds: readonly MicrophoneKind[],
  pattern: PatternName = 'cardioid',
  extra: Partial<RecipeMicrophone> = {},
): RecipeMicrophone {
  return { key, label, name, target, place, aim, kinds, pattern, ...extra };
}

interface ArrayOptions {
  readonly about: PointRule;
  readonly facing: string;
  readonly spacingM: number;
  readonly stackM?: number;
  readonly patternMatters?: boolean;
  /** Angle between the two microphones, degrees. */
  readonly angleDeg: number;
  readonly target: string | null;
  readonly kinds: readonly MicrophoneKind[];
  readonly pattern?: PatternName;
  readonly label?: string;
  readonly name?: string;
}

/** Two microphones side by side about a point: crossed, near-coincident or spaced. */
export function arrayOf(options: ArrayOptions): RecipeMicrophone[] {
  const { about, facing, spacingM, stackM = 0, angleDeg, target, kinds, pattern = 'cardioid', label = '', name = '', patternMatters } = options;
  return (['left', 'right'] as const).map((side) => ({
    key: side,
    label: `${label}${side === 'left' ? 'L' : 'R'}`,
    name: name ? `${name} ${side}` : side === 'left' ? 'Left' : 'Right',
    target,
    place: { rule: 'array', about, facing, spacingM, side, stackM },
    aim: { facing, outDeg: angleDeg / 2, side },
    kinds,
    pattern,
    ...(patternMatters ? { patternMatters } : {}),
  }));
}

export const pair = (name: string, technique: PairTechnique, centreSource: string | null, left = 'left', right = 'right'): RecipePair => ({
  name,
  technique,
  left,
  right,
  centreSource,
});

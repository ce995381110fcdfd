import type { FurnishingKind } from '../core/furnishings';
import { inUnits, type UnitSystem } from '../core/units';
import { FURNISHINGS } from './furnishings.en';
import { translated } from './said';

/** What a kind of furnishing is for. */
export const furnishingUse = (kind: FurnishingKind, units: UnitSystem): string => inUnits(translated('furnishings', kind, FURNISHINGS[kind]), units);

import type { FurnishingKind } from '../core/furnishings';
import { inUnits, type UnitSystem } from '../core/units';
import { FURNISHINGS } from './furnishings.en';

/** What a kind of furnishing is for. */
export const furnishingUse = (kind: FurnishingKind, units: UnitSystem): string => inUnits(FURNISHINGS[kind], units);

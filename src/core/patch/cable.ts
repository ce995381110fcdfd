import type { Connector } from '../microphones';
import { formatNumber, formatReach, type UnitSystem } from '../units';

/** Cables of one length and one plug. */
export interface Cable {
  readonly id: string;
  readonly name: string;
  readonly lengthM: number;
  /** The plug at the microphone's end. */
  readonly plug: Connector;
  readonly count: number;
}

/** Whether a cable fits what is plugged into it: jacks are of one size. */
export const fitsPlug = (cable: Pick<Cable, 'plug'>, connector: Connector): boolean =>
  cable.plug === connector || [cable.plug, connector].every((one) => one === 'TRS' || one === 'Hi-Z');

/** Lengths that are sold (common practice). */
const LENGTHS_M = [2, 3, 5, 10, 15, 20] as const;

export const CABLE_CATALOGUE: readonly Cable[] = [
  ...LENGTHS_M.map((lengthM): Cable => ({ id: `xlr-${lengthM}`, name: 'XLR cable', lengthM, plug: 'XLR', count: 1 })),
  ...LENGTHS_M.slice(0, 4).map((lengthM): Cable => ({ id: `jack-${lengthM}`, name: 'Instrument cable', lengthM, plug: 'Hi-Z', count: 1 })),
];

/** A cable by its name and length, in a person's own units. */
export function cableTitle({ name, lengthM }: Pick<Cable, 'name' | 'lengthM'>, units: UnitSystem): string {
  const length = units === 'metric' ? `${formatNumber(lengthM, Number.isInteger(lengthM) ? 0 : 1)} m` : formatReach(lengthM, units);
  return `${name}, ${length}`;
}

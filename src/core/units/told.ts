import { formatLength, formatNumber, type UnitSystem } from './format';
import { inchesFromMetres, METRES_PER_INCH } from './length';

const POUNDS_PER_KG = 1 / 0.45359237;
const FEET_PER_METRE = 1 / (12 * METRES_PER_INCH);

/** A unit to show or type a quantity in, and how many of it make one of the unit it is kept in (metre, kilogram, kg·m). */
export interface ShownUnit {
  readonly unit: string;
  readonly per: number;
}

/** The units of a person's choice, by what is measured. */
export const shownUnits = (units: UnitSystem): Readonly<Record<'place' | 'room' | 'stand' | 'weight' | 'load', ShownUnit>> =>
  units === 'metric'
    ? {
        place: { unit: 'cm', per: 100 },
        room: { unit: 'm', per: 1 },
        stand: { unit: 'm', per: 1 },
        weight: { unit: 'kg', per: 1 },
        load: { unit: 'kg·m', per: 1 },
      }
    : {
        place: { unit: 'in', per: 1 / METRES_PER_INCH },
        room: { unit: 'ft', per: FEET_PER_METRE },
        stand: { unit: 'in', per: 1 / METRES_PER_INCH },
        weight: { unit: 'lb', per: POUNDS_PER_KG },
        load: { unit: 'lb·ft', per: POUNDS_PER_KG * FEET_PER_METRE },
      };

/** Degrees Fahrenheit or Celsius of degrees Celsius, and back. */
export const shownTemperature = (celsius: number, units: UnitSystem): number => (units === 'metric' ? celsius : celsius * 1.8 + 32);
export const keptTemperature = (shown: number, units: UnitSystem): number => (units === 'metric' ? shown : (shown - 32) / 1.8);

export const formatTemperature = (celsius: number, units: UnitSystem): string =>
  `${formatNumber(shownTemperature(celsius, units), 0)} ${units === 'metric' ? '°C' : '°F'}`;

export const formatWeight = (kg: number, units: UnitSystem): string => {
  const { unit, per } = shownUnits(units).weight;
  return `${formatNumber(kg * per, 2)} ${unit}`;
};

/** Which unit the words of a text are for, and how the number is shown: rough ones in whole inches, from six feet on in feet. */
function rough(metres: number): [number, string] {
  const inches = inchesFromMetres(metres);
  return inches < 72 ? [inches < 3 ? Math.round(inches * 2) / 2 : Math.round(inches), 'in'] : [Math.round(inches / 12), 'ft'];
}

const METRES: Readonly<Record<string, number>> = { mm: 0.001, cm: 0.01, m: 1 };
const VALUE = /\{([^{}]*?)\s(mm|cm|m)\}/g;

/**
 * A text whose lengths stand as values in braces, "{20 to 40 cm} above", told in the units of a person's choice: as they are written,
 * or in inches (feet from six feet on).
 */
export const inUnits = (text: string, units: UnitSystem): string =>
  text.replaceAll(VALUE, (_, numbers: string, unit: string) => {
    if (units === 'metric') return `${numbers} ${unit}`;
    const metresOf = (number: string): number => Number(number) * (METRES[unit] ?? 1);
    const largest = Math.max(...[...numbers.matchAll(/[\d.]+/g)].map(([number]) => metresOf(number)));
    const [, shared] = rough(largest);
    const told = (metres: number): string => String(shared === 'ft' ? Math.round(metres * FEET_PER_METRE) : rough(metres)[0]);
    return `${numbers.replaceAll(/[\d.]+/g, (number) => told(metresOf(number)))} ${shared}`;
  });

/** Heights and reaches of stands: metres to the centimetre, or as a tape in inches reads. */
export const formatReach = (metres: number, units: UnitSystem): string =>
  units === 'metric' ? `${formatNumber(metres, 2)} m` : formatLength(metres, units);

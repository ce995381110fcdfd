import { joiResolver } from '@hookform/resolvers/joi';
import type Joi from 'joi';
import type { FieldErrors, FieldValues, Resolver } from 'react-hook-form';
import type { ShownUnit } from '../../../core/units';

/** Fields that are typed in another unit than they are kept in. */
export type Scales<T> = Partial<Record<keyof T & string, ShownUnit>>;

const rounded = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;

function scaled<T extends FieldValues>(value: T, scales: Scales<T>, by: (value: number, per: number) => number): T {
  const changed = Object.entries<ShownUnit | undefined>(scales).flatMap(([name, shown]) =>
    shown && typeof value[name] === 'number' ? [[name, by(value[name] as number, shown.per)]] : [],
  );
  return { ...value, ...Object.fromEntries(changed) };
}

/** What a form shows of something kept. */
export const shownDraft = <T extends FieldValues>(kept: T, scales: Scales<T>): T => scaled(kept, scales, (value, per) => rounded(value * per, 3));

/** A complaint about what is kept, told about what was typed: its unit, and its figures in that unit. */
const told = (message: string, { unit, per }: ShownUnit): string =>
  message.replace(/\((m|kg|kg·m)\)/, `(${unit})`).replaceAll(/\d+(\.\d+)?/g, (figure) => String(rounded(Number(figure) * per, 2)));

function toldErrors<T extends FieldValues>(errors: FieldErrors<T>, scales: Scales<T>): FieldErrors<T> {
  const each = Object.entries(errors).map(([name, error]) => {
    const shown = scales[name as keyof T & string];
    return [name, shown && typeof error?.message === 'string' ? { ...error, message: told(error.message, shown) } : error];
  });
  return Object.fromEntries(each) as FieldErrors<T>;
}

/** Judges a form by the schema of what is kept, whatever units it was typed in; what was not touched stays as it was kept, to the last digit. */
export const keptResolver =
  <T extends FieldValues>(schema: Joi.ObjectSchema<T>, scales: Scales<T>, before: T): Resolver<T> =>
  async (values, context, options) => {
    const shown = shownDraft(before, scales);
    const untouched = Object.fromEntries(Object.keys(scales).flatMap((name) => (values[name] === shown[name] ? [[name, before[name]]] : [])));
    const kept = { ...scaled(values, scales, (value, per) => value / per), ...untouched };
    const judge = joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } }) as unknown as Resolver<T>;
    const judged = await judge(kept, context, options);
    return Object.keys(judged.errors).length === 0
      ? judged
      : ({ ...judged, errors: toldErrors(judged.errors as FieldErrors<T>, scales) } as typeof judged);
  };

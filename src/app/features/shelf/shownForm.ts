import { joiResolver } from '@hookform/resolvers/joi';
import type Joi from 'joi';
import type { FieldValues, Resolver } from 'react-hook-form';

/** Fields that are typed in another unit than they are kept in: how many of what is typed make one of what is kept. */
export type Scales<T> = Partial<Record<keyof T & string, number>>;

const scaled = <T extends FieldValues>(value: T, scales: Scales<T>, by: (kept: number, per: number) => number): T => ({
  ...value,
  ...Object.fromEntries(
    Object.entries(scales).flatMap(([name, per]) => (typeof value[name] === 'number' ? [[name, by(value[name] as number, per as number)]] : [])),
  ),
});

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** What a form shows of something kept. */
export const shownDraft = <T extends FieldValues>(kept: T, scales: Scales<T>): T => scaled(kept, scales, (value, per) => rounded(value * per));

/** Judges a form by the schema of what is kept, whatever units it was typed in. */
export const keptResolver =
  <T extends FieldValues>(schema: Joi.ObjectSchema<T>, scales: Scales<T>, before: T): Resolver<T> =>
  (values, context, options) => {
    // What was not touched stays as it was kept, to the last digit.
    const shown = shownDraft(before, scales);
    const untouched = Object.fromEntries(Object.keys(scales).flatMap((name) => (values[name] === shown[name] ? [[name, before[name]]] : [])));
    const kept = { ...scaled(values, scales, (value, per) => value / per), ...untouched };
    return joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } })(kept, context, options as never) as ReturnType<
      Resolver<T>
    >;
  };

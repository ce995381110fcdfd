import type { CheckLine } from '../core/planning';
import type { UnitSystem } from '../core/units';
import { CHECKLIST } from './checklist.en';
import { say, sayTold } from './say';

const isKnown = (id: string): id is keyof typeof CHECKLIST => id in CHECKLIST;

/** A line of the day's lists. */
export const sayCheckLine = ({ item: { id }, said }: CheckLine, units: UnitSystem): string =>
  said ? sayTold(said, units) : isKnown(id) ? say('checklist', id, {}, units) : id;

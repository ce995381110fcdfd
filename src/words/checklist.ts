import type { CheckLine } from '../core/planning';
import { CHECKLIST } from './checklist.en';
import { say } from './say';

const isKnown = (id: string): id is keyof typeof CHECKLIST => id in CHECKLIST;

/** A line of the day's lists. */
export const sayCheckLine = ({ item: { id }, said }: CheckLine): string => said ?? (isKnown(id) ? say('checklist', id, {}, 'metric') : id);

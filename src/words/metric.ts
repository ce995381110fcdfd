import type { Words } from '../core/units';
import { sayTold } from './say';

/** What is told in centimetres, nothing where nothing is: for logs and tests. */
export const sayMetric = (words: Words | null | undefined): string => sayTold(words ?? '', 'metric');

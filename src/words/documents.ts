import type { Words } from '../core/units';
import { DOCUMENTS } from './documents.en';
import { said } from './said';

const MESSAGES: Readonly<Record<string, string>> = DOCUMENTS;

/** Says why a document cannot be used, apart from all else that can be said. */
export const sayDocument = (told: Words): string => (typeof told === 'string' ? told : said(told, MESSAGES[told.code], 'metric', sayDocument));

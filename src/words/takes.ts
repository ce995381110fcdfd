import type { TakeFinding } from '../core/analysis';
import type { Words } from '../core/units';
import { AUDIO } from './audio.en';
import { said } from './said';
import { TAKES } from './takes.en';

const MESSAGES: Readonly<Record<string, Readonly<Record<string, string>> | undefined>> = { audio: AUDIO, takes: TAKES };

/** Says what is told of sound files and of a take without a plan, apart from all else that can be said. */
export const sayOfTake = (told: Words): string =>
  typeof told === 'string' ? told : said(told, MESSAGES[told.domain]?.[told.code], 'metric', sayOfTake);

/** A finding of a take as it is kept: in words. */
export const findingInWords = (finding: TakeFinding): TakeFinding => ({
  ...finding,
  message: sayOfTake(finding.message),
  ...(finding.evidence ? { evidence: finding.evidence.map(sayOfTake) } : {}),
});

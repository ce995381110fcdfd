import { verdictsOf } from '../../../core/verdict';
import type { Station } from '../../frame/station';
import { heardOn } from './verdicts';

export const station: Station = {
  path: 'check',
  label: 'Check',
  order: 60,
  load: async () => (await import('./View')).CheckStation,
  state: ({ session, take }) => {
    const { report, proof } = take;
    if (!report || !proof) return 'open';
    const verdicts = verdictsOf(heardOn(session, report, proof, take));
    if (verdicts.some(({ severity }) => severity === 'fix')) return 'trouble';
    // A take of before something was changed proves nothing of it.
    return verdicts.some(({ code }) => code === 'chain-changed') ? 'open' : 'done';
  },
};

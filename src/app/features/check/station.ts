import { verdictsOf } from '../../../core/verdict';
import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';
import { heardOn } from '../../stores/heardOn';

export const station: Station = {
  path: 'check',
  label: sayStations('check'),
  order: null,
  road: {
    step: 4,
    verb: sayStations('check'),
    act: (facts) => sayStations(facts.take.report && facts.take.proof ? 'mend-the-take' : 'record-ten-seconds'),
  },
  load: async () => (await import('./View')).CheckStation,
  state: ({ session, take }) => {
    const { report, proof } = take;
    if (!report || !proof) return { state: 'open', why: sayStations('no-take-yet') };
    const verdicts = verdictsOf(heardOn(session, report, proof, take));
    const fixes = verdicts.filter(({ severity }) => severity === 'fix').length;
    if (fixes > 0) return { state: 'trouble', why: sayStations('to-fix', { fixes }) };
    // A take of before something was changed proves nothing of it.
    if (verdicts.some(({ code }) => code === 'chain-changed')) return { state: 'begun', why: sayStations('another-take-is-wanted') };
    if (verdicts.some(({ code }) => code === 'which-file')) return { state: 'begun', why: sayStations('which-file-is-which') };
    return { state: 'done', why: sayStations('nothing-to-fix') };
  },
};

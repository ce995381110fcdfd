import type { ArrivalTable } from '../../arrivals';
import { type Cause, channelsOf, type Weighed } from '../../evidence';
import { magnitude } from '../../math';
import { asLength, asList, asNumber, asTime, type Told } from '../../units';
import { tell } from './codes';
import { IN_PLACE_M, idOf, instrumentName, nameOf } from './named';
import { devicesOf } from './planModel';
import type { ProofFinding } from './proof';

/** A cause in a few words, for a question. */
function inWords(table: ArrivalTable, cause: Cause): Told {
  switch (cause.kind) {
    case 'reversed':
      return tell('the-polarity-of-is-reversed', { of: nameOf(table, cause.channel) });
    case 'late':
      return tell('is-ms-seconds2-late-early', {
        of: nameOf(table, cause.channel),
        seconds: asNumber(Math.abs(cause.seconds) * 1000, 2),
        seconds2: cause.seconds > 0 ? 'yes' : 'no',
      });
    case 'device late': {
      const id = devicesOf(table)[cause.device];
      const name = table.plan.microphones.find(({ device }) => device?.id === id)?.device?.name ?? '';
      return tell('all-of-is-ms-seconds2-late', {
        name,
        seconds: asNumber(Math.abs(cause.seconds) * 1000, 2),
        seconds2: cause.seconds > 0 ? 'yes' : 'no',
      });
    }
    case 'moved':
      return tell('stands-from-its-place', { of: nameOf(table, cause.channel), magnitude: asLength(magnitude(cause.byM)) });
    case 'swapped':
      return tell('and-are-swapped', { of: nameOf(table, cause.channel), of2: nameOf(table, cause.other) });
    case 'elsewhere':
      return tell('the-stands-from-its-place', {
        instrumentName: instrumentName(table, cause.instrument),
        magnitude: asLength(magnitude(cause.byM)),
      });
  }
}

/** What would settle it. */
function settleWords(open: readonly Weighed[]): Told {
  const kinds = new Set(open.map(({ cause }) => cause.kind));
  if (kinds.size === 1 && kinds.has('reversed')) return tell('look-at-their-cables-and-switches');
  if (kinds.has('moved') || kinds.has('elsewhere')) return tell('hold-the-tape-to-them-or');
  return tell('play-every-source-alone-one-after');
}

const MOST_NAMED = 3;

/** Signs tell which channels differ, and not which of them are reversed: all are named. */
function halves(table: ArrivalTable, open: readonly Weighed[]): ProofFinding {
  const channels = open.flatMap(({ cause }) => channelsOf(cause));
  const ids = channels.map((channel) => idOf(table, channel));
  return {
    id: `take-question/${channels.join('/')}`,
    severity: 'note',
    code: 'question',
    microphoneIds: ids,
    message: tell('some-of-have-reversed-polarity-against', {
      listed: asList(channels.map((channel) => nameOf(table, channel))),
      settleWords: settleWords(open),
    }),
    moves: [],
    probability: null,
  };
}

/** One channel or device that is late for certain, and the take does not settle by how much. */
function latenesses(table: ArrivalTable, open: readonly Weighed[]): ProofFinding | null {
  const causes = open.flatMap(({ cause }) => (cause.kind === 'late' || cause.kind === 'device late' ? [cause] : []));
  const [first] = causes;
  const ofOne = (one: (typeof causes)[number]): string => (one.kind === 'late' ? `channel ${one.channel}` : `device ${one.device}`);
  if (!first || causes.length < open.length || causes.length < 2 || causes.some((one) => ofOne(one) !== ofOne(first))) return null;
  const by = causes.map(({ seconds }) => asTime(Math.abs(seconds)));
  const ids = channelsOf(first).map((channel) => idOf(table, channel));
  return {
    id: `take-question/late/${ids.join('/')}`,
    severity: 'note',
    code: 'question',
    microphoneIds: ids,
    message: tell('kind-is-one-device-is-seconds', {
      kind: first.kind === 'late' ? 'yes' : 'no',
      of: first.kind === 'late' ? nameOf(table, first.channel) : '',
      seconds: first.seconds > 0 ? 'yes' : 'no',
      listed: asList(by, 'or'),
    }),
    moves: [],
    probability: open.reduce((sum, { probability }) => sum + probability, 0),
  };
}

/** Several explanations as good as one another: asked, never told. */
export function question(table: ArrivalTable, open: readonly Weighed[]): ProofFinding[] {
  // A stand within its tolerance is no question.
  const grave = open.filter(({ cause }) => (cause.kind !== 'moved' && cause.kind !== 'elsewhere') || magnitude(cause.byM) >= IN_PLACE_M);
  if (grave.length === 0) return [];
  const named = grave.slice(0, MOST_NAMED).map(({ cause }) => inWords(table, cause));
  const late = latenesses(table, grave);
  if (late) return [late];
  if (grave.length > 2 && grave.every(({ cause }) => cause.kind === 'reversed')) return [halves(table, grave)];
  const ids = [...new Set(grave.slice(0, MOST_NAMED).flatMap(({ cause }) => channelsOf(cause)))];
  return [
    {
      id: `take-question/${ids.join('/')}`,
      severity: 'note',
      code: 'question',
      microphoneIds: ids.map((channel) => idOf(table, channel)),
      message: tell('the-take-differs-from-the-plan', { named: named.length, listed: asList(named, 'or'), settleWords: settleWords(grave) }),
      moves: [],
      probability: grave.slice(0, MOST_NAMED).reduce((sum, { probability }) => sum + probability, 0),
    },
  ];
}

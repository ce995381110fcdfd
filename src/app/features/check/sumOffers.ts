import type { SumOffer, TakeReport } from '../../../core/analysis';
import type { ALIGN_HABITS } from '../../../core/document';
import { formatNumber, listed } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';

/** Nothing is offered for less than this in some band, dB. */
const WORTH_DB = 0.3;

export interface OfferedSum {
  readonly key: 'polarity' | 'slid';
  readonly text: string;
  readonly offer: SumOffer;
}

/** What would make the sum fuller, as far as a school of alignment has it: who leaves delays is offered none. */
export function offersOf({ proposal }: TakeReport, habit: (typeof ALIGN_HABITS)[number] | undefined): OfferedSum[] {
  const polarity = proposal.polarityOnly ?? proposal;
  const isWorth = ({ gainDb }: SumOffer): boolean => Math.max(gainDb.low, gainDb.mid) >= WORTH_DB;
  const slid = habit === undefined || habit === 'align to the pair';
  return [
    ...(polarity.flips.length > 0 && isWorth(polarity)
      ? [{ key: 'polarity' as const, text: sayCheck('inverted', { listed: listed(polarity.flips) }), offer: polarity }]
      : []),
    ...(slid && proposal.delays.length > 0 && isWorth(proposal)
      ? [
          {
            key: 'slid' as const,
            text: [
              sayCheck('slid-to-the-pair', { listed: listed(proposal.delays.map(({ channel }) => channel)) }),
              ...(proposal.flips.length > 0 ? [sayCheck('inverted', { listed: listed(proposal.flips) })] : []),
            ].join(', '),
            offer: proposal,
          },
        ]
      : []),
  ];
}

/** What is done to a channel, and what an offer does on top of it. */
export const withOffer = <C extends { readonly channel: string; readonly flip: boolean; readonly seconds: number }>(
  one: C,
  offer: SumOffer | undefined,
  sampleRateHz: number,
): C => ({
  ...one,
  flip: one.flip !== (offer?.flips.includes(one.channel) ?? false),
  seconds: one.seconds + (offer?.delays.find(({ channel }) => channel === one.channel)?.samples ?? 0) / sampleRateHz,
});

/** What an offer gains in each band, in a sentence. */
export function gainWords({ gainDb: { low, mid, high } }: SumOffer): string {
  const each = (db: number): string => `${db < 0 ? '−' : '+'}${formatNumber(Math.abs(db), 1)} dB`;
  return sayCheck('the-sum-changes-by-below-250', { each: each(low), each2: each(mid), each3: each(high) });
}

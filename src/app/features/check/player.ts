import { create } from 'zustand';
import type { Session } from '../../../core/document';
import { gainsOf, type HeardFile, type TakePart } from '../../../core/planning';
import { correctionsOf, type Heard, isFaulty, type Moment, verdictsOf } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import type { BesideEarlier } from '../../../workers/protocol';
import { runJob } from '../../../workers/runJob';
import { type Deck, hearDeck, loadDecks, stopDecks, useDecks } from '../../listening/decks';
import { filesOfTake } from '../../stores/takeStore';
import { earlierOf, useEarlierPart } from './earlierPart';
import { offersOf, withOffer } from './sumOffers';

/** The take as its files have it, as it is corrected, or with an offer for a fuller sum. */
export type Version = 'recorded' | 'corrected' | 'polarity' | 'slid';

interface PlayerState {
  readonly part: TakePart;
  /** Null for the whole take. */
  readonly moment: Moment | null;
  readonly version: Version;
  readonly isBusy: boolean;
  readonly problem: string | null;
}

const EMPTY: PlayerState = { part: { of: 'all' }, moment: null, version: 'recorded', isBusy: false, problem: null };
export const usePlayer = create<PlayerState>(() => EMPTY);

/** What there is to compare for a part of the take: the files as they are, and what would change something that is heard. */
export function versionsOf(
  heard: Heard & { readonly session: Session },
  part: TakePart,
): readonly { readonly version: Version; readonly channels: readonly HeardFile[] }[] {
  const { report, session } = heard;
  const gains = gainsOf(
    session,
    heard.matching,
    report.channels.map(({ name }) => name),
    part,
  );
  const recorded = [...gains].map(([channel, own]): HeardFile => ({ channel, gains: own, flip: false, seconds: 0 }));
  if (recorded.length < 2) return [{ version: 'recorded', channels: recorded }];
  const corrections = correctionsOf(heard);
  const corrected = recorded.map((wish): HeardFile => {
    const own = corrections.find(({ channel }) => channel === wish.channel);
    return own ? { ...wish, flip: own.flip, seconds: own.seconds } : wish;
  });
  const offers = isFaulty(verdictsOf(heard)) ? [] : offersOf(report, session.brief.alignHabit);
  const changes = (channels: readonly HeardFile[], from: readonly HeardFile[]): boolean =>
    channels.some(({ flip, seconds }, i) => flip !== from[i]?.flip || seconds !== from[i]?.seconds);
  return [
    { version: 'recorded' as const, channels: recorded },
    ...(changes(corrected, recorded) ? [{ version: 'corrected' as const, channels: corrected }] : []),
    ...offers.flatMap(({ key, offer }) => {
      const channels = corrected.map((one) => withOffer(one, offer, report.sampleRate));
      return changes(channels, corrected) ? [{ version: key, channels }] : [];
    }),
  ];
}

const NAMES: Readonly<Record<Version, string>> = {
  recorded: sayCheck('as-recorded-2'),
  corrected: sayCheck('corrected-2'),
  polarity: sayCheck('polarity-for-a-fuller-sum'),
  slid: sayCheck('aligned-for-a-fuller-sum'),
};
export const versionName = (version: Version): string => NAMES[version];

/** What lies on the decks: nothing is made again for what is there. */
let laid = '';
let asked = 0;

const busy = (change: Partial<PlayerState>): void => usePlayer.setState({ problem: null, ...change });

/** Plays a part of the take round and round, from the place where another version of it was. */
export async function play(
  heard: Heard & { readonly session: Session },
  change: Partial<Pick<PlayerState, 'part' | 'moment' | 'version'>> = {},
): Promise<void> {
  busy(change);
  const { part, moment, version } = usePlayer.getState();
  const files = filesOfTake(heard.session.id);
  if (files.length === 0) return busy({ problem: sayCheck('the-files-are-gone-with-the') });
  const versions = versionsOf(heard, part);
  const wanted = versions.some((one) => one.version === version) ? version : 'recorded';
  usePlayer.setState({ version: wanted });
  const earlier = earlierOf(heard.session.id);
  const key = JSON.stringify([
    earlier && [earlier.file.loadId, earlier.seconds],
    heard.session.id,
    files.map(({ loadId }) => loadId),
    moment,
    versions,
  ]);
  if (key !== laid || useDecks.getState().decks.length === 0) {
    const own = ++asked;
    stopDecks();
    busy({ isBusy: true });
    const decks: Deck[] = [];
    let beside: BesideEarlier | null = null;
    for (const one of versions) {
      const answer = await runJob(
        'hear-take',
        { files, channels: one.channels, moment, ...(earlier && { earlier }) },
        { owner: `hear ${one.version}` },
      );
      if (own !== asked) return;
      const reason = answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null;
      if (reason) return busy({ isBusy: false, problem: reason });
      if (answer.kind !== 'done' || !answer.output.ok) continue;
      decks.push({ id: one.version, name: NAMES[one.version], mixed: answer.output });
      if (one.version === wanted) beside = answer.output.earlier ?? null;
    }
    loadDecks(decks);
    laid = key;
    useEarlierPart.setState({ beside });
    busy({ isBusy: false });
  }
  await hearDeck(wanted);
  const { problem } = useDecks.getState();
  if (problem) busy({ problem });
}

/** Makes what sounds, or is being made ready, anew. */
export function playAnew(heard: Heard & { readonly session: Session }): void {
  if (useDecks.getState().heard !== null || usePlayer.getState().isBusy) void play(heard);
}

/** Nothing sounds any more, and what was chosen is as at first. */
export function leavePlayer(): void {
  asked++;
  laid = '';
  stopDecks();
  usePlayer.setState(EMPTY);
}

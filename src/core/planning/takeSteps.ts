import { type Ask, askRef, guidedSeconds, listedAsks } from '../analysis';
import { arrivalTable } from '../arrivals';
import type { Session } from '../document';
import { type Instrument, localGeometry } from '../instruments';
import { hasBasket } from '../microphones';
import { refOf } from '../tape';
import { asList, type Told } from '../units';
import { type PlanningCode, tell } from './codes';
import { resolveFiles } from './resolve';

/** One thing to play for a short test take. */
export interface TakeStep {
  readonly id: string;
  readonly told: Told;
  /** How long it takes, seconds. */
  readonly seconds: number;
  /** The microphone that is knocked on meanwhile, or the mark that is clicked at. */
  readonly tap?: string;
  readonly click?: string;
}

/** A single stroke or note is repeated so often: delays are told from three on, one may fail (our choice). */
const TIMES = 4;
const EACH_S = 6;
const LONG_S = 12;
const TOGETHER_S = 10;

/** What is done to an instrument, and how long that takes; singing comes beside it. */
const ACTS: Readonly<Record<Instrument['kind'], { readonly act: PlanningCode; readonly step: PlanningCode; readonly seconds: number }>> = {
  'drum-kit': { act: 'strike-each', step: 'now-strike', seconds: EACH_S },
  cajon: { act: 'play-slaps-and-bass', step: 'now-slaps-and-bass', seconds: LONG_S },
  'hand-drums': { act: 'strike-each', step: 'now-strike', seconds: EACH_S },
  guitar: { act: 'pluck-each-string', step: 'now-pluck', seconds: LONG_S },
  voice: { act: 'sing-short-notes', step: 'now-sing', seconds: EACH_S },
  'upright-piano': { act: 'play-low-middle-high', step: 'now-play-low-middle-high', seconds: LONG_S },
  'grand-piano': { act: 'play-low-middle-high', step: 'now-play-low-middle-high', seconds: LONG_S },
  mallets: { act: 'strike-low-and-high-bars', step: 'now-bars', seconds: LONG_S },
  shaken: { act: 'shake-single-strokes', step: 'now-shake', seconds: EACH_S },
  brass: { act: 'tongue-short-notes', step: 'now-tongue', seconds: EACH_S },
  saxophone: { act: 'tongue-short-notes', step: 'now-tongue', seconds: EACH_S },
};

const SINGS = 'voice';
/** Drums are struck one by one, whatever else they belong to. */
const isOneByOne = ({ kind }: Instrument): boolean => kind === 'drum-kit' || kind === 'hand-drums';

function stepsOf(instrument: Instrument): TakeStep[] {
  const { step, seconds } = ACTS[instrument.kind];
  const { sources } = localGeometry(instrument);
  const sung = instrument.kind === 'voice' ? undefined : sources.find(({ id }) => id === SINGS);
  const own = isOneByOne(instrument)
    ? sources.map(({ id, name }) => ({ id: `${instrument.id}/${id}`, told: tell(step, { name, times: TIMES }), seconds }))
    : [{ id: instrument.id, told: tell(step, { name: instrument.name, times: TIMES }), seconds }];
  return sung ? [...own, { id: `${instrument.id}/${sung.id}`, told: tell('now-sing', { name: sung.name, times: TIMES }), seconds: EACH_S }] : own;
}

/** What to play one after the other so that a take shows as much as it can: each source alone, then everything as in the take. One channel has nothing to be compared with and hears the music at once. */
export function takeSteps({ instruments, microphones }: Pick<Session, 'instruments' | 'microphones'>): readonly TakeStep[] {
  const alone = microphones.length === 1 ? [] : instruments.flatMap(stepsOf);
  const isOne = instruments.length < 2;
  return [...alone, { id: 'as in the take', told: tell(isOne ? 'now-as-in-the-take' : 'now-all-together'), seconds: TOGETHER_S }];
}

/** The same in a few words, for who records elsewhere. */
export function takeActs({ instruments }: Pick<Session, 'instruments'>): Told | null {
  const acts = new Set<PlanningCode>(instruments.map(({ kind }) => ACTS[kind].act));
  if (instruments.some((one) => one.kind !== 'voice' && localGeometry(one).sources.some(({ id }) => id === SINGS))) acts.add('sing-short-notes');
  return acts.size > 0 ? tell('acts', { acts: asList([...acts].map((act) => tell(act, { times: TIMES }))) }) : null;
}

/** The song itself: as long as it takes. */
export const SONG_STEPS: readonly TakeStep[] = [{ id: 'song', told: tell('now-the-song'), seconds: 0 }];

/** One thing to do for a guided take before anything is played: knocks and a clap, or a click at a mark. */
export const askStep = ({ microphones }: Pick<Session, 'microphones'>, ask: Ask): TakeStep =>
  ask.kind === 'tap'
    ? {
        id: askRef(ask),
        told: tell('now-knock', { name: microphones.find(({ id }) => id === ask.microphoneId)?.name ?? '' }),
        seconds: ask.seconds,
        tap: ask.microphoneId,
      }
    : { id: askRef(ask), told: tell('now-click', { name: ask.mark.name }), seconds: ask.seconds, click: refOf(ask.mark) };

/** Nobody plays: what is left is the noise of each channel, which the check takes from the quietest moments. */
const HELD_BREATH: TakeStep = { id: 'held breath', told: tell('now-hold-still'), seconds: 3 };

/** What a list for a recording made elsewhere asks for, a line each, in its order. */
export const guidedList = (session: Session): readonly TakeStep[] => [
  ...listedAsks(arrivalTable(resolveFiles(session))).map((ask) => askStep(session, ask)),
  HELD_BREATH,
];

/** What is done after the things that a guided take asks for one by one: a held breath, then what is played. */
export const guidedSteps = (session: Pick<Session, 'instruments' | 'microphones'>): readonly TakeStep[] => [HELD_BREATH, ...takeSteps(session)];

/** What stands for all of that in a list of what comes. */
export const GUIDED_STEP: TakeStep = { id: 'guided', told: tell('now-guided'), seconds: 0 };

/** About how long a guided take asks for things before the playing, seconds; null where there is nothing to knock on, or one microphone alone. */
export function guidedSecondsOf({ microphones, shelf }: Pick<Session, 'microphones' | 'shelf'>): number | null {
  const kinds = microphones.flatMap(({ modelId }) => shelf.microphones.find(({ id }) => id === modelId)?.kind ?? []);
  const baskets = kinds.filter(hasBasket).length;
  return microphones.length < 2 || baskets === 0 ? null : guidedSeconds(baskets) + HELD_BREATH.seconds;
}

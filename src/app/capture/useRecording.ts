import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Guided } from '../../core/analysis';
import type { Session } from '../../core/document';
import type { AudioInputId, MicrophoneId } from '../../core/ids';
import { GUIDED_STEP, recordedChannels, type TakeStep } from '../../core/planning';
import { Silence } from '../../core/recording';
import { chainsOf } from '../../core/verdict';
import { sayCapture } from '../../words/capture.page.en';
import type { RecordedTrack } from '../../workers/recordProtocol';
import { runJob } from '../../workers/runJob';
import { dropTakes, keepOnly } from './keptTakes';
import { type EndedBy, endedWords, type Levels, openRecorder, type RecordedTake, type TakeRecorder } from './takeRecorder';
import { tracksOf } from './tracks';

/** How far it is: nothing open, asked for the input, levels in view, counting in, recording, or being put away. */
export type RecordingState = 'closed' | 'asking' | 'ready' | 'counting' | 'recording' | 'ending';

const COUNT_IN = 4;
/** A beat of the count where the song has no tempo, ms. */
const PLAIN_BEAT_MS = 750;

const NOTHING: Levels = { peaks: [], seconds: 0, lost: [] };

export interface Recording {
  readonly state: RecordingState;
  readonly problem: string | null;
  readonly isSong: boolean;
  readonly levels: Levels;
  /** Which channel records which microphone, by id; null for none. */
  readonly channels: Readonly<Record<string, number | null>>;
  /** Beats until it begins. */
  readonly beats: number;
  /** All that is to be played. */
  readonly steps: readonly TakeStep[];
  /** Whether knocks, claps and clicks are being asked for, and whether the same once more because nothing was heard of it. */
  readonly isGuiding: boolean;
  readonly isAgain: boolean;
  /** What is to be played now and next, and how long yet; null where it goes on until somebody stops. */
  readonly step: { readonly now: TakeStep; readonly next: TakeStep | undefined; readonly secondsLeft: number | null } | null;
  open(deviceId: AudioInputId | null): void;
  close(): void;
  choose(microphoneId: MicrophoneId, channel: number | null): void;
  start(): void;
  stop(): void;
  /** Ends what the guide asks for: on to the playing. */
  enough(): void;
}

interface RecordingOptions {
  /** What is to be played, one after another; the same array while it is the same. */
  readonly steps: readonly TakeStep[];
  /** Knocks, claps and clicks are asked for before that, one thing at a time, as long as they settle something. */
  readonly isGuided?: boolean;
  /** It goes on through every pause, until somebody stops it, and stays beside those before it. */
  readonly isSong?: boolean;
  readonly onTake: (take: RecordedTake, told: string | null) => void;
}

const inputName = (channel: number): string => sayCapture('input-2', { i: channel + 1 });

const NOTHING_HEARD: Guided = { taps: [], clicks: [] };

/** What was asked for before the playing: what it said so far, and what was asked for. */
interface Guide {
  heard: Guided;
  done: readonly string[];
  /** Asked for now, and whether for a second time. */
  step: TakeStep | null;
  isAgain: boolean;
}

/** Hears the recording of the last step, whose files are of no more use then, and asks for the next; null when it is enough. */
async function ask(session: Session, tracks: readonly RecordedTrack[], guide: Guide, take: RecordedTake | null): Promise<TakeStep | null> {
  const { heard, done, step, isAgain } = guide;
  const last = take && step ? { step, isAgain, files: take.files } : null;
  const answer = await runJob('guide', { session, heard, done, last, tracks }, { owner: 'guide' });
  if (take?.directory) await dropTakes([take.directory]);
  if (answer.kind !== 'done') return null;
  Object.assign(guide, { heard: answer.output.heard, done: answer.output.done, isAgain: answer.output.isAgain });
  return answer.output.next;
}

/** Records a take from an input of the browser, step by step, and hands it over. */
export function useRecording(session: Session, { steps: played, isGuided = false, isSong = false, onTake }: RecordingOptions): Recording {
  const [state, setState] = useState<RecordingState>('closed');
  const [problem, setProblem] = useState<string | null>(null);
  const [levels, setLevels] = useState(NOTHING);
  const [chosen, setChosen] = useState<Recording['channels']>({});
  const [beats, setBeats] = useState(0);
  const own = useRef<{
    recorder: TakeRecorder | null;
    gone: AbortController;
    state: RecordingState;
    silence: Silence;
    timer: number;
    seconds: number;
    /** Before the playing. */
    guide: Guide | null;
    /** Between one step of the guide and the next; and somebody said meanwhile that it is enough. */
    isTurning: boolean;
    isEnough: boolean;
  }>({
    recorder: null,
    gone: new AbortController(),
    state: 'closed',
    silence: new Silence(),
    timer: 0,
    seconds: 0,
    guide: null,
    isTurning: false,
    isEnough: false,
  });
  const to = useCallback((next: RecordingState): void => {
    own.current.state = next;
    setState(next);
  }, []);
  /** What the guide asks for; `listening` while it thinks, null when it is done. */
  const [asked, setAsked] = useState<TakeStep | 'listening' | null>(null);
  const count = levels.peaks.length;
  const byPatch = useMemo(() => recordedChannels(session, Math.max(1, count)), [session, count]);
  const channels = { ...byPatch, ...chosen };

  const letGo = useCallback(async (): Promise<void> => {
    const { recorder, gone, timer } = own.current;
    window.clearInterval(timer);
    gone.abort();
    own.current.recorder = null;
    to('closed');
    setLevels(NOTHING);
    await recorder?.close();
  }, [to]);
  useEffect(() => () => void letGo(), [letGo]);

  const end = async (by: EndedBy | null): Promise<void> => {
    const { recorder, state: was, seconds } = own.current;
    if (!recorder || was === 'ending') return;
    if (was !== 'recording') {
      if (by) setProblem(endedWords(by, 0));
      return letGo();
    }
    to('ending');
    const take = await recorder.stop();
    if (own.current.guide) {
      // Nothing was played yet: there is no take.
      if (take?.directory) await dropTakes([take.directory]);
      if (by) setProblem(endedWords(by, seconds));
      return letGo();
    }
    await letGo();
    if (!take || take.files.length === 0) return setProblem(endedWords('failed', seconds));
    onTake(take, by && endedWords(by, take.seconds));
    if (take.directory && !isSong) await keepOnly(session.id, take.directory);
  };
  const hear = (now: Levels): void => {
    const { current } = own;
    setLevels(now);
    const peak = Math.max(0, ...now.peaks);
    current.silence.hear(peak);
    if (current.state !== 'recording') return;
    current.seconds = now.seconds;
    if (current.isTurning) return;
    if (current.guide) {
      if (now.seconds >= (current.guide.step?.seconds ?? 0)) void turnOver(false);
      return;
    }
    if (!isSong && current.silence.isOver(peak, now.seconds)) void latest.current.end(null);
  };
  const latest = useRef({ end, hear });
  latest.current = { end, hear };

  const open = async (deviceId: AudioInputId | null): Promise<void> => {
    setProblem(null);
    to('asking');
    own.current.gone = new AbortController();
    own.current.silence = new Silence();
    const answer = await openRecorder(deviceId, {
      signal: own.current.gone.signal,
      onLevels: (now) => latest.current.hear(now),
      onEnded: (by) => void latest.current.end(by),
    });
    if (own.current.gone.signal.aborted) return;
    if (!answer.ok) {
      setProblem(answer.reason);
      return to('closed');
    }
    own.current.recorder = answer.recorder;
    to('ready');
  };
  const record = (guided: Guided | null): void => {
    const isKnocks = own.current.guide !== null;
    const tracks = tracksOf(session, channels, count, inputName);
    own.current.seconds = 0;
    own.current.silence.begin();
    const purpose = isKnocks ? 'knocks' : isSong ? 'song' : undefined;
    own.current.recorder?.start({ sessionId: session.id, tracks, chains: chainsOf(session), ...(purpose && { purpose }), ...(guided && { guided }) });
  };
  /** What was heard before goes with the take, so that it is there after a reload too. */
  const play = (): void => {
    const heard = own.current.guide?.heard;
    own.current.guide = null;
    setAsked(null);
    record(heard && heard.taps.length + heard.clicks.length > 0 ? heard : null);
  };
  const begin = (): void => {
    own.current.isEnough = false;
    own.current.guide = isGuided ? { heard: NOTHING_HEARD, done: [], step: null, isAgain: false } : null;
    to('recording');
    if (isGuided) void next(null);
    else play();
  };
  /** Each thing that is asked for is a recording of its own, so that nothing else hears it. */
  const turnOver = async (isEnough: boolean): Promise<void> => {
    const { current } = own;
    if (!current.guide) return;
    current.isEnough = isEnough;
    if (current.isTurning) return;
    current.isTurning = true;
    setAsked('listening');
    const take = (await current.recorder?.stop()) ?? null;
    if (!isEnough) return next(take);
    if (take?.directory) await dropTakes([take.directory]);
    current.isTurning = false;
    if (current.state === 'recording') play();
  };
  const next = async (take: RecordedTake | null): Promise<void> => {
    const { current } = own;
    const { guide } = current;
    if (!guide) return;
    current.isTurning = true;
    setAsked('listening');
    const step = await ask(session, tracksOf(session, channels, count, inputName), guide, take).catch(() => null);
    current.isTurning = false;
    if (current.state !== 'recording' || current.guide !== guide) return;
    if (!step || current.isEnough) return play();
    guide.step = step;
    setAsked(step);
    record(null);
  };
  const start = (): void => {
    own.current.silence.begin();
    let left = COUNT_IN;
    setBeats(left);
    to('counting');
    own.current.timer = window.setInterval(
      () => {
        left -= 1;
        setBeats(left);
        if (left > 0) return;
        window.clearInterval(own.current.timer);
        begin();
      },
      session.brief.tempoBpm ? 60_000 / session.brief.tempoBpm : PLAIN_BEAT_MS,
    );
  };

  let at = 0;
  const index = played.findIndex(({ seconds }, i) => {
    at += seconds;
    // The last goes on until somebody stops.
    return levels.seconds < at || i === played.length - 1;
  });
  const now = asked === null ? played[index] : asked === 'listening' ? undefined : asked;
  const left = Math.ceil((asked === null ? at : (now?.seconds ?? 0)) - levels.seconds);
  return {
    state,
    problem,
    isSong,
    levels,
    channels,
    beats,
    steps: isGuided ? [GUIDED_STEP, ...played] : played,
    isGuiding: state === 'recording' && asked !== null,
    isAgain: own.current.guide?.isAgain === true,
    step:
      state === 'recording' && now
        ? { now, next: asked === null ? played[index + 1] : undefined, secondsLeft: left > 0 ? left : asked === null ? null : 0 }
        : null,
    open: (deviceId) => void open(deviceId),
    close: () => void letGo(),
    choose: (id, channel) => setChosen({ ...chosen, [id]: channel }),
    start,
    stop: () => void end(null),
    enough: () => void turnOver(true),
  };
}

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { TapReading } from '../../core/analysis';
import type { Session } from '../../core/document';
import { recordedChannels, type TakeStep } from '../../core/planning';
import { Silence } from '../../core/recording';
import { chainsOf } from '../../core/verdict';
import { sayCapture } from '../../words/capture.page.en';
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
  /** What is to be played now and next, and how long yet; null where it goes on until somebody stops. */
  readonly step: { readonly now: TakeStep; readonly next: TakeStep | undefined; readonly secondsLeft: number | null } | null;
  open(deviceId: string | null): void;
  close(): void;
  choose(microphoneId: string, channel: number | null): void;
  start(): void;
  stop(): void;
}

interface RecordingOptions {
  /** What is to be played, one after another; the same array while it is the same. */
  readonly steps: readonly TakeStep[];
  /** Microphones knocked on before that, one after another; none where nobody wants to. */
  readonly taps?: readonly TakeStep[];
  /** It goes on through every pause, until somebody stops it, and stays beside those before it. */
  readonly isSong?: boolean;
  readonly onTake: (take: RecordedTake, told: string | null) => void;
}

const NO_STEPS: readonly TakeStep[] = [];

const inputName = (channel: number): string => sayCapture('input-2', { i: channel + 1 });

const lengthOf = (steps: readonly TakeStep[]): number => steps.reduce((sum, { seconds }) => sum + seconds, 0);
/** Somebody is a moment behind what is asked, seconds. */
const BEHIND_S = 0.5;

/** What the knocks of a recording say; its files are of no more use then. */
async function hearKnocks({ files, directory }: RecordedTake, steps: readonly TakeStep[]): Promise<readonly TapReading[]> {
  let at = 0;
  const taps = steps.flatMap(({ tap, seconds }) => {
    const fromS = at;
    at += seconds;
    return tap === undefined ? [] : [{ microphoneId: tap, fromS, toS: at + BEHIND_S }];
  });
  const answer = await runJob('hear-taps', { files, taps }, { owner: 'knocks' });
  if (directory) await dropTakes([directory]);
  return answer.kind === 'done' ? answer.output : [];
}

/** Records a take from an input of the browser, step by step, and hands it over. */
export function useRecording(session: Session, { steps: played, taps = NO_STEPS, isSong = false, onTake }: RecordingOptions): Recording {
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
    isTapping: boolean;
    /** Between the knocks and what is played. */
    isTurning: boolean;
  }>({
    recorder: null,
    gone: new AbortController(),
    state: 'closed',
    silence: new Silence(),
    timer: 0,
    seconds: 0,
    isTapping: false,
    isTurning: false,
  });
  const to = useCallback((next: RecordingState): void => {
    own.current.state = next;
    setState(next);
  }, []);
  const [isTapping, setTapping] = useState(false);
  const knocked = useRef<Promise<readonly TapReading[]>>(Promise.resolve([]));
  const steps = isTapping ? taps : played;
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
    if (own.current.isTapping) {
      // Nothing was played yet: there is no take.
      if (take?.directory) await dropTakes([take.directory]);
      if (by) setProblem(endedWords(by, seconds));
      return letGo();
    }
    const heard = await knocked.current;
    await letGo();
    if (!take || take.files.length === 0) return setProblem(endedWords('failed', seconds));
    onTake(heard.length > 0 ? { ...take, taps: heard } : take, by && endedWords(by, take.seconds));
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
    if (current.isTapping) {
      if (now.seconds >= lengthOf(taps)) void turnOver();
      return;
    }
    if (!isSong && current.silence.isOver(peak, now.seconds)) void latest.current.end(null);
  };
  const latest = useRef({ end, hear });
  latest.current = { end, hear };

  const open = async (deviceId: string | null): Promise<void> => {
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
  const record = (isKnocks: boolean): void => {
    const tracks = tracksOf(session, channels, count, inputName);
    own.current.seconds = 0;
    own.current.isTapping = isKnocks;
    setTapping(isKnocks);
    own.current.silence.begin();
    const purpose = isKnocks ? 'knocks' : isSong ? 'song' : undefined;
    own.current.recorder?.start({ sessionId: session.id, tracks, chains: chainsOf(session), ...(purpose && { purpose }) });
  };
  const begin = (): void => {
    knocked.current = Promise.resolve([]);
    record(taps.length > 0);
    to('recording');
  };
  /** From the knocks to what is played: they are a recording of their own, so that nothing else hears them. */
  const turnOver = async (): Promise<void> => {
    own.current.isTurning = true;
    const take = await own.current.recorder?.stop();
    own.current.isTurning = false;
    if (own.current.state !== 'recording') return take?.directory ? dropTakes([take.directory]) : undefined;
    record(false);
    if (take) knocked.current = hearKnocks(take, taps).catch(() => []);
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
  const index = steps.findIndex(({ seconds }, i) => {
    at += seconds;
    // The last goes on until somebody stops.
    return levels.seconds < at || i === steps.length - 1;
  });
  const now = steps[index];
  const left = Math.ceil(at - levels.seconds);
  return {
    state,
    problem,
    isSong,
    levels,
    channels,
    beats,
    steps: [...taps, ...played],
    step:
      state === 'recording' && now
        ? { now, next: steps[index + 1] ?? (isTapping ? played[0] : undefined), secondsLeft: left > 0 ? left : null }
        : null,
    open: (deviceId) => void open(deviceId),
    close: () => void letGo(),
    choose: (id, channel) => setChosen({ ...chosen, [id]: channel }),
    start,
    stop: () => void end(null),
  };
}

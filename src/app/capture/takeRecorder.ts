import type { AudioInputId } from '../../core/ids';
import type { Lost } from '../../core/recording';
import { sayCapture } from '../../words/capture.page.en';
import type { TakeFile } from '../../workers/protocol';
import type { RecordAnswer, RecordedTrack, RecordRequest, TakeNote } from '../../workers/recordProtocol';
import { newId } from '../components/newId';
import { openInput } from './capture';
import { takeIn } from './keptTakes';

/** What comes of a recording. */
export interface RecordedTake {
  readonly files: readonly TakeFile[];
  readonly tracks: readonly RecordedTrack[];
  readonly chains: TakeNote['chains'];
  readonly sampleRateHz: number;
  /** What knocks, claps and clicks before it said. */
  readonly guided?: TakeNote['guided'];
  readonly seconds: number;
  readonly lost: readonly Lost[];
  /** Among the files of the browser; null where it is in memory alone. */
  readonly directory: string | null;
}

/** What is heard of an open input, some ten times a second. */
export interface Levels {
  /** Highest sample of each channel, 0 to 1. */
  readonly peaks: readonly number[];
  /** Recorded so far. */
  readonly seconds: number;
  readonly lost: readonly Lost[];
}

/** Why a recording ended by itself. */
export type EndedBy = 'unplugged' | 'full' | 'failed';

export interface TakeRecorder {
  readonly sampleRateHz: number;
  /** Begins to write, with what came from this moment on. */
  start(of: Pick<TakeNote, 'sessionId' | 'tracks' | 'chains' | 'purpose' | 'guided'>): void;
  /** Ends it; null where nothing was being recorded. */
  stop(): Promise<RecordedTake | null>;
  /** Lets the input go. */
  close(): Promise<void>;
}

export type RecorderAnswer = { readonly ok: true; readonly recorder: TakeRecorder } | { readonly ok: false; readonly reason: string };

/**
 * Opens an input to record a take from: its samples go from the audio thread to a worker that writes them to the browser's own disk
 * as they come; the page may be busy, or be loaded again, and hears levels alone.
 */
export async function openRecorder(
  deviceId: AudioInputId | null,
  { signal, onLevels, onEnded }: { signal: AbortSignal; onLevels: (levels: Levels) => void; onEnded: (by: EndedBy) => void },
): Promise<RecorderAnswer> {
  const answer = await openInput(deviceId, signal);
  if (!answer.ok) return answer;
  const { input } = answer;
  const worker = new Worker(new URL('../../workers/recordTake.worker.ts', import.meta.url), { type: 'module' });
  const tell = (request: RecordRequest, transfer: Transferable[] = []): void => worker.postMessage(request, transfer);
  let own: ({ readonly directory: string } & Pick<TakeNote, 'tracks' | 'chains' | 'guided'>) | null = null;
  let stopped: ((take: Extract<RecordAnswer, { kind: 'stopped' }>) => void) | null = null;
  worker.onmessage = ({ data }: MessageEvent<RecordAnswer>) => {
    if (data.kind === 'levels') onLevels(data);
    else if (data.kind === 'stopped') {
      stopped?.(data);
      full = stopped ? null : data;
    } else if (data.kind === 'full' || data.kind === 'failed') onEnded(data.kind);
  };
  // What ended by itself waits to be asked for.
  let full: Extract<RecordAnswer, { kind: 'stopped' }> | null = null;
  worker.onerror = () => onEnded('failed');
  input.onEnded(() => onEnded('unplugged'));
  const { port1, port2 } = new MessageChannel();
  input.recorder.port.postMessage(port1, [port1]);
  tell({ kind: 'listen', port: port2 }, [port2]);
  const recorder: TakeRecorder = {
    sampleRateHz: input.sampleRateHz,
    start: (of) => {
      const directory = newId();
      own = { directory, ...of };
      const note = { ...of, madeAt: new Date().toISOString(), sampleRateHz: input.sampleRateHz, isWhole: false };
      tell({ kind: 'record', directory, note });
    },
    stop: async () => {
      if (!own) return null;
      const { directory, tracks, chains, guided } = own;
      own = null;
      const answered =
        full ??
        (await new Promise<Extract<RecordAnswer, { kind: 'stopped' }>>((resolve) => {
          stopped = resolve;
          tell({ kind: 'stop' });
        }));
      const { seconds, lost, blobs } = answered;
      const files = blobs
        ? tracks.flatMap(({ name }, t): TakeFile[] => (blobs[t] ? [{ name: `${name}.wav`, blob: blobs[t], isRecordedHere: true }] : []))
        : ((await takeIn(directory))?.files ?? []);
      return {
        files,
        tracks,
        chains,
        ...(guided && { guided }),
        sampleRateHz: input.sampleRateHz,
        seconds,
        lost,
        directory: blobs ? null : directory,
      };
    },
    close: async () => {
      await input.close();
      worker.terminate();
    },
  };
  return { ok: true, recorder };
}

/** What ended a recording by itself, in a sentence. */
export const endedWords = (by: EndedBy, seconds: number): string => sayCapture(ENDED[by], { seconds: Math.round(seconds) });

const ENDED = { unplugged: 'the-input-was-unplugged', full: 'the-disk-is-full', failed: 'the-recording-broke-off' } as const satisfies Record<
  EndedBy,
  string
>;

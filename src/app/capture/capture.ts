import { writeWav } from '../../core/audio';
import { sayCapture } from '../../words/capture.page.en';
import recorderUrl from './recorder.worklet.ts?worker&url';

/** An input that the browser offers. */
export interface InputDeviceChoice {
  readonly id: string;
  readonly name: string;
}

export interface Capture {
  readonly channelCount: number;
  readonly sampleRateHz: number;
  /** Ends it and gives what was heard, a WAV of 32-bit float with every channel. */
  stop(): Promise<{ readonly name: string; readonly blob: Blob }>;
  /** Ends it and keeps nothing. */
  cancel(): Promise<void>;
}

export type CaptureAnswer = { readonly ok: true; readonly capture: Capture } | { readonly ok: false; readonly reason: string };

/** As many channels as an audio graph carries; the browser gives what there are. A minute of eight is 90 MB. */
const MOST_CHANNELS = 32;

const REFUSALS: Readonly<Record<string, string>> = {
  NotAllowedError: sayCapture('the-browser-was-not-allowed-to'),
  NotFoundError: sayCapture('no-audio-input-was-found-plug'),
  NotReadableError: sayCapture('the-input-is-in-use-by'),
  OverconstrainedError: sayCapture('the-chosen-input-has-gone-choose'),
};

const reasonOf = (error: unknown): string =>
  (error instanceof DOMException && REFUSALS[error.name]) || sayCapture('this-browser-cannot-record-here-record');

/** Inputs that can be chosen; their names are known once the browser was allowed to listen. */
export async function listInputs(): Promise<InputDeviceChoice[]> {
  if (!navigator.mediaDevices) return [];
  const found = await navigator.mediaDevices.enumerateDevices().catch(() => []);
  return found.flatMap(({ kind, deviceId, label }, i) =>
    kind === 'audioinput' && deviceId ? [{ id: deviceId, name: label || sayCapture('input-2', { i: i + 1 }) }] : [],
  );
}

/** Calls back whenever something is plugged in or out; gives the way to stop that. */
export function watchInputs(onChange: () => void): () => void {
  navigator.mediaDevices?.addEventListener('devicechange', onChange);
  return () => navigator.mediaDevices?.removeEventListener('devicechange', onChange);
}

/** A stream's raw samples, gathered by a worklet; levels are told as they come. */
async function captureStream(
  stream: MediaStream,
  name: string,
  onLevels: (peaks: readonly number[]) => void,
  onBatch: ((channels: readonly Float32Array[]) => void) | null,
): Promise<Capture> {
  const context = new AudioContext({ latencyHint: 'playback' });
  await context.audioWorklet.addModule(recorderUrl);
  const channelCount = Math.max(1, stream.getAudioTracks()[0]?.getSettings().channelCount ?? 1);
  const source = context.createMediaStreamSource(stream);
  const recorder = new AudioWorkletNode(context, 'recorder', {
    numberOfInputs: 1,
    numberOfOutputs: 0,
    channelCount: Math.min(MOST_CHANNELS, channelCount),
    channelCountMode: 'explicit',
    channelInterpretation: 'discrete',
  });
  const batches: Float32Array[][] = [];
  recorder.port.onmessage = ({ data }: MessageEvent<Float32Array[]>) => {
    // Who takes the samples as they come has no use for all of them at the end.
    if (onBatch) onBatch(data);
    else batches.push(data);
    onLevels(data.map((channel) => channel.reduce((most, x) => Math.max(most, Math.abs(x)), 0)));
  };
  source.connect(recorder);
  await context.resume();
  const end = async (): Promise<void> => {
    source.disconnect();
    for (const track of stream.getTracks()) track.stop();
    await context.close();
  };
  return {
    channelCount,
    sampleRateHz: context.sampleRate,
    cancel: end,
    stop: async () => {
      await end();
      const channels = Math.max(1, ...batches.map((batch) => batch.length));
      const frames = batches.reduce((sum, batch) => sum + (batch[0]?.length ?? 0), 0);
      const whole = Array.from({ length: channels }, () => new Float32Array(frames));
      let at = 0;
      for (const batch of batches) {
        batch.forEach((channel, c) => whole[c]?.set(channel, at));
        at += batch[0]?.length ?? 0;
      }
      return { name: `${name}.wav`, blob: new Blob([writeWav(whole, context.sampleRate, 'f32')], { type: 'audio/wav' }) };
    },
  };
}

/**
 * Begins to listen, with everything switched off that a telephone call would want.
 *
 * @param signal aborted when who asked is gone: the input is closed then, also when the permission comes later
 */
export async function startCapture(
  deviceId: string | null,
  name: string,
  onLevels: (peaks: readonly number[]) => void,
  { onBatch = null, signal }: { onBatch?: ((channels: readonly Float32Array[]) => void) | null; signal?: AbortSignal } = {},
): Promise<CaptureAnswer> {
  let stream: MediaStream | null = null;
  const letGo = (): void => {
    for (const track of stream?.getTracks() ?? []) track.stop();
  };
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: {
        ...(deviceId ? { deviceId: { exact: deviceId } } : {}),
        channelCount: { ideal: MOST_CHANNELS },
        echoCancellation: false,
        noiseSuppression: false,
        autoGainControl: false,
      },
    });
    // Who asked may have gone before the answer to the permission came: nobody is listened to behind his back.
    if (!signal?.aborted) {
      const capture = await captureStream(stream, name, onLevels, onBatch);
      if (!signal?.aborted) return { ok: true, capture };
      await capture.cancel();
    }
    letGo();
    return { ok: false, reason: sayCapture('the-view-was-left-before-the') };
  } catch (error) {
    letGo();
    return { ok: false, reason: reasonOf(error) };
  }
}

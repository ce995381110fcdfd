import { writeWav } from '../../core/audio';
import type { AudioInputId } from '../../core/ids';
import { sayCapture } from '../../words/capture.page.en';
import type { Batch } from '../../workers/recordProtocol';
import { remember, remembered } from '../components/remembered';
import recorderUrl from './recorder.worklet.ts?worker&url';

/** An input that the browser offers. */
export interface InputDeviceChoice {
  readonly id: string;
  readonly name: string;
}

export interface Capture {
  readonly channelCount: number;
  readonly sampleRateHz: number;
  /** Ends it and gives what was heard, a WAV of 32-bit float with every channel, or with one of them. */
  stop(only?: number | null): Promise<{ readonly name: string; readonly blob: Blob }>;
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

/** An input that is open: its stream, and the audio thread's worklet that hands its samples on. */
export interface OpenInput {
  readonly recorder: AudioWorkletNode;
  /** What the stream says; what comes tells. */
  readonly channelCount: number;
  readonly sampleRateHz: number;
  /** Calls back when the input is unplugged or taken away. */
  onEnded(told: () => void): void;
  close(): Promise<void>;
}

export type InputAnswer = { readonly ok: true; readonly input: OpenInput } | { readonly ok: false; readonly reason: string };

async function openStream(stream: MediaStream): Promise<OpenInput> {
  const context = new AudioContext({ latencyHint: 'playback' });
  await context.audioWorklet.addModule(recorderUrl);
  const track = stream.getAudioTracks()[0];
  const told = track?.getSettings().channelCount;
  const source = context.createMediaStreamSource(stream);
  const recorder = new AudioWorkletNode(context, 'recorder', {
    numberOfInputs: 1,
    numberOfOutputs: 0,
    // A stream that does not say how many it has hands over those that come.
    ...(told === undefined
      ? { channelCountMode: 'max' as const }
      : { channelCount: Math.max(1, Math.min(MOST_CHANNELS, told)), channelCountMode: 'explicit' as const }),
    channelInterpretation: 'discrete',
  });
  source.connect(recorder);
  await context.resume();
  return {
    recorder,
    channelCount: Math.max(1, told ?? source.channelCount),
    sampleRateHz: context.sampleRate,
    onEnded: (callback) => track?.addEventListener('ended', callback),
    close: async () => {
      source.disconnect();
      for (const one of stream.getTracks()) one.stop();
      await context.close();
    },
  };
}

/**
 * Opens an input with everything switched off that a telephone call would want.
 *
 * @param signal aborted when who asked is gone: the input is closed then, also when the permission comes later
 */
export async function openInput(deviceId: AudioInputId | null, signal?: AbortSignal): Promise<InputAnswer> {
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
      const input = await openStream(stream);
      if (!signal?.aborted) return { ok: true, input };
      await input.close();
    }
    letGo();
    return { ok: false, reason: sayCapture('the-view-was-left-before-the') };
  } catch (error) {
    letGo();
    return { ok: false, reason: reasonOf(error) };
  }
}

/** A short recording, gathered in memory; levels are told as they come. Who takes the samples as they come has no use for all of them at the end. */
export async function startCapture(
  deviceId: AudioInputId | null,
  name: string,
  onLevels: (peaks: readonly number[]) => void,
  { onBatch = null, signal }: { onBatch?: ((channels: readonly Float32Array[]) => void) | null; signal?: AbortSignal } = {},
): Promise<CaptureAnswer> {
  const answer = await openInput(deviceId, signal);
  if (!answer.ok) return answer;
  const { input } = answer;
  const batches: (readonly Float32Array[])[] = [];
  input.recorder.port.onmessage = ({ data }: MessageEvent<Batch>) => {
    if (onBatch) onBatch(data.channels);
    else batches.push(data.channels);
    onLevels(data.channels.map((channel) => channel.reduce((most, x) => Math.max(most, Math.abs(x)), 0)));
  };
  return {
    ok: true,
    capture: {
      channelCount: input.channelCount,
      sampleRateHz: input.sampleRateHz,
      cancel: input.close,
      stop: async (only = null) => {
        await input.close();
        const channels = Math.max(1, ...batches.map((batch) => batch.length));
        const frames = batches.reduce((sum, batch) => sum + (batch[0]?.length ?? 0), 0);
        const whole = Array.from({ length: channels }, () => new Float32Array(frames));
        let at = 0;
        for (const batch of batches) {
          batch.forEach((channel, c) => whole[c]?.set(channel, at));
          at += batch[0]?.length ?? 0;
        }
        const own = only === null ? undefined : whole[only];
        return { name: `${name}.wav`, blob: new Blob([writeWav(own ? [own] : whole, input.sampleRateHz, 'f32')], { type: 'audio/wav' }) };
      },
    },
  };
}

const INPUT = 'input';

/** The input that was chosen last on this machine; null for the system's own. */
export const rememberedInput = (): string | null => remembered(INPUT);
export const rememberInput = (deviceId: AudioInputId | null): void => remember(INPUT, deviceId);

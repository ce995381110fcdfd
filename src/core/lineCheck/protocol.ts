import Joi from 'joi';
import type { DeviceId, InputId, MicrophoneId } from '../ids';

/** The version of the messages that are told in docs/adapters.md. */
export const ADAPTER_VERSION = 1;
/** Nothing longer is recorded for a line check, seconds. */
const LONGEST_RECORDING_S = 60;

export interface DeviceInputDescription {
  readonly id: InputId;
  readonly name: string;
  /** Inputs of one bank share a phantom switch; null has none. */
  readonly bank: string | null;
  readonly gainMinDb: number;
  readonly gainMaxDb: number;
  readonly padDb: number;
}

export interface DeviceDescription {
  readonly name: string;
  readonly sampleRateHz: number;
  readonly inputs: readonly DeviceInputDescription[];
  /** Such a device has hands of its own: it can be told to tap and to play. */
  readonly simulated: boolean;
}

export interface InputState {
  readonly id: InputId;
  readonly gainDb: number;
  readonly pad: boolean;
  readonly highPass: boolean;
}

/** What a device says of itself. Whether it is so is another matter. */
export interface DeviceState {
  readonly inputs: readonly InputState[];
  /** Phantom by bank. */
  readonly banks: Readonly<Record<string, boolean>>;
}

export type DeviceCommand =
  | { readonly input: string; readonly gainDb?: number; readonly pad?: boolean; readonly highPass?: boolean }
  | { readonly bank: string; readonly phantom: boolean };

/** What hands do beside a microphone. A tap is two knocks on the body, then a clap a hand's width in front of it. */
export type HandAction = { readonly do: 'quiet' | 'play' } | { readonly do: 'tap'; readonly microphoneId: MicrophoneId };

export type ToDevice =
  | { readonly type: 'set'; readonly id: number; readonly command: DeviceCommand }
  | { readonly type: 'record'; readonly id: number; readonly seconds: number }
  | { readonly type: 'hand'; readonly id: number; readonly action: HandAction }
  | {
      readonly type: 'rig';
      readonly id: number;
      readonly session: unknown;
      readonly deviceId: DeviceId;
      readonly seed: number;
      readonly faults: readonly unknown[];
    };

export type FromDevice =
  | { readonly type: 'device'; readonly version: number; readonly device: DeviceDescription; readonly state: DeviceState }
  | { readonly type: 'done'; readonly id: number; readonly state: DeviceState }
  /** Comes before one binary message: 32-bit float, little-endian, channel after channel in the order of the inputs. */
  | { readonly type: 'recording'; readonly id: number; readonly sampleRateHz: number; readonly channels: number; readonly frames: number }
  | { readonly type: 'meters'; readonly peaksDbfs: readonly number[] }
  | { readonly type: 'refused'; readonly id: number | null; readonly reason: string };

const id = Joi.number().integer().min(0).max(1e9).required();
const name = Joi.string().max(200);
const command = Joi.alternatives(
  Joi.object({ input: name.required(), gainDb: Joi.number().min(-60).max(120), pad: Joi.boolean(), highPass: Joi.boolean() }),
  Joi.object({ bank: name.required(), phantom: Joi.boolean().required() }),
);
const action = Joi.alternatives(
  Joi.object({ do: Joi.valid('quiet', 'play').required() }),
  Joi.object({ do: Joi.valid('tap').required(), microphoneId: name.required() }),
);
const toDevice = Joi.alternatives(
  Joi.object({ type: Joi.valid('set').required(), id, command: command.required() }),
  Joi.object({ type: Joi.valid('record').required(), id, seconds: Joi.number().greater(0).max(LONGEST_RECORDING_S).required() }),
  Joi.object({ type: Joi.valid('hand').required(), id, action: action.required() }),
  Joi.object({
    type: Joi.valid('rig').required(),
    id,
    session: Joi.object().unknown().required(),
    deviceId: name.required(),
    seed: Joi.number().integer().min(0).max(1e9).required(),
    faults: Joi.array().max(32).items(Joi.object().unknown()).required(),
  }),
);

/** A message to a device, or one sentence saying why it is none. */
export function readToDevice(text: string): { readonly ok: true; readonly message: ToDevice } | { readonly ok: false; readonly reason: string } {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { ok: false, reason: 'That message is no JSON: send one object with a type, as docs/adapters.md tells.' };
  }
  const judged = toDevice.validate(value, { convert: false });
  return judged.error
    ? { ok: false, reason: 'That message is not one of set, record, hand and rig with what belongs to it: see docs/adapters.md.' }
    : { ok: true, message: judged.value as ToDevice };
}

const finite = Joi.number().required();
const input = Joi.object({ id: name.required(), gainDb: finite, pad: Joi.boolean().required(), highPass: Joi.boolean().required() });
const state = Joi.object({ inputs: Joi.array().max(512).items(input).required(), banks: Joi.object().pattern(name, Joi.boolean()).required() });
const described = Joi.object({
  id: name.required(),
  name: name.required(),
  bank: name.allow(null).required(),
  gainMinDb: finite,
  gainMaxDb: finite,
  padDb: finite,
});
const device = Joi.object({
  name: name.required(),
  sampleRateHz: Joi.number().min(8000).max(400_000).required(),
  inputs: Joi.array().max(512).items(described).required(),
  simulated: Joi.boolean().required(),
});
const fromDevice = Joi.alternatives(
  Joi.object({ type: Joi.valid('device').required(), version: finite, device: device.required(), state: state.required() }),
  Joi.object({ type: Joi.valid('done').required(), id, state: state.required() }),
  Joi.object({
    type: Joi.valid('recording').required(),
    id,
    sampleRateHz: finite,
    channels: Joi.number().integer().min(0).max(512).required(),
    frames: Joi.number().integer().min(0).max(1e8).required(),
  }),
  Joi.object({ type: Joi.valid('meters').required(), peaksDbfs: Joi.array().max(512).items(Joi.number()).required() }),
  Joi.object({ type: Joi.valid('refused').required(), id: Joi.number().allow(null).required(), reason: Joi.string().max(2000).required() }),
);

/** A message from a device; null for what is none: a device may say what it likes, and only this is listened to. */
export function readFromDevice(text: string): FromDevice | null {
  try {
    const judged = fromDevice.validate(JSON.parse(text), { convert: false });
    return judged.error ? null : (judged.value as FromDevice);
  } catch {
    return null;
  }
}

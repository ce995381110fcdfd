import type { DeviceCommand, DeviceDescription, DeviceState, HandAction } from './protocol';

export interface Recording {
  readonly sampleRateHz: number;
  /** One per input, in the order of the device's inputs. */
  readonly channels: readonly Float32Array[];
}

/** What a line check asks of a device: the small door through which any can be reached. Every promise may fail with a sentence. */
export interface LineDevice {
  readonly description: DeviceDescription;
  /** False for a recorder that only listens: its knobs are turned by hand. */
  readonly takesCommands: boolean;
  set(command: DeviceCommand): Promise<DeviceState>;
  record(seconds: number): Promise<Recording>;
  /** Says what hands should do now, and waits until they are about it. */
  hand(action: HandAction): Promise<void>;
  /** How often the connection was lost so far. */
  timesLost(): number;
}

const { max, min, round } = Math;

/** Sample formats that are written. */
export type WrittenFormat = 's16' | 's24' | 'f32';

const BYTES: Record<WrittenFormat, number> = { s16: 2, s24: 3, f32: 4 };

/** What a Broadcast Wave file says of itself (EBU Tech 3285, version 1). */
export interface BroadcastNote {
  /** At most 256 characters, ASCII; others are left out. */
  readonly description: string;
  /** ISO 8601, UTC. */
  readonly madeAt: string;
  /** Samples since midnight at which the recording began. */
  readonly timeReference: number;
}

const BEXT_BYTES = 602;

function bextChunk({ description, madeAt, timeReference }: BroadcastNote): Uint8Array {
  const out = new Uint8Array(8 + BEXT_BYTES);
  const view = new DataView(out.buffer);
  const text = (at: number, value: string, most: number): void => {
    [...value.replaceAll(/[^\x20-\x7e]/g, '')].slice(0, most).forEach((char, i) => view.setUint8(8 + at + i, char.charCodeAt(0)));
  };
  [...'bext'].forEach((char, i) => view.setUint8(i, char.charCodeAt(0)));
  view.setUint32(4, BEXT_BYTES, true);
  text(0, description, 256);
  text(256, 'Shuttlecraft', 32);
  text(320, madeAt.slice(0, 10), 10);
  text(330, madeAt.slice(11, 19), 8);
  view.setBigUint64(8 + 338, BigInt(Math.max(0, Math.round(timeReference))), true);
  view.setUint16(8 + 346, 1, true);
  return out;
}

/** The head of a file that is written piece by piece: everything before the first sample. Plain WAV; its end at 4 GiB is the caller's to mind. */
export function broadcastHeader(channels: number, rate: number, format: WrittenFormat, frames: number, note: BroadcastNote): Uint8Array {
  const plain = new Uint8Array(header(channels, rate, format, frames).buffer);
  const bext = bextChunk(note);
  const out = new Uint8Array(plain.length + bext.length);
  out.set(plain.subarray(0, 12));
  out.set(bext, 12);
  out.set(plain.subarray(12), 12 + bext.length);
  const view = new DataView(out.buffer);
  view.setUint32(4, view.getUint32(4, true) + bext.length, true);
  return out;
}

/** Samples of one channel as they are written; how many had to stop at full scale is counted into `clipped`. */
export function writeSamples(samples: Float32Array, format: WrittenFormat, clipped: { count: number }): Uint8Array {
  const out = new Uint8Array(samples.length * BYTES[format]);
  const view = new DataView(out.buffer);
  const top = format === 's16' ? 32767 : 8388607;
  for (let i = 0, at = 0; i < samples.length; i++, at += BYTES[format]) {
    const value = samples[i] as number;
    if (format === 'f32') view.setFloat32(at, value, true);
    else {
      const whole = round(value * (top + 1));
      const kept = max(-top - 1, min(top, whole));
      // A full negative swing turned round is one step too large: that is rounding, not clipping.
      if (whole - kept > 1 || kept - whole > 0) clipped.count++;
      view.setInt16(at, format === 's16' ? kept : kept & 0xffff, true);
      if (format === 's24') view.setInt8(at + 2, kept >> 16);
    }
  }
  return out;
}

function header(channels: number, rate: number, format: WrittenFormat, frames: number): DataView {
  const view = new DataView(new ArrayBuffer(44));
  const text = (at: number, value: string): void => [...value].forEach((char, i) => view.setUint8(at + i, char.charCodeAt(0)));
  const frameBytes = channels * BYTES[format];
  text(0, 'RIFF');
  view.setUint32(4, 36 + frames * frameBytes + ((frames * frameBytes) % 2), true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, format === 'f32' ? 3 : 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * frameBytes, true);
  view.setUint16(32, frameBytes, true);
  view.setUint16(34, BYTES[format] * 8, true);
  text(36, 'data');
  view.setUint32(40, frames * frameBytes, true);
  return view;
}

/**
 * A whole WAV file in memory from channels of equal length, full scale ±1; integer formats round and stop at full scale.
 * Shape: channels × frames.
 */
export function writeWav(channels: readonly Float32Array[], sampleRateHz: number, format: WrittenFormat = 's24'): Uint8Array<ArrayBuffer> {
  const frames = channels[0]?.length ?? 0;
  if (channels.some((channel) => channel.length !== frames)) throw new RangeError('writeWav: channels must have the same length');
  const size = frames * channels.length * BYTES[format];
  const out = new Uint8Array(44 + size + (size % 2));
  out.set(new Uint8Array(header(channels.length, sampleRateHz, format, frames).buffer));
  const view = new DataView(out.buffer);
  const top = format === 's16' ? 32767 : 8388607;
  let at = 44;
  for (let i = 0; i < frames; i++)
    for (const channel of channels) {
      const value = channel[i] as number;
      if (format === 'f32') view.setFloat32(at, value, true);
      else {
        const whole = max(-top - 1, min(top, round(value * (top + 1))));
        view.setInt16(at, format === 's16' ? whole : whole & 0xffff, true);
        if (format === 's24') view.setInt8(at + 2, whole >> 16);
      }
      at += BYTES[format];
    }
  return out;
}

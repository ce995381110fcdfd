const { max, min, round } = Math;

/** Sample formats that are written. */
export type WrittenFormat = 's16' | 's24' | 'f32';

const BYTES: Record<WrittenFormat, number> = { s16: 2, s24: 3, f32: 4 };

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

/*
 * Frames of a FLAC file found by their checksums, damaged within and given right checksums again: what a decoder lets through then is
 * nonsense by the letter of the standard (RFC 9639).
 */

const table = (polynomial: number, width: number): Uint16Array =>
  Uint16Array.from({ length: 256 }, (_, byte) => {
    let rest = byte << (width - 8);
    for (let bit = 0; bit < 8; bit++) rest = rest & (1 << (width - 1)) ? (rest << 1) ^ polynomial : rest << 1;
    return rest & (2 ** width - 1);
  });
const HEAD = table(0x07, 8);
const WHOLE = table(0x8005, 16);

function crc8(bytes: Uint8Array, from: number, to: number): number {
  let rest = 0;
  for (let i = from; i < to; i++) rest = HEAD[rest ^ (bytes[i] as number)] as number;
  return rest;
}

function crc16(bytes: Uint8Array, from: number, to: number): number {
  let rest = 0;
  for (let i = from; i < to; i++) rest = ((rest << 8) & 0xffff) ^ (WHOLE[(rest >> 8) ^ (bytes[i] as number)] as number);
  return rest;
}

export interface FlacFrame {
  readonly start: number;
  /** Bytes of its head, the checksum of the head left out. */
  readonly head: number;
  readonly end: number;
}

/** Length of a frame's head at a place, its checksum left out; 0 where none is. */
function headAt(bytes: Uint8Array, at: number): number {
  if (bytes[at] !== 0xff || ((bytes[at + 1] as number) & 0xfe) !== 0xf8) return 0;
  const [sizes, number] = [bytes[at + 2] as number, bytes[at + 4] as number];
  const coded = number < 0x80 ? 1 : Math.clz32(~(number << 24));
  const [block, rate] = [sizes >> 4, sizes & 15];
  const extra = (block === 6 ? 1 : block === 7 ? 2 : 0) + (rate === 12 ? 1 : rate === 13 || rate === 14 ? 2 : 0);
  const length = 4 + coded + extra;
  return at + length < bytes.length && crc8(bytes, at, at + length) === bytes[at + length] ? length : 0;
}

/** The frames of a whole file, in their order. */
export function flacFrames(bytes: Uint8Array): FlacFrame[] {
  const starts: { readonly at: number; readonly head: number }[] = [];
  for (let at = 4; at < bytes.length - 6; at++) {
    const head = headAt(bytes, at);
    const last = starts[starts.length - 1];
    // A frame's own checksum at its end makes that of all of it nought.
    if (head > 0 && (!last || crc16(bytes, last.at, at) === 0)) starts.push({ at, head });
  }
  return starts.map(({ at, head }, i) => ({ start: at, head, end: starts[i + 1]?.at ?? bytes.length }));
}

/** Gives a frame the checksums that its bytes have now. */
export function healed(bytes: Uint8Array, { start, head, end }: FlacFrame): void {
  bytes[start + head] = crc8(bytes, start, start + head);
  const whole = crc16(bytes, start, end - 2);
  bytes[end - 2] = whole >> 8;
  bytes[end - 1] = whole & 255;
}

import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeWav } from '../src/core/audio';
import { createRandom } from '../src/core/math';
import { addDelayed, type StrokeKind, synthesiseStroke } from '../src/core/render';

const RATE = 48_000;
const CHANNELS = 10;
const KINDS: StrokeKind[] = ['kick', 'snare', 'hat', 'tom'];

/** Ten channels of drums, 24 bits; long takes repeat the same minute so that they cost no time to make. */
export function makeTake(folder: string, seconds: number): string[] {
  return Array.from({ length: CHANNELS }, (_, c) => {
    const random = createRandom(c + 1);
    const minute = Float32Array.from({ length: 60 * RATE }, () => 1e-4 * random.normal());
    KINDS.forEach((kind, k) => {
      const stroke = synthesiseStroke(kind, RATE, k + 1);
      for (let at = 20_000 + 24_000 * k; at < minute.length - 50_000; at += 96_000)
        addDelayed(minute, stroke, at + ((c * 37 + k * 91) % 400) + 0.3, c % 4 === k ? 0.3 : 0.03);
    });
    const whole = new Float32Array(seconds * RATE);
    for (let at = 0; at < whole.length; at += minute.length) whole.set(minute.subarray(0, Math.min(minute.length, whole.length - at)), at);
    const path = join(folder, `channel ${c + 1}.wav`);
    writeFileSync(path, writeWav([whole], RATE, 's24'));
    return path;
  });
}

import type { Fault } from './fault';

const { PI, abs, exp, floor, max, min, sin } = Math;

/** How far these are under the channel's own peak. */
const HUM = 0.02;
const CLICK = 0.035;
const KNOCK = 0.6;
/** How far over full scale a clipped channel would have gone. */
const TOO_LOUD = 2;
const CLICKS_PER_S = 104 / 60;

/** Something that is heard besides what is played, or what too much gain does, in one channel; other faults leave its samples as they are. */
export function disturb(samples: Float32Array, kind: Fault['kind'], rate: number): void {
  const peak = samples.reduce((most, x) => max(most, abs(x)), 0);
  const { length } = samples;
  if (kind === 'humming')
    for (let i = 0; i < length; i++) {
      const turn = (2 * PI * 50 * i) / rate;
      samples[i] = (samples[i] as number) + HUM * peak * (sin(turn) + 0.6 * sin(2 * turn + 1) + 0.4 * sin(3 * turn + 2));
    }
  if (kind === 'clipping') for (let i = 0; i < length; i++) samples[i] = max(-1, min(1, ((samples[i] as number) * TOO_LOUD) / peak));
  if (kind === 'clicking')
    for (let at = 0.3; at < length / rate; at += 1 / CLICKS_PER_S)
      for (let i = 0, from = floor(at * rate); i < 0.006 * rate && from + i < length; i++)
        samples[from + i] = (samples[from + i] as number) + CLICK * peak * sin((2 * PI * 1800 * i) / rate) * exp(-i / (0.0015 * rate));
  if (kind === 'knocked')
    for (const share of [0.23, 0.51, 0.84])
      for (let i = 0, from = floor(share * length); i < 0.4 * rate && from + i < length; i++)
        samples[from + i] = (samples[from + i] as number) + KNOCK * peak * sin((2 * PI * 9 * i) / rate) * exp(-i / (0.08 * rate));
}

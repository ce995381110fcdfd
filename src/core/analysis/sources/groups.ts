import { tell } from '../codes';
import type { TakeFinding } from '../reading/report';
import { type TakeChannel, TakeReader } from '../reading/take';

const { log10, max, min, round, sqrt } = Math;

/** Up to this many channels all are compared with all. */
const MOST_COMPARED = 32;
/** Above, about this many pairs are looked at in all (our choice: a few seconds' work). */
const PAIRS_WANTED = 250;
const BLOCK_FRAMES = 32_768;
/** Steps into which a take is cut to see how a channel's level runs. */
const STEPS = 200;

/** How many channels go into one group: the more there are, the fewer can be compared with each. */
const groupSize = (channels: number): number => max(2, min(16, round(1 + (2 * PAIRS_WANTED) / channels)));

/** What two channels of one pair have in common in their names: "OH L" and "OH R" both "oh". */
const stemOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[\s._/()-]*(left|right|lft|rgt|[lr]|\d+)[\s)]*$/, '')
    .trim();

/** How the level of one channel runs over the take, dB about its mean, with unit length. */
async function levelRun(channel: TakeChannel, frames: number): Promise<Float64Array> {
  const reader = new TakeReader([channel], BLOCK_FRAMES);
  const power = new Float64Array(STEPS);
  for (let start = 0; start < reader.frameCount; start += BLOCK_FRAMES) {
    const count = min(BLOCK_FRAMES, reader.frameCount - start);
    const [block] = await reader.readClean(start, count);
    if (!block) break;
    for (let i = 0; i < count; i++) {
      const step = min(STEPS - 1, Math.floor(((start + i) * STEPS) / frames));
      power[step] = (power[step] as number) + (block[i] as number) ** 2;
    }
  }
  const level = power.map((p) => 10 * log10(max(p, 1e-12)));
  const mean = level.reduce((sum, v) => sum + v, 0) / STEPS;
  const length = sqrt(level.reduce((sum, v) => sum + (v - mean) ** 2, 0)) || 1;
  return level.map((v) => (v - mean) / length);
}

const likeness = (a: Float64Array, b: Float64Array): number => a.reduce((sum, v, i) => sum + v * (b[i] as number), 0);

/**
 * Channels sorted into groups to be compared within: all in one up to 32; above, those that belong together by name first, then
 * those whose levels run most alike.
 */
export async function groupsOf(channels: readonly TakeChannel[]): Promise<TakeChannel[][]> {
  if (channels.length <= MOST_COMPARED) return [[...channels]];
  const size = groupSize(channels.length);
  const frames = max(1, ...channels.map(({ file }) => file.info.frameCount));
  const runs = new Map<TakeChannel, Float64Array>();
  for (const channel of channels) runs.set(channel, await levelRun(channel, frames));
  const runOf = (channel: TakeChannel): Float64Array => runs.get(channel) as Float64Array;
  const groups: TakeChannel[][] = [];
  let left = [...channels];
  while (left.length > 0) {
    const [seed] = left as [TakeChannel, ...TakeChannel[]];
    const stem = stemOf(seed.name);
    const rank = (channel: TakeChannel): number => (stem && stemOf(channel.name) === stem ? 2 : 0) + likeness(runOf(seed), runOf(channel));
    const others = left.slice(1).map((channel) => ({ channel, rank: rank(channel) }));
    others.sort((a, b) => b.rank - a.rank);
    const group = [seed, ...others.slice(0, size - 1).map(({ channel }) => channel)];
    groups.push(channels.filter((channel) => group.includes(channel)));
    left = left.filter((channel) => !group.includes(channel));
  }
  return groups;
}

/** Says what was compared when that is not everything. */
export function groupFindings(channels: number, groups: readonly number[]): TakeFinding[] {
  if (groups.length < 2) return [];
  return [
    {
      severity: 'note',
      code: 'compared-in-groups',
      channels: [],
      message: tell('compared-in-groups', { channels, groups: groups.length, size: max(...groups), most: MOST_COMPARED }),
    },
  ];
}

import type { AudioFile } from '../../audio';
import { asList, asNumber } from '../../units';
import { tell } from '../codes';
import type { Drift } from '../delays/drift';
import type { TakeFinding, TakeReport } from './report';
import type { TakeChannel } from './take';

const { abs, floor, min, round } = Math;

/**
 * A file as the others' clock would have it: read a little on or back, by whole samples, more the later it is. A step of one sample every
 * second or so is nothing to what is measured here; what is heard and saved is made otherwise.
 */
function retimed(file: AudioFile, ppm: number): AudioFile {
  const faster = ppm * 1e-6;
  const shiftAt = (frame: number): number => round(frame * faster);
  return {
    ...file,
    read: async (start, count, out) => {
      let done = 0;
      while (done < count) {
        const at = start + done;
        const shift = shiftAt(at);
        // As far as this shift holds.
        const until = min(count, done + Math.max(1, floor((shift + (faster > 0 ? 0.5 : -0.5)) / faster) - at + 1));
        const wanted = until - done;
        const target = out.map((channel) => channel.subarray(done));
        const got = await file.read(at + shift, wanted, target);
        if (got < wanted) for (const channel of target) channel.fill(0, got, wanted);
        if (got === 0) return done;
        done = until;
      }
      return done;
    },
  };
}

/** All channels by the clock they run by, the largest group first; its drift is 0. */
export function clockGroups(channels: readonly TakeChannel[], drifts: readonly Drift[]): TakeReport['clocks'] {
  const off = new Set(drifts.flatMap((drift) => drift.channels));
  const nameOf = (c: number): string => channels[c]?.name ?? '';
  const main = channels.flatMap(({ name }, c) => (off.has(c) ? [] : [name]));
  return [
    { group: main, offsetSamples: 0, driftPpm: 0 },
    ...drifts.map((drift) => ({ group: drift.channels.map(nameOf), offsetSamples: 0, driftPpm: round(100 * drift.ppm) / 100 })),
  ];
}

/** Channels whose recorders count otherwise, as the clock of most would have them; the others stay what they are. */
export function byOneClock(channels: readonly TakeChannel[], clocks: TakeReport['clocks']): readonly TakeChannel[] {
  if (clocks.length < 2) return channels;
  const made = new Map<string, AudioFile>();
  return channels.map((channel) => {
    const { driftPpm = 0 } = clocks.find(({ group }) => group.includes(channel.name)) ?? {};
    if (driftPpm === 0) return channel;
    const key = `${channels.findIndex(({ file }) => file === channel.file)}/${driftPpm}`;
    const file = made.get(key) ?? retimed(channel.file, driftPpm);
    made.set(key, file);
    return { ...channel, file };
  });
}

/** Recorders that run apart, with how much and what is done about it. */
export function driftFindings(channels: readonly TakeChannel[], drifts: readonly Drift[], rate: number): TakeFinding[] {
  const seconds = channels.reduce((most, { file }) => Math.max(most, file.info.frameCount), 0) / rate;
  return drifts.map(({ channels: own, ppm, ppmSigma, looks }): TakeFinding => {
    const names = own.map((c) => channels[c]?.name ?? '');
    const samples = round(abs(ppm) * 1e-6 * seconds * rate);
    return {
      severity: 'improve',
      code: 'clocks-differ',
      channels: names,
      message: tell('another-clock', {
        names: asList(names),
        count: names.length,
        ppm: asNumber(abs(ppm), 1),
        within: asNumber(2 * ppmSigma, 1),
        faster: ppm > 0 ? 'yes' : 'no',
        samples: `${samples}`,
      }),
      evidence: [tell('pairs-of-strokes', { count: looks, within: asNumber(2 * ppmSigma, 1) })],
    };
  });
}

import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { loudnessOfChannels } from '../../core/analysis';
import { CEILING, type Loop, LoopPlayer } from '../../core/listening';
import { createRandom } from '../../core/math';
import { system } from '../theme/system';
import { DeckBar } from './DeckBar';
import { commonLoudness, type Deck, hearDeck, loadDecks, stopDecks, useDecks } from './decks';
import type { PlayerMessage } from './playerProtocol';

const RATE = 48_000;

/** The audio thread's own player, fed with what the page tells it, and what it was told. */
const thread: { player: LoopPlayer; loops: Map<number, Loop>; told: PlayerMessage[]; asleep: boolean } = {
  player: new LoopPlayer(),
  loops: new Map(),
  told: [],
  asleep: true,
};

function tell(message: PlayerMessage): void {
  const { player, loops, told } = thread;
  told.push(message);
  if (message.kind === 'loop')
    loops.set(message.loop, {
      channels: Array.from({ length: message.channels }, () => new Float32Array(message.blocks * message.blockSamples)),
      there: new Uint8Array(message.blocks),
      blockSamples: message.blockSamples,
    });
  if (message.kind === 'block') {
    const loop = loops.get(message.loop) as Loop;
    message.samples.forEach((block, c) => void loop.channels[c]?.set(block, message.index * loop.blockSamples));
    loop.there[message.index] = 1;
  }
  if (message.kind === 'hear') player.hear(loops.get(message.loop) as Loop, message.matrix, message.gain);
  if (message.kind === 'start') player.start();
  if (message.kind === 'stop') player.stop();
}

Object.assign(globalThis, {
  AudioContext: class {
    sampleRate = RATE;
    destination = {};
    audioWorklet = { addModule: async () => undefined };
    suspend = async () => {
      thread.asleep = true;
    };
    resume = async () => {
      thread.asleep = false;
    };
  },
  AudioWorkletNode: class {
    port = { postMessage: tell, onmessage: null };
    connect() {}
  },
  Worker: class {
    postMessage() {}
  },
});

/** What comes out of the loudspeakers in the next samples. */
function played(samples: number): readonly [Float32Array, Float32Array] {
  const sides = [new Float32Array(samples), new Float32Array(samples)] as const;
  for (let at = 0; at < samples; at += 128) thread.player.fill(sides[0].subarray(at, at + 128), sides[1].subarray(at, at + 128));
  return sides;
}

beforeEach(() => {
  stopDecks();
  Object.assign(thread, { player: new LoopPlayer(), loops: new Map(), told: [], asleep: true });
  useDecks.setState({ decks: [], heard: null, hidden: null, problem: null });
});

/** Noise at a level, with a peak of its own. */
function deck(id: string, level: number, seed: number, peak = 0): Deck {
  const random = createRandom(seed);
  const side = Float32Array.from({ length: 2 * RATE }, () => level * random.normal());
  if (peak) side[RATE] = peak;
  const sides = [side, side] as const;
  return { id, name: `Take ${id}`, mixed: { ok: true, rate: RATE, sides, lufs: loudnessOfChannels(sides, RATE) } };
}
test('soft, loud and one with a peak are heard within 0.1 LU of each other, none louder than −23 LUFS nor limited (BS.1770)', async () => {
  const decks = [deck('a', 0.003, 1), deck('b', 0.2, 2), deck('c', 0.01, 3, 0.98)];
  loadDecks(decks);
  const loud: number[] = [];
  for (const one of decks) {
    await hearDeck(one.id);
    played(8192);
    thread.player.levels();
    loud.push(loudnessOfChannels(played(2 * RATE), RATE));
    expect(thread.player.levels().isLimited).toBe(false);
  }
  expect(Math.max(...loud) - Math.min(...loud)).toBeLessThan(0.1);
  expect(Math.max(...loud)).toBeLessThan(-22.9);
  // All were put on together, once: they are switched, not begun anew.
  expect(thread.told.filter(({ kind }) => kind === 'loop')).toHaveLength(3);
});

test('pressed while another is made ready, the last one pressed is heard; stopped meanwhile, none', async () => {
  const decks = [deck('a', 0.1, 1), deck('b', 0.1, 2)];
  loadDecks(decks);
  await Promise.all([hearDeck('a'), hearDeck('b')]);
  expect(useDecks.getState().heard).toBe('b');
  expect(thread.told.findLast(({ kind }) => kind === 'hear')).toMatchObject({ kind: 'hear' });
  stopDecks();
  const before = thread.told.length;
  const pressing = hearDeck('a');
  stopDecks();
  await pressing;
  expect(thread.told.slice(before).some(({ kind }) => kind === 'start')).toBe(false);
});

test('where one would clip at −23 LUFS all of them are softer', () => {
  const [calm, spiky] = [deck('a', 0.05, 1), deck('b', 0.001, 2, 0.9)];
  const target = commonLoudness([calm, spiky], [0.2, CEILING]);
  expect(target).toBeLessThan(-30);
  expect(target).toBeCloseTo(spiky.mixed.lufs, 1);
});

test('a silent line’s hiss is not lifted by more than 40 dB', async () => {
  const dead = deck('a', 1e-6, 4);
  loadDecks([dead]);
  await hearDeck('a');
  expect(thread.told.flatMap((message) => (message.kind === 'hear' ? [message.gain] : []))[0]).toBeLessThanOrEqual(100.001);
});

describe('the bar', () => {
  const show = () =>
    render(
      <ChakraProvider value={system}>
        <DeckBar />
      </ChakraProvider>,
    );
  test('one is heard at a time; Escape and leaving the view end it', () => {
    loadDecks([deck('a', 0.1, 1), deck('b', 0.1, 2)]);
    const { unmount } = show();
    fireEvent.click(screen.getByRole('button', { name: 'Take a' }));
    expect(screen.getByRole('button', { name: 'Take a' }).getAttribute('aria-pressed')).toBe('true');
    fireEvent.click(screen.getByRole('button', { name: 'Take b' }));
    expect(screen.getByRole('button', { name: 'Take a' }).getAttribute('aria-pressed')).toBe('false');
    fireEvent.keyDown(window, { key: 'Escape' });
    expect(useDecks.getState().heard).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Take a' }));
    unmount();
    expect(useDecks.getState().heard).toBeNull();
  });
  test('names can be hidden: letters stand for the same decks, in an order by chance; of one there is nothing to hide', () => {
    loadDecks([deck('a', 0.1, 1), deck('b', 0.1, 2)]);
    const { unmount } = show();
    fireEvent.click(screen.getByRole('button', { name: 'Names hidden' }));
    expect(screen.queryByRole('button', { name: 'Take a' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'B' }));
    expect(useDecks.getState().heard).toBe(useDecks.getState().hidden?.[1]);
    expect([...(useDecks.getState().hidden ?? [])].sort()).toEqual(['a', 'b']);
    unmount();
    loadDecks([deck('a', 0.1, 1)]);
    show();
    expect(screen.queryByRole('button', { name: 'Names hidden' })).toBeNull();
  });
});

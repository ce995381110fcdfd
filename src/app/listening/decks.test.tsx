import { ChakraProvider } from '@chakra-ui/react';
import { fireEvent, render, screen } from '@testing-library/react';
import { loudnessOfChannels } from '../../core/analysis';
import { createRandom } from '../../core/math';
import { system } from '../theme/system';
import { DeckBar } from './DeckBar';
import { commonLoudness, type Deck, hearDeck, loadDecks, stopDecks, useDecks } from './decks';

const RATE = 48_000;

/** What a graph would play, by the gain that each source was given last. */
class Gain {
  target = 0;
  readonly gain = {
    setTargetAtTime: (value: number) => {
      this.target = value;
    },
  };
  connect(next: unknown) {
    return next;
  }
}
const made: { gains: Gain[]; started: number; closed: number } = { gains: [], started: 0, closed: 0 };

beforeEach(() => {
  Object.assign(made, { gains: [], started: 0, closed: 0 });
  Object.assign(globalThis, {
    AudioContext: class {
      currentTime = 1;
      destination = {};
      createBuffer = () => ({ copyToChannel: () => undefined });
      close = async () => {
        made.closed++;
      };
    },
    AudioBufferSourceNode: class {
      connect(next: unknown) {
        return next;
      }
      start() {
        made.started++;
      }
    },
    GainNode: class extends Gain {
      constructor() {
        super();
        made.gains.push(this);
      }
    },
  });
  stopDecks();
  useDecks.setState({ decks: [], heard: null, hidden: null });
});

/** Noise at a level, with a peak of its own. */
function deck(id: string, level: number, seed: number, peak = 0): Deck {
  const random = createRandom(seed);
  const side = Float32Array.from({ length: 2 * RATE }, () => level * random.normal());
  if (peak) side[1000] = peak;
  const sides = [side, side] as const;
  return { id, name: `Take ${id}`, mixed: { ok: true, rate: RATE, sides, lufs: loudnessOfChannels(sides, RATE) } };
}
/** Loudness of what a deck would sound like, and its peak. */
function heardAt({ mixed }: Deck, gain: number): { readonly lufs: number; readonly peak: number } {
  const sides = mixed.sides.map((side) => side.map((x) => x * gain));
  return { lufs: loudnessOfChannels(sides, RATE), peak: Math.max(...sides.map((side) => side.reduce((most, x) => Math.max(most, Math.abs(x)), 0))) };
}

test('soft, loud and one with a peak are heard within 0.1 LU of each other, none louder than −23 LUFS nor clipped (BS.1770)', () => {
  const decks = [deck('a', 0.003, 1), deck('b', 0.2, 2), deck('c', 0.01, 3, 0.98)];
  loadDecks(decks);
  const levels = decks.map((one, i) => {
    hearDeck(one.id);
    expect(made.gains.map(({ target }) => target > 0)).toEqual(decks.map((_, other) => other === i));
    return heardAt(one, made.gains[i]?.target ?? 0);
  });
  const loud = levels.map(({ lufs }) => lufs);
  expect(Math.max(...loud) - Math.min(...loud)).toBeLessThan(0.1);
  expect(Math.max(...loud)).toBeLessThan(-22.9);
  for (const { peak } of levels) expect(peak).toBeLessThanOrEqual(0.9001);
  // All were started together, once: they are switched, not begun anew.
  expect(made.started).toBe(3);
});

test('where one would clip at −23 LUFS all of them are softer', () => {
  const [calm, spiky] = [deck('a', 0.05, 1), deck('b', 0.001, 2, 0.9)];
  const target = commonLoudness([calm, spiky], [0.2, 0.9]);
  expect(target).toBeLessThan(-30);
  expect(target).toBeCloseTo(spiky.mixed.lufs, 1);
});

test('a silent line’s hiss is not lifted by more than 40 dB', () => {
  const dead = deck('a', 1e-6, 4);
  loadDecks([dead]);
  hearDeck('a');
  expect(made.gains[0]?.target).toBeLessThanOrEqual(100.001);
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
    expect(made.closed).toBeGreaterThanOrEqual(2);
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

import type { InstrumentId } from '../ids';
import { sourceKey } from '../ids';
import type { Instrument, Source } from '../instruments';
import { PHRASE_BEATS, PHRASE_S, phraseOf, strokesOf, touchOf, voiceOf } from '../synthesis';
import { BLOCK } from './loopRenderer';

/** What is played: everything's phrase, or one source alone. */
export type Playing = { readonly of: 'phrase' } | { readonly of: 'source'; readonly key: string };

/** What was chosen of the sound, by "instrument/what was asked". */
export type Choices = Readonly<Record<string, string>>;

const answersFor = (choices: Choices, instrumentId: InstrumentId): Readonly<Record<string, string>> =>
  Object.fromEntries(
    Object.entries(choices).flatMap(([key, answer]) => (key.startsWith(`${instrumentId}/`) ? [[key.slice(instrumentId.length + 1), answer]] : [])),
  );

/** A loop's length, samples: about the phrase's, in whole blocks. */
export const loopSamples = (rate: number): number => Math.round((PHRASE_S * rate) / BLOCK) * BLOCK;

const notes = new Map<string, Float32Array>();
/** So many sounds are kept to be played again. */
const KEPT = 400;

function soundOf(key: string, make: () => Float32Array): Float32Array {
  const known = notes.get(key);
  if (known) return known;
  if (notes.size >= KEPT) notes.clear();
  const made = make();
  notes.set(key, made);
  return made;
}

/**
 * Every source's own sound for one loop, peak 1 at its hardest: what leaves it, before any way through the room. The end of the loop rings
 * on into its beginning.
 * @returns one array of {@link loopSamples} for each source
 */
export function dryLoop(
  sources: readonly Source[],
  instruments: readonly Instrument[],
  playing: Playing,
  rate: number,
  choices: Choices = {},
): Float32Array[] {
  const length = loopSamples(rate);
  return sources.map((source) => {
    const out = new Float32Array(length);
    const instrument = instruments.find(({ id }) => id === source.instrumentId);
    if (!instrument) return out;
    const { kind, variant } = instrument;
    const ids = sources.filter(({ instrumentId }) => instrumentId === instrument.id).map(({ id }) => id);
    const phrase = phraseOf(kind, variant, ids);
    const key = sourceKey(source);
    const played = playing.of === 'phrase' ? phrase : playing.key === key ? strokesOf(phrase, source.id) : [];
    const touch = touchOf(source.id, answersFor(choices, instrument.id));
    const voice = voiceOf(kind, variant, source.id, source.radiusM);
    for (const note of played) {
      if (note.sourceId !== source.id) continue;
      const { hard, seconds, isUp } = note;
      const hertz = note.hertz.map((one) => one * 2 ** (touch.semitones / 12));
      const { fall } = touch;
      const struck = Math.min(1, hard * touch.hard);
      const name = [kind, variant, source.id, source.radiusM.toFixed(3), hertz.join(), struck, fall, seconds, isUp, rate].join('/');
      const sound = soundOf(name, () =>
        voice({ hertz, hard: struck, fall, seconds, ...(isUp === undefined ? {} : { isUp }) }, rate, name.length * 7919),
      );
      const at = Math.round((note.beat / PHRASE_BEATS) * length);
      for (let i = 0; i < sound.length; i++) {
        const n = (at + i) % length;
        out[n] = (out[n] as number) + hard * (sound[i] as number);
      }
    }
    return out;
  });
}

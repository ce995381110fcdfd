import type { InstrumentKind } from '../instruments';
import { MICROPHONE_KIND_NAMES, type MicrophoneKind, type MicrophoneModel } from '../microphones';

/** Why a kind suits or does not: `words/kinds` says it. */
export type KindReason =
  | 'a-round-body'
  | 'deep-in-the-bass'
  | 'detailed-a-little-noisier'
  | 'even-over-all-its-strings'
  | 'even-over-all-the-bars'
  | 'fingers-and-slaps'
  | 'follows-what-is-shaken'
  | 'full-and-close'
  | 'hears-least-of-the-room-and-its'
  | 'hears-the-room'
  | 'hears-the-room-and-the-street'
  | 'its-low-end-at-the-port'
  | 'its-slap-and-its-top'
  | 'keeps-a-loud-voice-and-a-poor'
  | 'keys-and-breath-as-well'
  | 'loses-the-strings-edge'
  | 'low-output-for-quiet-playing'
  | 'only-with-its-pad-at-this-level'
  | 'quick-enough-for-strings'
  | 'quick-even-off-axis'
  | 'quiet-itself-for-quiet-playing'
  | 'sensitive-and-detailed-in-a-room-that'
  | 'smooth-top-that-flatters-brass-off-the'
  | 'softens-hard-mallets'
  | 'softens-hard-slaps'
  | 'takes-hard-slaps-close-by'
  | 'takes-the-edge-off'
  | 'takes-very-high-levels'
  | 'thick-in-the-middle-close-by'
  | 'too-little-top-for-its-strings'
  | 'too-slow-for-it'
  | 'wants-a-lot-of-clean-gain-for';

/** What schools say of owning and choosing. */
export type KindSchool =
  | 'at-home-with-nothing-else-playing-a'
  | 'in-an-untreated-or-noisy-room-a'
  | 'one-microphone-to-own-one-rugged-dynamic'
  | 'with-several-at-hand-try-three-on';

/** What decides the kind: how loud, how delicately played, what the room is like. */
export interface KindQuestion {
  /** Peak at the capsule, dB SPL. */
  readonly peakSplDb: number;
  readonly quietPlaying: boolean;
  readonly treated: boolean;
  readonly noisy: boolean;
  readonly horn: boolean;
  /** What is played; advice by level and room alone where it is not said. */
  readonly instrument?: InstrumentKind;
}

export interface KindAdvice {
  readonly kind: MicrophoneKind;
  readonly score: number;
  readonly because: readonly KindReason[];
  /** Models of the kind on the shelf. */
  readonly onShelf: readonly string[];
}

type Reason = readonly [MicrophoneKind, number, KindReason];

/** What each kind does for what is played (common practice; the trade's schools). */
const BY_INSTRUMENT: Readonly<Partial<Record<InstrumentKind, readonly Reason[]>>> = {
  guitar: [
    ['small-condenser', 1.5, 'quick-enough-for-strings'],
    ['large-condenser', 1.2, 'a-round-body'],
    ['moving-coil', -0.5, 'loses-the-strings-edge'],
  ],
  voice: [
    ['large-condenser', 1.2, 'full-and-close'],
    ['moving-coil', 0.8, 'keeps-a-loud-voice-and-a-poor'],
  ],
  'upright-piano': [
    ['small-condenser', 1.5, 'even-over-all-its-strings'],
    ['large-condenser', 1, 'deep-in-the-bass'],
    ['moving-coil', -1, 'too-little-top-for-its-strings'],
  ],
  'grand-piano': [
    ['small-condenser', 1.5, 'even-over-all-its-strings'],
    ['large-condenser', 1, 'deep-in-the-bass'],
    ['moving-coil', -1, 'too-little-top-for-its-strings'],
  ],
  cajon: [
    ['small-condenser', 1.3, 'its-slap-and-its-top'],
    ['moving-coil', 0.8, 'its-low-end-at-the-port'],
  ],
  'hand-drums': [
    ['small-condenser', 1, 'fingers-and-slaps'],
    ['moving-coil', 0.8, 'takes-hard-slaps-close-by'],
    ['ribbon', 0.6, 'softens-hard-slaps'],
  ],
  shaken: [
    ['small-condenser', 1.3, 'follows-what-is-shaken'],
    ['ribbon', 0.8, 'takes-the-edge-off'],
    ['moving-coil', -0.8, 'too-slow-for-it'],
  ],
  mallets: [
    ['small-condenser', 1.3, 'even-over-all-the-bars'],
    ['ribbon', 0.6, 'softens-hard-mallets'],
  ],
  saxophone: [
    ['moving-coil', 1.2, 'thick-in-the-middle-close-by'],
    ['large-condenser', 0.8, 'keys-and-breath-as-well'],
  ],
};

/** A second kind whose score is this near is another school, not a worse answer (our choice). */
const ANOTHER_SCHOOL = 1.2;

const VERY_LOUD_DB = 128;

function reasonsFor({ peakSplDb, quietPlaying, treated, noisy, horn, instrument }: KindQuestion): Reason[] {
  const out: Reason[] = instrument ? [...(BY_INSTRUMENT[instrument] ?? [])] : [];
  if (peakSplDb > VERY_LOUD_DB) {
    out.push(
      ['moving-coil', 2, 'takes-very-high-levels'],
      ['large-condenser', -1, 'only-with-its-pad-at-this-level'],
      ['small-condenser', -1, 'only-with-its-pad-at-this-level'],
    );
  }
  if (!treated || noisy) {
    out.push(
      ['moving-coil', 1.5, 'hears-least-of-the-room-and-its'],
      ['large-condenser', -0.5, 'hears-the-room-and-the-street'],
      ['small-condenser', -0.3, 'hears-the-room'],
    );
  } else out.push(['large-condenser', 1, 'sensitive-and-detailed-in-a-room-that'], ['small-condenser', 0.8, 'quick-even-off-axis']);
  if (quietPlaying) {
    out.push(
      ['large-condenser', 1.5, 'quiet-itself-for-quiet-playing'],
      ['small-condenser', 1, 'detailed-a-little-noisier'],
      ['moving-coil', -1, 'wants-a-lot-of-clean-gain-for'],
      ['ribbon', -0.8, 'low-output-for-quiet-playing'],
    );
  }
  if (horn) out.push(['ribbon', 2.5, 'smooth-top-that-flatters-brass-off-the']);
  return out;
}

/** The schools on what to own or choose, told beside the advice. */
export const KIND_SCHOOLS: readonly KindSchool[] = [
  'at-home-with-nothing-else-playing-a',
  'in-an-untreated-or-noisy-room-a',
  'one-microphone-to-own-one-rugged-dynamic',
  'with-several-at-hand-try-three-on',
];

/** Kinds ranked for a question, best first, each with its reasons and what the shelf has of it. */
export function adviseKinds(question: KindQuestion, shelf: readonly MicrophoneModel[]): KindAdvice[] {
  const reasons = reasonsFor(question);
  const kinds: MicrophoneKind[] = ['moving-coil', 'large-condenser', 'small-condenser', 'ribbon'];
  return kinds
    .map((kind) => {
      const own = reasons.filter(([of]) => of === kind);
      const models = shelf.filter((model) => model.kind === kind && model.count > 0);
      return {
        kind,
        score: own.reduce((sum, [, weight]) => sum + weight, 0) + (models.length ? 0.5 : -1),
        because: own.map(([, , reason]) => reason),
        onShelf: models.map((model) => model.name),
      };
    })
    .sort((a, b) => b.score - a.score);
}

/** The best kind, and those that others would take here: one answer for everything is none. */
export const schoolsOfKinds = (advice: readonly KindAdvice[]): readonly KindAdvice[] =>
  advice.filter(({ score, because }, i) => i === 0 || (i < 3 && because.length > 0 && score >= (advice[0]?.score ?? 0) - ANOTHER_SCHOOL));

export const kindName = (kind: MicrophoneKind): string => MICROPHONE_KIND_NAMES[kind];

import { MICROPHONE_KIND_NAMES, type MicrophoneKind, type MicrophoneModel } from '../microphones';

/** What decides the kind: how loud, how delicately played, what the room is like. */
export interface KindQuestion {
  /** Peak at the capsule, dB SPL. */
  readonly peakSplDb: number;
  readonly quietPlaying: boolean;
  readonly treated: boolean;
  readonly noisy: boolean;
  readonly horn: boolean;
}

export interface KindAdvice {
  readonly kind: MicrophoneKind;
  readonly score: number;
  readonly because: readonly string[];
  /** Models of the kind on the shelf. */
  readonly onShelf: readonly string[];
}

type Reason = readonly [MicrophoneKind, number, string];

const VERY_LOUD_DB = 128;

function reasonsFor({ peakSplDb, quietPlaying, treated, noisy, horn }: KindQuestion): Reason[] {
  const out: Reason[] = [];
  if (peakSplDb > VERY_LOUD_DB) {
    out.push(
      ['moving-coil', 2, 'takes very high levels'],
      ['large-condenser', -1, 'only with its pad at this level'],
      ['small-condenser', -1, 'only with its pad at this level'],
    );
  }
  if (!treated || noisy) {
    out.push(
      ['moving-coil', 1.5, 'hears least of the room and its noise'],
      ['large-condenser', -0.5, 'hears the room and the street'],
      ['small-condenser', -0.3, 'hears the room'],
    );
  } else out.push(['large-condenser', 1, 'sensitive and detailed in a room that allows it'], ['small-condenser', 0.8, 'quick, even off axis']);
  if (quietPlaying) {
    out.push(
      ['large-condenser', 1.5, 'quiet itself, for quiet playing'],
      ['small-condenser', 1, 'detailed, a little noisier'],
      ['moving-coil', -1, 'wants a lot of clean gain for quiet playing'],
      ['ribbon', -0.8, 'low output for quiet playing'],
    );
  }
  if (horn) out.push(['ribbon', 2.5, 'smooth top that flatters brass; off the air jet']);
  return out;
}

/** The schools on what to own or choose, told beside the advice. */
export const KIND_SCHOOLS: readonly string[] = [
  'At home, with nothing else playing, a condenser always wins; close, with blankets up.',
  'In an untreated or noisy room, a dynamic, close.',
  'One microphone to own: one rugged dynamic; others say one large condenser.',
  'With several at hand, try three on the same source, level-matched, and let the ears choose.',
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
        because: own.map(([, , words]) => words),
        onShelf: models.map((model) => model.name),
      };
    })
    .sort((a, b) => b.score - a.score);
}

export const kindName = (kind: MicrophoneKind): string => MICROPHONE_KIND_NAMES[kind];

import type { SourceId } from '../ids';
/** How what was chosen changes a sound: how long it falls, how hard it is struck, how far it is moved. */
export interface Touch {
  readonly fall: number;
  readonly hard: number;
  readonly semitones: number;
}

const PLAIN: Touch = { fall: 1, hard: 1, semitones: 0 };

/** By what was asked and answered (by ear and from memory): only what a short sound can follow. */
const TOUCHES: Readonly<Record<string, { readonly on: RegExp; readonly answers: Readonly<Record<string, Partial<Touch>>> }>> = {
  beater: { on: /kick/, answers: { wool: { hard: 0.55 }, wood: { hard: 1.15 }, plastic: { hard: 1.2 } } },
  stuffing: { on: /kick/, answers: { 'a towel at the head': { fall: 0.8 }, 'a pillow': { fall: 0.6 }, stuffed: { fall: 0.4 } } },
  damping: { on: /snare|tom/, answers: { 'gel or tape': { fall: 0.8 }, 'a ring': { fall: 0.6 }, 'a cloth': { fall: 0.4 } } },
  strings: { on: /guitar|strings/, answers: { 'new today': { hard: 1.15 }, 'a month': { hard: 0.85 }, old: { hard: 0.7 } } },
  pick: { on: /guitar|strings/, answers: { fingers: { hard: 0.6 }, 'thin pick': { hard: 0.9 }, 'stiff pick': { hard: 1.15 } } },
  capo: {
    on: /guitar|strings/,
    answers: {
      '1st': { semitones: 1 },
      '2nd': { semitones: 2 },
      '3rd': { semitones: 3 },
      '4th': { semitones: 4 },
      '5th': { semitones: 5 },
      higher: { semitones: 7 },
    },
  },
  felt: { on: /bass|middle|treble/, answers: { down: { hard: 0.35, fall: 0.6 } } },
  hands: { on: /./, answers: { rods: { hard: 0.85 }, 'soft mallets': { hard: 0.5 }, 'hard mallets': { hard: 1.2 } } },
};

/** What of the sound is asked for that hearing the plan follows. */
export const FOLLOWED: readonly string[] = Object.keys(TOUCHES);

/**
 * The touch of one source.
 * @param answers what was answered for its instrument, by what was asked
 */
export function touchOf(sourceId: SourceId, answers: Readonly<Record<string, string>>): Touch {
  return Object.entries(TOUCHES).reduce((touch, [asked, { on, answers: known }]) => {
    const change = on.test(sourceId) ? known[answers[asked] ?? ''] : undefined;
    return change
      ? { fall: touch.fall * (change.fall ?? 1), hard: touch.hard * (change.hard ?? 1), semitones: touch.semitones + (change.semitones ?? 0) }
      : touch;
  }, PLAIN);
}

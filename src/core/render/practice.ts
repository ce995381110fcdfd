import type { Plan, PlanMicrophone } from '../arrivals';
import { createRandom, normalize, scale, vec3 } from '../math';
import { isDirect } from '../microphones';
import { clampToRoom } from '../room';
import { asLength, type Told } from '../units';
import { tell } from './codes';
import type { Fault } from './fault';
import { type RenderedTake, renderTake } from './renderTake';

/** What may be hidden in a practice take. */
export const HIDDEN_THINGS = [
  'two faults',
  'nothing',
  'one reversed',
  'one late',
  'two exchanged',
  'one stand elsewhere',
  'mains hum',
  'a clipped channel',
  'a knocked stand',
  'a click from headphones',
] as const;
export type HiddenThing = (typeof HIDDEN_THINGS)[number];

/** A practice take lasts at least this long, so that everything in it has its time, seconds. */
const LEAST_S = 13;
/** From stroke to stroke, seconds; slowly where what is hidden is heard in the gaps. */
const STROKE_S = 0.46;
const SLOW_STROKE_S = 1.9;
const LATE_SAMPLES = 40;

export interface PracticeTake {
  readonly take: RenderedTake;
  /** What was hidden, in a sentence. */
  readonly words: Told;
}

type Hidden = { readonly faults: readonly Fault[]; readonly words: Told };

function hide(plan: Plan, thing: HiddenThing, seed: number): Hidden {
  const random = createRandom(seed);
  const air = plan.microphones.filter(({ model }) => !isDirect(model.kind));
  const any = (of: readonly PlanMicrophone[]): PlanMicrophone | undefined => of[random.integer(0, Math.max(0, of.length - 1))];
  const one = any(air);
  if (!one || thing === 'nothing') return { faults: [], words: tell('nothing-was-hidden-the-take-is') };
  const { id: microphoneId, name } = one;
  switch (thing) {
    case 'two faults': {
      const right = plan.pairs[0]?.rightId ?? plan.microphones.at(-1)?.id ?? microphoneId;
      // Two lessons on one microphone are none: they hide each other.
      const others = plan.microphones.filter(({ id, model }) => id !== right && !isDirect(model.kind));
      const close = others.find(({ targetKey }) => targetKey !== null) ?? others[0];
      const nameOf = (id: string): string => plan.microphones.find((microphone) => microphone.id === id)?.name ?? '';
      if (!close) return { faults: [{ kind: 'reversed', microphoneId: right }], words: tell('the-polarity-of-is-reversed', { name: nameOf(right) }) };
      return {
        faults: [
          { kind: 'reversed', microphoneId: right },
          { kind: 'late', microphoneId: close.id, samples: LATE_SAMPLES },
        ],
        words: tell('the-polarity-of-is-reversed-and', { of: nameOf(right), close: close.name, lateSamples: LATE_SAMPLES }),
      };
    }
    case 'one reversed':
      return { faults: [{ kind: 'reversed', microphoneId }], words: tell('the-polarity-of-is-reversed', { name }) };
    case 'one late': {
      const samples = random.integer(70, 400);
      return { faults: [{ kind: 'late', microphoneId, samples }], words: tell('is-samples-late', { name, samples }) };
    }
    case 'two exchanged': {
      const other = any(air.filter(({ id }) => id !== microphoneId));
      if (!other) return { faults: [], words: tell('one-microphone-cannot-be-exchanged-with') };
      return {
        faults: [{ kind: 'exchanged', microphoneId, otherId: other.id }],
        words: tell('and-are-each-in-the-others', { name, other: other.name }),
      };
    }
    case 'one stand elsewhere': {
      const byM = scale(normalize(vec3(random.normal(), random.normal(), 0.4 * random.normal())), random.between(0.25, 0.4));
      const positionM = clampToRoom(plan.room, vec3(one.positionM.x + byM.x, one.positionM.y + byM.y, one.positionM.z + byM.z));
      const away = Math.hypot(positionM.x - one.positionM.x, positionM.y - one.positionM.y, positionM.z - one.positionM.z);
      return { faults: [{ kind: 'elsewhere', microphoneId, positionM }], words: tell('stands-from-its-place', { name, away: asLength(away) }) };
    }
    case 'mains hum':
      return { faults: [{ kind: 'humming', microphoneId }], words: tell('hums-at-50-hz', { name }) };
    case 'a clipped channel':
      return { faults: [{ kind: 'clipping', microphoneId }], words: tell('was-recorded-6-db-too-loud', { name }) };
    case 'a knocked stand':
      return { faults: [{ kind: 'knocked', microphoneId }], words: tell('somebody-knocks-the-stand-of-three', { name }) };
    case 'a click from headphones':
      return { faults: [{ kind: 'clicking', microphoneId }], words: tell('a-click-from-headphones-is-heard', { name }) };
  }
}

/** The take a plan predicts, with something hidden in it to be found. */
export function practiceTake(plan: Plan, thing: HiddenThing, seed: number): PracticeTake {
  const { faults, words } = hide(plan, thing, seed);
  const inGaps = thing === 'a click from headphones' || thing === 'a knocked stand';
  const everyS = inGaps ? SLOW_STROKE_S : STROKE_S;
  const rounds = Math.max(inGaps ? 2 : 3, Math.ceil((inGaps ? 1.6 * LEAST_S : LEAST_S) / (everyS * Math.max(1, plan.sources.length))));
  return { take: renderTake(plan, { seed, faults, everyS, rounds: thing === 'two faults' ? 3 : rounds }), words };
}

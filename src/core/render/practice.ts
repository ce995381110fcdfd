import type { Plan, PlanMicrophone } from '../arrivals';
import { createRandom, normalize, scale, vec3 } from '../math';
import { isDirect } from '../microphones';
import { clampToRoom } from '../room';
import { formatLength } from '../units';
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
  readonly words: string;
}

type Hidden = { readonly faults: readonly Fault[]; readonly words: string };

function hide(plan: Plan, thing: HiddenThing, seed: number): Hidden {
  const random = createRandom(seed);
  const air = plan.microphones.filter(({ model }) => !isDirect(model.kind));
  const any = (of: readonly PlanMicrophone[]): PlanMicrophone | undefined => of[random.integer(0, Math.max(0, of.length - 1))];
  const one = any(air);
  if (!one || thing === 'nothing') return { faults: [], words: 'Nothing was hidden: the take is as planned.' };
  const { id: microphoneId, name } = one;
  switch (thing) {
    case 'two faults': {
      const right = plan.pairs[0]?.rightId ?? plan.microphones.at(-1)?.id ?? microphoneId;
      const close = plan.microphones.find(({ targetKey }) => targetKey !== null) ?? one;
      const nameOf = (id: string): string => plan.microphones.find((microphone) => microphone.id === id)?.name ?? '';
      return {
        faults: [
          { kind: 'reversed', microphoneId: right },
          { kind: 'late', microphoneId: close.id, samples: LATE_SAMPLES },
        ],
        words: `The polarity of ${nameOf(right)} is reversed, and ${close.name} is ${LATE_SAMPLES} samples late.`,
      };
    }
    case 'one reversed':
      return { faults: [{ kind: 'reversed', microphoneId }], words: `The polarity of ${name} is reversed.` };
    case 'one late': {
      const samples = random.integer(70, 400);
      return { faults: [{ kind: 'late', microphoneId, samples }], words: `${name} is ${samples} samples late.` };
    }
    case 'two exchanged': {
      const other = any(air.filter(({ id }) => id !== microphoneId));
      if (!other) return { faults: [], words: 'One microphone cannot be exchanged with itself: nothing was hidden.' };
      return { faults: [{ kind: 'exchanged', microphoneId, otherId: other.id }], words: `${name} and ${other.name} are each in the other’s place.` };
    }
    case 'one stand elsewhere': {
      const byM = scale(normalize(vec3(random.normal(), random.normal(), 0.4 * random.normal())), random.between(0.25, 0.4));
      const positionM = clampToRoom(plan.room, vec3(one.positionM.x + byM.x, one.positionM.y + byM.y, one.positionM.z + byM.z));
      const away = Math.hypot(positionM.x - one.positionM.x, positionM.y - one.positionM.y, positionM.z - one.positionM.z);
      return { faults: [{ kind: 'elsewhere', microphoneId, positionM }], words: `${name} stands ${formatLength(away, plan.units)} from its place.` };
    }
    case 'mains hum':
      return { faults: [{ kind: 'humming', microphoneId }], words: `${name} hums at 50 Hz.` };
    case 'a clipped channel':
      return { faults: [{ kind: 'clipping', microphoneId }], words: `${name} was recorded 6 dB too loud, and clips.` };
    case 'a knocked stand':
      return { faults: [{ kind: 'knocked', microphoneId }], words: `Somebody knocks the stand of ${name} three times.` };
    case 'a click from headphones':
      return { faults: [{ kind: 'clicking', microphoneId }], words: `A click from headphones is heard in ${name}, 104 times a minute.` };
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

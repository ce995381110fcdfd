import { admitOwnSession, type Command, commit, firstDeadReference, newSession, type Session, sessionContent } from '../src/core/document';
import { exportSession, importDocument } from '../src/core/exchange';
import { createRandom } from '../src/core/math';
import { sayDocument } from '../src/words/documents';
import { sayStep } from '../src/words/steps';
import { COMMANDS, NOW, SHELF } from './commands';
import { Hand } from './hand';
import { troubleIn } from './workOut';

export const COMMAND_NAMES = Object.keys(COMMANDS);

export interface WalkCounts {
  steps: number;
  changed: number;
  same: number;
  refused: number;
  travelled: number;
  /** Of each command, how often it changed something. */
  readonly used: Map<string, number>;
}

export const noWalk = (): WalkCounts => ({ steps: 0, changed: 0, same: 0, refused: 0, travelled: 0, used: new Map() });

/** What is wrong with a state that was kept; null when it exports, imports and compares equal and hangs together. */
function objection(session: Session): string | null {
  const dead = firstDeadReference(session);
  if (dead) return dead;
  const back = importDocument(exportSession(session));
  if (!back.ok) return sayDocument(back.reason);
  if (back.kind !== 'session') return `came back as a ${back.kind}`;
  return sessionContent(back.session) === sessionContent(session) ? null : 'comes back changed';
}

/**
 * A seeded sequence of random commands with undo and redo mixed in, as the page keeps them. Every state that was kept is looked at,
 * unless it is only to be seen what the commands do.
 * @returns what is wrong first, with its step; null when nothing is
 */
export function walkCommands(seed: number, steps: number, counts: WalkCounts, look = true): string | null {
  const random = createRandom(seed);
  let now = admitOwnSession(newSession(`walk-${seed}`, 'Walk', NOW, SHELF));
  let past: Session[] = [];
  let future: Session[] = [];
  for (let step = 0; step < steps; step++) {
    counts.steps += 1;
    const dice = random.uniform();
    if (dice < 0.08 && past.length) {
      future = [now, ...future];
      now = past.at(-1) as Session;
      past = past.slice(0, -1);
      counts.travelled += 1;
      continue;
    }
    if (dice < 0.12 && future.length) {
      past = [...past, now];
      now = future[0] as Session;
      future = future.slice(1);
      counts.travelled += 1;
      continue;
    }
    // An empty room takes few commands: begin with something in it.
    const name = step < 2 ? (step === 0 ? 'addInstrument' : 'putUpSetup') : (COMMAND_NAMES[random.integer(0, COMMAND_NAMES.length - 1)] as string);
    const hand = new Hand(random, now, seed * 1000 + step);
    const command = (COMMANDS[name] as (h: Hand) => Command)(hand);
    const before = sessionContent(now);
    const result = commit(now, command, NOW);
    if (sessionContent(now) !== before) return `seed ${seed}, step ${step}, ${name}: the document it was given has changed`;
    if (result.kind === 'same') counts.same += 1;
    if (result.kind === 'refused') {
      counts.refused += 1;
      const reason = sayStep(result.reason);
      if (!/^Not done \([^\n]+\): [^\n]+\. Nothing was changed\.$/.test(reason))
        return `seed ${seed}, step ${step}, ${name}: refused with “${reason}”`;
    }
    if (result.kind !== 'changed') continue;
    counts.changed += 1;
    counts.used.set(name, (counts.used.get(name) ?? 0) + 1);
    if (sessionContent(result.session) === before) return `seed ${seed}, step ${step}, ${name}: a step without a change`;
    const wrong = look ? (objection(result.session) ?? (step % 5 === 4 ? troubleIn(result.session) : null)) : null;
    if (wrong) return `seed ${seed}, step ${step}, ${name}: ${wrong}`;
    past = [...past, now];
    future = [];
    now = result.session;
  }
  return null;
}

/** Where a random sequence of commands leads a session, without looking at what is on the way. */
export function wander(start: Session, seed: number, steps: number): Session {
  const random = createRandom(seed);
  return Array.from({ length: steps }).reduce<Session>((now, _, step) => {
    const name = COMMAND_NAMES[random.integer(0, COMMAND_NAMES.length - 1)] as string;
    const result = commit(now, (COMMANDS[name] as (h: Hand) => Command)(new Hand(random, now, seed * 1000 + step)), NOW);
    return result.kind === 'changed' ? result.session : now;
  }, start);
}

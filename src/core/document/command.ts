import type { InstrumentId, MicrophoneId, PairId } from '../ids';
import type { Words } from '../units';
import type { Session } from './session';
import { tell } from './stepCodes';

/** A change to a session: old document in, new document out, nothing mutated. It tells what it does. */
export interface Command {
  (session: Session): Session;
  /** What it does, as it goes on from "Undo: ": "move Overhead left". */
  readonly words: (session: Session) => Words;
}

/** Makes ids; a parameter so that tests are repeatable. */
export type NewId = () => string;

/** A command from what it does and how that is said. */
export const command = (words: Words | ((session: Session) => Words), change: (session: Session) => Session): Command =>
  Object.assign((session: Session) => change(session), { words: typeof words === 'function' ? words : () => words });

/** Several commands as one, each on what the one before left. */
export const together = (words: Words | ((session: Session) => Words), commands: readonly Command[]): Command =>
  command(words, (session) => commands.reduce((next, each) => each(next), session));

/** A microphone by its name, for words. */
export const microphoneName = (session: Session, id: MicrophoneId): Words =>
  session.microphones.find((microphone) => microphone.id === id)?.name ?? tell('a-microphone');

/** One microphone by its name, several by their number. */
export const microphoneNames = (session: Session, ids: readonly string[]): Words =>
  ids.length === 1 ? microphoneName(session, ids[0] ?? '') : tell('microphones', { count: ids.length });

export const instrumentName = (session: Session, id: InstrumentId): Words =>
  session.instruments.find((instrument) => instrument.id === id)?.name ?? tell('an-instrument');

export const pairName = (session: Session, id: PairId): Words => session.pairs.find((pair) => pair.id === id)?.name ?? tell('a-pair');

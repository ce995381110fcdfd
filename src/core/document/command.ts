import type { InstrumentId, MicrophoneId, PairId } from '../ids';
import type { Session } from './session';

/** A change to a session: old document in, new document out, nothing mutated. It says in words what it does. */
export interface Command {
  (session: Session): Session;
  /** What it does, as it goes on from "Undo: ": "move Overhead left". */
  readonly words: (session: Session) => string;
}

/** Makes ids; a parameter so that tests are repeatable. */
export type NewId = () => string;

/** A command from what it does and how that is said. */
export const command = (words: string | ((session: Session) => string), change: (session: Session) => Session): Command =>
  Object.assign((session: Session) => change(session), { words: typeof words === 'string' ? () => words : words });

/** Several commands as one, each on what the one before left. */
export const together = (words: string | ((session: Session) => string), commands: readonly Command[]): Command =>
  command(words, (session) => commands.reduce((next, each) => each(next), session));

/** A microphone by its name, for words. */
export const microphoneName = (session: Session, id: MicrophoneId): string =>
  session.microphones.find((microphone) => microphone.id === id)?.name ?? 'a microphone';

/** One microphone by its name, several by their number. */
export const microphoneNames = (session: Session, ids: readonly string[]): string =>
  ids.length === 1 ? microphoneName(session, ids[0] ?? '') : `${ids.length} microphones`;

export const instrumentName = (session: Session, id: InstrumentId): string =>
  session.instruments.find((instrument) => instrument.id === id)?.name ?? 'an instrument';

export const pairName = (session: Session, id: PairId): string => session.pairs.find((pair) => pair.id === id)?.name ?? 'a pair';

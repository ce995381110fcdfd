import type { Vec3 } from '../math';
import type { Command } from './commands';
import type { TapeReading } from './document';
import { moveMicrophone } from './moving';

/** Writes down a reading; the same microphone and mark again replaces it. */
export const putReading =
  (reading: TapeReading): Command =>
  (session) => ({
    ...session,
    tape: [...session.tape.filter((other) => other.microphoneId !== reading.microphoneId || other.from !== reading.from), reading],
  });

export const dropReading =
  (microphoneId: string, from: string): Command =>
  (session) => ({ ...session, tape: session.tape.filter((other) => other.microphoneId !== microphoneId || other.from !== from) });

/** The plan takes over where the tape found a microphone. */
export const takeMeasured =
  (microphoneId: string, positionM: Vec3): Command =>
  (session) =>
    moveMicrophone(microphoneId, positionM)(session);

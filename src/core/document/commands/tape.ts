import type { MicrophoneId } from '../../ids';
import { type Command, command, microphoneName } from '../command';
import type { TapeReading } from '../session';
import { tell } from '../stepCodes';

const isSame = (a: Pick<TapeReading, 'microphoneId' | 'from'>, b: typeof a): boolean => a.microphoneId === b.microphoneId && a.from === b.from;

/** Writes down a reading; the same microphone and mark again replaces it where it stands. */
export const putReading = (reading: TapeReading): Command =>
  command(
    (session) => tell('read-tape', { name: microphoneName(session, reading.microphoneId) }),
    (session) => ({
      ...session,
      tape: session.tape.some((other) => isSame(other, reading))
        ? session.tape.map((other) => (isSame(other, reading) ? reading : other))
        : [...session.tape, reading],
    }),
  );

export const dropReading = (microphoneId: MicrophoneId, from: string): Command =>
  command(
    (session) => tell('take-back-reading', { name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, tape: session.tape.filter((other) => !isSame(other, { microphoneId, from })) }),
  );

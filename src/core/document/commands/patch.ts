import { type Command, command, microphoneName } from '../command';

/** Plugs a microphone into an input; whatever was in it comes out. */
export const plugIn = (microphoneId: string, address: string): Command =>
  command(
    (session) => `plug ${microphoneName(session, microphoneId)} in`,
    (session) => {
      const others = Object.entries(session.patch).filter(([id, taken]) => id !== microphoneId && taken !== address);
      return { ...session, patch: { ...Object.fromEntries(others), [microphoneId]: address } };
    },
  );

export const unplug = (microphoneId: string): Command =>
  command(
    (session) => `unplug ${microphoneName(session, microphoneId)}`,
    (session) => ({ ...session, patch: Object.fromEntries(Object.entries(session.patch).filter(([id]) => id !== microphoneId)) }),
  );

/** Takes over a whole patch: what a solver found. */
export const plugAll = (inputs: Readonly<Record<string, string>>): Command => command('patch all', (session) => ({ ...session, patch: inputs }));

import type { InputAddress, MicrophoneId, OutboardId } from '../../ids';
import { type PreampCharacter, partsOf, secondWayId } from '../../patch';
import { type Command, command, microphoneName } from '../command';
import { invertedAtInputs } from '../inputs';
import type { PlacedMicrophone } from '../session';
import { tell } from '../stepCodes';

/** Plugs a microphone into an input; whatever was in it comes out. */
export const plugIn = (microphoneId: MicrophoneId, address: InputAddress): Command =>
  command(
    (session) => tell('plug-in', { name: microphoneName(session, microphoneId) }),
    (session) => {
      const others = Object.entries(session.patch).filter(([id, taken]) => id !== microphoneId && taken !== address);
      const microphones = session.microphones.map((one) => (one.secondInput === address ? secondWay(one, null) : one));
      return invertedAtInputs(
        { ...session, patch: { ...Object.fromEntries(others), [microphoneId]: address }, microphones },
        (id) => id === microphoneId && session.patch[id] !== address,
      );
    },
  );

export const unplug = (microphoneId: MicrophoneId): Command =>
  command(
    (session) => tell('unplug', { name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, patch: Object.fromEntries(Object.entries(session.patch).filter(([id]) => id !== microphoneId)) }),
  );

/** Puts something between a microphone and its input, or two things in a row; null takes away what is there. */
export const putBetween = (microphoneId: MicrophoneId, outboardId: OutboardId | null): Command =>
  command(
    (session) => tell(outboardId === null ? 'take-between' : 'put-between', { name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, microphones: session.microphones.map((one) => (one.id === microphoneId ? between(one, outboardId) : one)) }),
  );

function between(microphone: PlacedMicrophone, outboardId: OutboardId | null): PlacedMicrophone {
  const [through, behind = null] = outboardId === null ? [null] : partsOf(outboardId);
  if ((microphone.outboardId ?? null) === (through ?? null)) return followedBy(microphone, behind);
  const { outboardId: _, lineOutboardId: __, secondInput: ___, ...direct } = microphone;
  return through === null || through === undefined ? direct : followedBy({ ...direct, outboardId: through }, behind);
}

/** Puts something at line level behind what is between; null takes it away. */
export const putBehind = (microphoneId: MicrophoneId, outboardId: OutboardId | null): Command =>
  command(
    (session) => tell(outboardId === null ? 'take-behind' : 'put-behind', { name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, microphones: session.microphones.map((one) => (one.id === microphoneId ? followedBy(one, outboardId) : one)) }),
  );

function followedBy(microphone: PlacedMicrophone, outboardId: OutboardId | null): PlacedMicrophone {
  if ((microphone.lineOutboardId ?? null) === outboardId) return microphone;
  const { lineOutboardId: _, ...alone } = microphone;
  return outboardId === null ? alone : { ...alone, lineOutboardId: outboardId };
}

/** Sends the second way of a microphone's splitter into an input; null leaves it where nothing is recorded. */
export const splitInto = (microphoneId: MicrophoneId, address: InputAddress | null): Command =>
  command(
    (session) => tell(address === null ? 'unplug-second-way' : 'plug-second-way', { name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, microphones: session.microphones.map((one) => (one.id === microphoneId ? secondWay(one, address) : one)) }),
  );

function secondWay(microphone: PlacedMicrophone, address: InputAddress | null): PlacedMicrophone {
  if ((microphone.secondInput ?? null) === address) return microphone;
  const { secondInput: _, ...single } = microphone;
  return address === null ? single : { ...single, secondInput: address };
}

/** Says on what preamp a microphone is wanted, for how that sounds; null wants none. */
export const wantPreamp = (microphoneId: MicrophoneId, character: PreampCharacter | null): Command =>
  command(
    (session) => tell('choose-preamp', { name: microphoneName(session, microphoneId) }),
    (session) => ({
      ...session,
      microphones: session.microphones.map((one) => {
        if (one.id !== microphoneId || (one.preamp ?? null) === character) return one;
        const { preamp: _, ...any } = one;
        return character === null ? any : { ...any, preamp: character };
      }),
    }),
  );

/** Takes the levels of a take for those of the model, dB by microphone id; null goes back to the model everywhere. */
export const learnLevels = (levels: Readonly<Record<string, number>> | null): Command =>
  command(tell(levels ? 'plan-by-take' : 'plan-by-model'), (session) => ({
    ...session,
    microphones: session.microphones.map((one) => {
      const learnedDb = levels?.[one.id];
      if (levels && learnedDb === undefined) return one;
      const { learnedDb: _, ...plain } = one;
      return learnedDb === undefined ? plain : { ...plain, learnedDb };
    }),
  }));

/** Takes over a whole patch: what a solver found, what stands between by microphone as well. */
export const plugAll = (inputs: Readonly<Record<string, string>>, through: Readonly<Record<string, string>> = {}): Command =>
  command(tell('patch-all'), (session) =>
    invertedAtInputs(
      {
        ...session,
        patch: Object.fromEntries(Object.entries(inputs).filter(([id]) => session.microphones.some((one) => one.id === id))),
        microphones: session.microphones.map((one) => secondWay(between(one, through[one.id] ?? null), inputs[secondWayId(one.id)] ?? null)),
      },
      (id) => session.patch[id] !== inputs[id],
    ),
  );

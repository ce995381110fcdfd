import type { Move } from '../../checks';
import type { MicrophoneId } from '../../ids';
import type { Facts } from '../../units';
import { type Command, command, microphoneName, together } from '../command';
import type { PlacedMicrophone, Session } from '../session';
import { type StepCode, tell } from '../stepCodes';
import { editMicrophone, moveMicrophone, setMicrophone } from './microphone';
import { restand } from './stand';

/** Another cable, which is straight: what had made up for the old one goes with it, at the input or in the mix. */
function changedCable({ cable, madeUp, ...placed }: PlacedMicrophone): PlacedMicrophone {
  const { inputInverted, ...rest } = { ...placed, cableChanges: (placed.cableChanges ?? 0) + 1 };
  const kept = inputInverted === undefined ? {} : { inputInverted };
  if (cable !== 'reversed') return { ...rest, ...kept };
  // Documents from before it was written down say by their switch where it was.
  const where = madeUp ?? (inputInverted ? 'input' : 'mix');
  return where === 'mix' ? { ...rest, ...kept, flipped: !rest.flipped } : { ...rest, ...(inputInverted ? {} : { inputInverted: true }) };
}

/** A change of what is in a channel's way. */
const onChain = (words: StepCode, microphoneId: MicrophoneId, change: (placed: PlacedMicrophone) => PlacedMicrophone, facts: Facts = {}): Command =>
  command(
    (session) => tell(words, { ...facts, name: microphoneName(session, microphoneId) }),
    (session) => ({ ...session, microphones: session.microphones.map((placed) => (placed.id === microphoneId ? change(placed) : placed)) }),
  );

/** What a device delays all its channels by is the device's; what the mix takes back is each channel's own. */
function deviceLatency({ microphoneIds, deviceId, bySeconds, inMix }: Extract<Move, { kind: 'device latency' }>): Command {
  const nameIn = ({ shelf }: Session): string => shelf.devices.find(({ id }) => id === deviceId)?.name ?? '';
  return command(
    (session) => tell(inMix ? 'move-all-in-mix' : 'remember-delay', { name: nameIn(session) }),
    (session) => {
      const samples = Math.round(bySeconds * session.sampleRateHz);
      const devices = session.shelf.devices.map(({ latencySeconds = 0, ...device }) => {
        const seconds = latencySeconds + (device.id === deviceId ? bySeconds : 0);
        return Math.abs(seconds) < 1e-9 ? device : { ...device, latencySeconds: seconds };
      });
      const microphones = session.microphones.map((placed) =>
        inMix && microphoneIds.includes(placed.id) ? { ...placed, alignSamples: placed.alignSamples - samples } : placed,
      );
      return { ...session, shelf: { ...session.shelf, devices }, microphones };
    },
  );
}

function commandFor(move: Move): Command {
  const { microphoneId } = move;
  switch (move.kind) {
    case 'place':
      if (!move.restand) return moveMicrophone(microphoneId, move.positionM);
      return command(
        (session) => tell('move', { name: microphoneName(session, microphoneId) }),
        (session) => restand(microphoneId)(moveMicrophone(microphoneId, move.positionM)(session)),
      );
    case 'set':
      return setMicrophone(microphoneId, move.positionM, move.aimM);
    case 'stand':
      return restand(microphoneId);
    case 'aim':
      return editMicrophone(microphoneId, { aimM: move.aimM });
    case 'flip':
      return command(
        (session) => tell('reverse-in-mix', { name: microphoneName(session, microphoneId) }),
        (session) => {
          const placed = session.microphones.find((microphone) => microphone.id === microphoneId);
          return placed ? editMicrophone(microphoneId, { flipped: !placed.flipped })(session) : session;
        },
      );
    case 'pad':
      return editMicrophone(microphoneId, { padOn: move.on });
    case 'joint':
      return together(tell('move-together', { count: move.moves.length }), move.moves.map(applyMove));
    case 'cable changed':
      return onChain('change-cable', microphoneId, changedCable);
    case 'cables exchanged':
      return together(
        tell('exchange-cables'),
        [microphoneId, move.otherId].map((id) =>
          onChain('exchange-cable', id, (placed) => ({ ...placed, cableChanges: (placed.cableChanges ?? 0) + 1 })),
        ),
      );
    case 'invert':
      return onChain(
        'reverse-polarity',
        microphoneId,
        (placed) => ({
          ...placed,
          cable: 'reversed',
          madeUp: move.where,
          ...(move.where === 'input' ? { inputInverted: placed.inputInverted !== true } : { flipped: !placed.flipped }),
        }),
        { where: move.where },
      );
    case 'latency': {
      const { bySamples, inMix } = move;
      return onChain(inMix ? 'move-in-mix' : 'remember-delay', microphoneId, (placed) => ({
        ...placed,
        latencySamples: (placed.latencySamples ?? 0) + bySamples,
        ...(inMix ? { alignSamples: placed.alignSamples - bySamples } : {}),
      }));
    }
    case 'device latency':
      return deviceLatency(move);
    case 'align':
      return editMicrophone(microphoneId, { alignSamples: move.samples });
  }
}

/** Carries out a finding's move. */
export const applyMove = (move: Move): Command => commandFor(move);

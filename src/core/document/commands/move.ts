import type { Move } from '../../checks';
import { type Command, command, microphoneName, together } from '../command';
import { editMicrophone, moveMicrophone, setMicrophone } from './microphone';
import { restand } from './stand';

function commandFor(move: Move): Command {
  const { microphoneId } = move;
  switch (move.kind) {
    case 'place':
      if (!move.restand) return moveMicrophone(microphoneId, move.positionM);
      return command(
        (session) => `move ${microphoneName(session, microphoneId)}`,
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
        (session) => `flip ${microphoneName(session, microphoneId)}`,
        (session) => {
          const placed = session.microphones.find((microphone) => microphone.id === microphoneId);
          return placed ? editMicrophone(microphoneId, { flipped: !placed.flipped })(session) : session;
        },
      );
    case 'pad':
      return editMicrophone(microphoneId, { padOn: move.on });
    case 'joint':
      return together(`move ${move.moves.length} things at once`, move.moves.map(applyMove));
    case 'align':
      return editMicrophone(microphoneId, { alignSamples: move.samples });
  }
}

/** Carries out a finding's move. */
export const applyMove = (move: Move): Command => commandFor(move);

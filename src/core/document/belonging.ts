import type { InstrumentId, MarkId, MicrophoneId } from '../ids';
import { geometryOf, type Instrument } from '../instruments';
import type { Vec3 } from '../math';
import type { PlacedMicrophone, Session } from './session';

/** The place in the room of a mark; null when the instrument or mark is gone. */
export function markPosition(session: Session, instrumentId: InstrumentId, markId: MarkId): Vec3 | null {
  const instrument = session.instruments.find((candidate) => candidate.id === instrumentId);
  return (instrument && geometryOf(instrument).marks.find((mark) => mark.id === markId)?.positionM) ?? null;
}

/** Whether a microphone is there for an instrument: by its target, by its pair's centre, or being nearest to it. */
export function belongsTo(session: Session, microphone: PlacedMicrophone, instrumentId: InstrumentId): boolean {
  if (microphone.target) return microphone.target.instrumentId === instrumentId;
  const pair = pairOf(session, microphone.id);
  if (pair?.centre) return pair.centre.instrumentId === instrumentId;
  const gap = ({ positionM }: Instrument): number => Math.hypot(positionM.x - microphone.positionM.x, positionM.y - microphone.positionM.y);
  const nearest = [...session.instruments].sort((a, b) => gap(a) - gap(b))[0];
  return nearest?.id === instrumentId;
}

/** The pair a microphone is in; null when it stands alone. */
export const pairOf = (session: Session, microphoneId: MicrophoneId): Session['pairs'][number] | null =>
  session.pairs.find((pair) => pair.leftId === microphoneId || pair.rightId === microphoneId) ?? null;

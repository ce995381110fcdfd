import type { Session } from '../../core/document';
import { geometryOf } from '../../core/instruments';
import { type Focus, focusOn, type Projection } from './projection';

/** The part of the room where the instruments and microphones are. */
export function sessionFocus(session: Session, projection: Projection): Focus {
  const shapes = session.instruments.flatMap((instrument) => geometryOf(instrument).shapes.flatMap((shape) => shape.points));
  return focusOn(projection, [...shapes, ...session.microphones.map((microphone) => microphone.positionM)]);
}

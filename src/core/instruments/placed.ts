import { derived } from '../derived';
import { type Vec3, vec3 } from '../math';
import type { Geometry } from './model';
import { type Instrument, placedGeometry } from './registry';
import { directionToRoom } from './stance';

/** Geometry of an instrument in the room, kept for as long as its document object is the same. */
export const geometryOf: (instrument: Instrument) => Geometry = derived(placedGeometry);

/** The player's right and forward of an instrument, in the room. */
export const facingOf = (instrument: Instrument): { right: Vec3; forward: Vec3 } => ({
  right: directionToRoom(instrument, vec3(1, 0, 0)),
  forward: directionToRoom(instrument, vec3(0, 1, 0)),
});

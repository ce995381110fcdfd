import { rotateAboutZ, type Vec3, vec3 } from '../math';
import { movedForm } from '../solids';
import { radiansFromDegrees } from '../units';
import { handed } from './handed';
import type { Geometry, Side, Source, Stance } from './model';

/** Direction in the instrument's frame to direction in the room. The frame: x to the player's right, y forward, z up. */
export function directionToRoom(stance: Stance, direction: Vec3): Vec3 {
  const handed = stance.mirrored ? vec3(-direction.x, direction.y, direction.z) : direction;
  return rotateAboutZ(handed, radiansFromDegrees(stance.rotationDeg));
}

/** Point in the instrument's frame to point in the room. */
export function pointToRoom(stance: Stance, point: Vec3): Vec3 {
  const turned = directionToRoom(stance, point);
  return vec3(turned.x + stance.positionM.x, turned.y + stance.positionM.y, turned.z);
}

/** Direction in the room to direction in the instrument's frame; the inverse of {@link directionToRoom}. */
export function directionFromRoom(stance: Stance, direction: Vec3): Vec3 {
  const turned = rotateAboutZ(direction, -radiansFromDegrees(stance.rotationDeg));
  return stance.mirrored ? vec3(-turned.x, turned.y, turned.z) : turned;
}

/** Point in the room to point in the instrument's frame; the inverse of {@link pointToRoom}. */
export const pointFromRoom = (stance: Stance, point: Vec3): Vec3 =>
  directionFromRoom(stance, vec3(point.x - stance.positionM.x, point.y - stance.positionM.y, point.z));

function sideToRoom(stance: Stance, side: Side): Side {
  return { ...side, positionM: pointToRoom(stance, side.positionM), normal: directionToRoom(stance, side.normal) };
}

function sourceToRoom(stance: Stance, source: Source): Source {
  const [first, second] = source.sides;
  const front = sideToRoom(stance, first);
  const name = handed(source.name, stance.mirrored);
  return { ...source, name, sides: second ? [front, sideToRoom(stance, second)] : [front] };
}

/** A whole instrument from its own frame into the room. */
export function geometryToRoom(stance: Stance, local: Geometry): Geometry {
  return {
    marks: local.marks.map((mark) => ({ ...mark, name: handed(mark.name, stance.mirrored), positionM: pointToRoom(stance, mark.positionM) })),
    sources: local.sources.map((source) => sourceToRoom(stance, source)),
    shapes: local.shapes.map((shape) => ({ ...shape, points: shape.points.map((p) => pointToRoom(stance, p)) })),
    keepOuts: local.keepOuts.map((volume) => ({
      ...volume,
      name: handed(volume.name, stance.mirrored),
      pointsM: volume.pointsM.map((p) => pointToRoom(stance, p)),
    })),
    solids: local.solids.map((solid) => ({
      ...solid,
      name: handed(solid.name, stance.mirrored),
      shape: movedForm(
        solid.shape,
        (p) => pointToRoom(stance, p),
        (d) => directionToRoom(stance, d),
      ),
      hollow: solid.hollow && {
        ...solid.hollow,
        opening: solid.hollow.opening && {
          ...solid.hollow.opening,
          centreM: pointToRoom(stance, solid.hollow.opening.centreM),
          normal: directionToRoom(stance, solid.hollow.opening.normal),
        },
      },
    })),
  };
}

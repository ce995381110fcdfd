import { furnishingSolid } from '../../furnishings';
import type { MicrophoneId, ModelId } from '../../ids';
import { geometryOf } from '../../instruments';
import type { Vec3 } from '../../math';
import { type Around, chooseBase, chooseStand, type StandModel, type StandPlace } from '../../stands';
import { type Command, command, microphoneName } from '../command';
import type { Session } from '../session';
import { tell } from '../stepCodes';

/** What a stand must find its place among; the one on which a microphone is already is not in its own way. */
function aroundOf({ instruments, furnishings, room, microphones, shelf }: Session, exceptId: MicrophoneId | null): Around {
  const geometries = instruments.map(geometryOf);
  const standing = furnishings.filter(({ kind }) => kind !== 'collar').map(furnishingSolid);
  const solids = [...geometries.flatMap((geometry) => geometry.solids), ...standing];
  const feet = microphones.flatMap(({ id, stand }) => {
    const model = shelf.stands.find((one) => one.id === stand?.modelId);
    return stand && model && id !== exceptId ? [{ ...stand.baseM, footprintM: model.footprintM }] : [];
  });
  return { volumes: geometries.flatMap(({ keepOuts }) => keepOuts), solids, room, feet };
}

/** Stands of the shelf that no other microphone is on. */
export function freeStands(session: Session, exceptId: MicrophoneId | null = null): StandModel[] {
  const used = (id: ModelId): number =>
    session.microphones.filter((microphone) => microphone.id !== exceptId && microphone.stand?.modelId === id).length;
  return session.shelf.stands.filter((stand) => used(stand.id) < stand.count);
}

/** The nearest instrument's middle, from which a stand keeps outward. */
function centreFor(session: Session, point: Vec3): { x: number; y: number } {
  const gap = (p: { x: number; y: number }): number => Math.hypot(p.x - point.x, p.y - point.y);
  return (
    [...session.instruments].map((instrument) => instrument.positionM).sort((a, b) => gap(a) - gap(b))[0] ?? {
      x: session.room.widthM / 2,
      y: session.room.depthM / 2,
    }
  );
}

/** How heavy a placed microphone is, kilograms; 0 where it is not there. */
function weightOf({ microphones, shelf }: Session, id: MicrophoneId | null): number {
  const modelId = microphones.find((one) => one.id === id)?.modelId;
  return shelf.microphones.find((model) => model.id === modelId)?.weightKg ?? 0;
}

/**
 * The best free stand for a capsule at a point; null when the shelf has none left.
 * @param weightKg of what hangs on it; that of the microphone that is on it where it is not told
 */
export const standFor = (
  session: Session,
  capsuleM: Vec3,
  exceptId: MicrophoneId | null = null,
  weightKg = weightOf(session, exceptId),
): StandPlace | null =>
  chooseStand(freeStands(session, exceptId), capsuleM, centreFor(session, capsuleM), { ...aroundOf(session, exceptId), weightKg });

const onStand = (id: MicrophoneId, find: (session: Session, capsuleM: Vec3, now: StandPlace | null) => StandPlace | null): Command =>
  command(
    (session) => tell('move-stand', { name: microphoneName(session, id) }),
    (session) => ({
      ...session,
      microphones: session.microphones.map((microphone) =>
        microphone.id === id ? { ...microphone, stand: find(session, microphone.positionM, microphone.stand) } : microphone,
      ),
    }),
  );

/** Finds a microphone's stand anew. */
export const restand = (id: MicrophoneId): Command => onStand(id, (session, capsuleM, now) => standFor(session, capsuleM, id) ?? now);

/** Puts a microphone on a stand of one's choosing, where that one stands best; null takes it off. */
export const putOnStand = (id: MicrophoneId, modelId: ModelId | null): Command =>
  onStand(id, (session, capsuleM) => {
    const model = session.shelf.stands.find((stand) => stand.id === modelId);
    if (!model) return null;
    const { x, y } = chooseBase(model, capsuleM, centreFor(session, capsuleM), { ...aroundOf(session, id), weightKg: weightOf(session, id) });
    return { modelId: model.id, baseM: { x, y } };
  });

import type { KeepOut } from '../instruments';
import type { Vec3 } from '../math';
import { chooseStand, type StandModel, type StandPlace } from '../stands';
import type { Command } from './commands';
import type { Session } from './document';
import { geometryOf } from './resolve';

const keepOutsOf = (session: Session): KeepOut[] => session.instruments.flatMap((instrument) => [...geometryOf(instrument).keepOuts]);

/** Stands of the shelf that no other microphone is on. */
export function freeStands(session: Session, exceptId: string | null = null): StandModel[] {
  const used = (id: string): number =>
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

/** The best free stand for a capsule at a point; null when the shelf has none left. */
export const standFor = (session: Session, capsuleM: Vec3, exceptId: string | null = null): StandPlace | null =>
  chooseStand(freeStands(session, exceptId), capsuleM, centreFor(session, capsuleM), keepOutsOf(session), session.room);

/** Finds a microphone's stand anew. */
export const restand =
  (id: string): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.map((microphone) =>
      microphone.id === id ? { ...microphone, stand: standFor(session, microphone.positionM, id) ?? microphone.stand } : microphone,
    ),
  });

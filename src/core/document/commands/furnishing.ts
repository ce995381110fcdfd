import type { Furnishing } from '../../furnishings';
import type { FurnishingId } from '../../ids';
import { type Command, command } from '../command';
import type { Session } from '../session';

const nameIn = (session: Session, id: FurnishingId): string => session.furnishings.find((furnishing) => furnishing.id === id)?.name ?? 'it';

export const addFurnishing = (furnishing: Furnishing): Command =>
  command(`add ${furnishing.name}`, (session) => ({ ...session, furnishings: [...session.furnishings, furnishing] }));

export const editFurnishing = (id: FurnishingId, change: Partial<Omit<Furnishing, 'id' | 'kind'>>): Command =>
  command(
    (session) => `change ${nameIn(session, id)}`,
    (session) => ({
      ...session,
      furnishings: session.furnishings.map((furnishing) => (furnishing.id === id ? { ...furnishing, ...change } : furnishing)),
    }),
  );

export const moveFurnishing = (id: FurnishingId, positionM: Furnishing['positionM']): Command =>
  command(
    (session) => `move ${nameIn(session, id)}`,
    (session) => ({
      ...session,
      furnishings: session.furnishings.map((furnishing) => (furnishing.id === id ? { ...furnishing, positionM } : furnishing)),
    }),
  );

export const removeFurnishing = (id: FurnishingId): Command =>
  command(
    (session) => `take ${nameIn(session, id)} away`,
    (session) => ({ ...session, furnishings: session.furnishings.filter((furnishing) => furnishing.id !== id) }),
  );

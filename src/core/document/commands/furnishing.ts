import type { Furnishing } from '../../furnishings';
import type { FurnishingId } from '../../ids';
import type { Words } from '../../units';
import { type Command, command } from '../command';
import type { Session } from '../session';
import { tell } from '../stepCodes';

const nameIn = (session: Session, id: FurnishingId): Words => session.furnishings.find((furnishing) => furnishing.id === id)?.name ?? tell('it');

export const addFurnishing = (furnishing: Furnishing): Command =>
  command(tell('add', { name: furnishing.name }), (session) => ({ ...session, furnishings: [...session.furnishings, furnishing] }));

export const editFurnishing = (id: FurnishingId, change: Partial<Omit<Furnishing, 'id' | 'kind'>>): Command =>
  command(
    (session) => tell('change', { name: nameIn(session, id) }),
    (session) => ({
      ...session,
      furnishings: session.furnishings.map((furnishing) => (furnishing.id === id ? { ...furnishing, ...change } : furnishing)),
    }),
  );

export const moveFurnishing = (id: FurnishingId, positionM: Furnishing['positionM']): Command =>
  command(
    (session) => tell('move', { name: nameIn(session, id) }),
    (session) => ({
      ...session,
      furnishings: session.furnishings.map((furnishing) => (furnishing.id === id ? { ...furnishing, positionM } : furnishing)),
    }),
  );

export const removeFurnishing = (id: FurnishingId): Command =>
  command(
    (session) => tell('remove', { name: nameIn(session, id) }),
    (session) => ({ ...session, furnishings: session.furnishings.filter((furnishing) => furnishing.id !== id) }),
  );

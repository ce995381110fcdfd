import type { Migration } from '../migration';

/** From 3 to 4: a room may say what its surfaces are made of, soft furniture may stand in it, and a session has a brief and what was got ready. */
export const roomsAndBriefs: Migration = (document) => ({ ...document, version: 4, brief: document.brief ?? {}, ready: document.ready ?? {} });

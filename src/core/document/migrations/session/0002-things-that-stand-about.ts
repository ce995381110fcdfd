import type { Migration } from '../migration';

/** From 2 to 3: what stands about in the room (panels, blankets, collars) has a list of its own, and gear may be a pickup. */
export const thingsThatStandAbout: Migration = (document) => ({ ...document, version: 3, furnishings: document.furnishings ?? [] });

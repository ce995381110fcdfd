import { isRecord, type Migration } from '../migration';

/** From 1 to 2: the shelf inside is a document with a format and a version of its own, as the sessions are. */
export const partsWithVersions: Migration = (document) => ({
  ...document,
  version: 2,
  shelf: isRecord(document.shelf) ? { format: 'shuttlecraft-shelf', version: 1, ...document.shelf } : document.shelf,
});

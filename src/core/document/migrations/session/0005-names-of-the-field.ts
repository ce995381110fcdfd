import { isRecord, type Migration } from '../migration';

/** What a microphone goes through, what stands behind that at line level, and the second way of its splitter, by what they are called since. */
const NAMES: Readonly<Record<string, string>> = { through: 'outboardId', behind: 'lineOutboardId', alsoInto: 'secondInput' };

const renamed = (microphone: unknown): unknown =>
  isRecord(microphone)
    ? Object.fromEntries(Object.entries(microphone).map(([key, value]) => [Object.hasOwn(NAMES, key) ? (NAMES[key] ?? key) : key, value]))
    : microphone;

/** From 5 to 6: what stands between a microphone and its input is called what it is. */
export const namesOfTheField: Migration = (document) => ({
  ...document,
  version: 6,
  microphones: Array.isArray(document.microphones) ? document.microphones.map(renamed) : document.microphones,
});

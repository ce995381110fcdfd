/** What takes a while and is gone when the page is loaded again. */
export type Underway = 'take check' | 'recording' | 'line check' | 'simulated line check';

const key = (what: Underway): string => `shuttlecraft under way: ${what}`;

/** A private window may keep nothing: then nothing is said either. */
const inTab = <T>(work: (storage: Storage) => T, otherwise: T): T => {
  try {
    return work(sessionStorage);
  } catch {
    return otherwise;
  }
};

const ALL: readonly Underway[] = ['take check', 'recording', 'line check', 'simulated line check'];
/** What was under way in this tab when the page was loaded again. */
const before = new Set(
  ALL.filter((what) =>
    inTab((storage) => {
      const was = storage.getItem(key(what)) !== null;
      storage.removeItem(key(what));
      return was;
    }, false),
  ),
);

/** Marks that something begins; what is given ends the mark. */
export function beginUnderway(what: Underway): () => void {
  before.delete(what);
  inTab((storage) => storage.setItem(key(what), '1'), undefined);
  return () => inTab((storage) => storage.removeItem(key(what)), undefined);
}

/** Whether loading the page again cut it off, and it was not begun anew since. */
export const wasCutOff = (what: Underway): boolean => before.has(what);

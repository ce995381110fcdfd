/** What was chosen last on this machine; null where nothing was, or where the browser keeps nothing. */
export function remembered(key: string): string | null {
  try {
    return localStorage.getItem(`shuttlecraft ${key}`);
  } catch {
    return null;
  }
}

/** Keeps a choice on this machine, or forgets it. */
export function remember(key: string, value: string | null): void {
  try {
    if (value !== null) localStorage.setItem(`shuttlecraft ${key}`, value);
    else localStorage.removeItem(`shuttlecraft ${key}`);
  } catch {
    // A private window keeps nothing.
  }
}

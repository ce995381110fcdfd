/** What was kept on this machine under a key; null where nothing was, or where the browser keeps nothing. */
export function remembered(key: string): string | null {
  try {
    return localStorage.getItem(`shuttlecraft-${key}`);
  } catch {
    return null;
  }
}

/** Keeps something on this machine for as long as the browser does, or forgets it. Where storage is switched off it lasts as long as the page. */
export function remember(key: string, value: string | null): void {
  try {
    if (value !== null) localStorage.setItem(`shuttlecraft-${key}`, value);
    else localStorage.removeItem(`shuttlecraft-${key}`);
  } catch {
    // A private window keeps nothing.
  }
}

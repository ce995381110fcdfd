const KEY = 'shuttlecraft input';

/** The input that was chosen last on this machine; null for the system's own. */
export function rememberedInput(): string | null {
  try {
    return localStorage.getItem(KEY);
  } catch {
    return null;
  }
}

export function rememberInput(deviceId: string | null): void {
  try {
    if (deviceId) localStorage.setItem(KEY, deviceId);
    else localStorage.removeItem(KEY);
  } catch {
    // A private window keeps nothing.
  }
}

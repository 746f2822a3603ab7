/** Small settings of this device. A browser that forbids its storage goes by the usual ones. */
export function readSetting(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

export function keepSetting(key: string, value: string): void {
  try {
    localStorage.setItem(key, value);
  } catch {
    // Full or forbidden: it holds until the page is closed.
  }
}

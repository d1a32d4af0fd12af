/**
 * Keeps a choice of this device (theme, size, units) for a year, so that the server paints the first page right. A browser
 * that refuses cookies keeps it as long as the page: the choice itself has been made by then.
 */
export function keepOnDevice(name: string, value: string): void {
  try {
    document.cookie = `${name}=${encodeURIComponent(value)}; path=/; max-age=31536000; samesite=lax`;
  } catch {
    // Refused by the browser's settings: nothing to mend here.
  }
}

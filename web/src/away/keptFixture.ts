import { afterAll, vi } from 'vitest';

/** A browser's storage, and time that stands still, for a file of tests about what is kept; what is kept is returned. */
export function keptInThought(): Map<string, string> {
  const stored = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => void stored.set(key, value),
  });
  vi.stubGlobal('window', { addEventListener: () => undefined });
  vi.useFakeTimers();
  // Files of a run share these.
  afterAll(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
  return stored;
}

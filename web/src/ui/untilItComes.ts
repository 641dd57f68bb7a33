import { type ComponentType, lazy } from 'react';

const AGAIN_AFTER_MS = 3000;

/**
 * Fetches a part that the page can do without, again and again until it is there. A part that is refused would take the page with it,
 * and whatever was not saved: the server may go away a moment after a page was opened.
 */
export async function untilItComes<T>(fetchPart: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await fetchPart();
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
    }
  }
}

/** A part of a screen that is drawn when it has come. */
export const late = <P>(load: () => Promise<ComponentType<P>>) => lazy(() => untilItComes(async () => ({ default: await load() })));

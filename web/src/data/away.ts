import { create } from 'zustand';

interface Away {
  /** The server did not answer when it was asked last. */
  isAway: boolean;
  /** When what is shown was told, where it was kept; null: it is the server's own word. */
  toldAt: string | null;
  /** Screens open without the server. */
  isKept: boolean;
  /** The browser has promised not to throw away what is kept. */
  isPersistent: boolean;
  /** Takes up a newer build that has come meanwhile; null: there is none. */
  takeNew: (() => void) | null;
}

export const useAway = create<Away>()(() => ({ isAway: false, toldAt: null, isKept: false, isPersistent: false, takeNew: null }));

/** After each call: whether the server answered it, or what was kept did. */
export function answered(keptAt: string | null): void {
  const { isAway, toldAt } = useAway.getState();
  if (isAway !== (keptAt !== null) || toldAt !== keptAt) useAway.setState({ isAway: keptAt !== null, toldAt: keptAt });
}

/** A call that nothing answered. */
export function unanswered(): void {
  if (!useAway.getState().isAway) useAway.setState({ isAway: true });
}

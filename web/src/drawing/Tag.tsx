import type { ReactNode } from 'react';

/** A sewn-in label: condensed capitals with a notch at the left. */
export function Tag({ children }: { children: ReactNode }) {
  return <span className="tag">{children}</span>;
}

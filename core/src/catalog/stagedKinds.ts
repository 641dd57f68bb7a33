/** Straps that come wrapped and are set up for one hand before they are carried. */
export const STAGED_KINDS: readonly string[] = [
  'windlass-tourniquet',
  'flat-windlass-tourniquet',
  'buckle-windlass-tourniquet',
  'ratchet-tourniquet',
];

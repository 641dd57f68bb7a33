/** Stands wherever the work can hurt, and on everything that is printed. */
export const CAUTION =
  'Planning aid, not medical advice. Do only what you are trained and allowed to do; follow local protocols; call your emergency number.';

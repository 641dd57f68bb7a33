/** Pixels for a millimetre on the ground sheet: everything on it is true to this one scale. */
export const SHEET_SCALE = 1.05;

import { plainDate } from '@ivrak/core/model';

/** The day on which all of these tests happen. */
export const TODAY = plainDate('2026-11-25');

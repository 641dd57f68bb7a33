export const DAY_MS = 86_400_000;
export const AUTHORITY_DAYS = 3650;
/** Phones refuse certificates of servers that are good for longer than 398 days: CA/Browser Forum, Baseline Requirements 6.3.2. */
export const SERVER_DAYS = 390;
/** A clock that is behind by less takes it all the same. */
export const SLACK_MS = DAY_MS;

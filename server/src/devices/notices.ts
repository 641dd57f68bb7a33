import { addDays, type Notice, NoticeSchema, type PlainDate } from '@ivrak/core/model';
import feed from './notices.json' with { type: 'json' };

/** The simulated feed of recalls and warnings. Made up; days are relative to today, so that it is never out of date. */
export const noticeFeed = (today: PlainDate): Notice[] =>
  feed.map(({ daysAgo, ...notice }) => NoticeSchema.parse({ ...notice, on: addDays(today, -daysAgo) }));

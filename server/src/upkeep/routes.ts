import * as contract from '@ivrak/contract';
import { addDays } from '@ivrak/core/model';
import { unacceptable } from '../http/problem.ts';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { listKits } from '../kits/store.ts';
import { kitEvents } from '../kits/view.ts';
import { coursesOf } from './courses.ts';

export const upkeepRoutes = (here: Installation): Served[] => [
  serve(contract.getUpkeep, async ({ query }) => {
    const from = query.from ?? here.today();
    const to = query.to ?? addDays(from, 730);
    if (to < from) throw unacceptable([{ path: 'to', message: 'lies before "from"' }]);
    const all = await listKits(here, here.db);
    const events = all.flatMap((kit) => kitEvents(here, kit, from, to));
    return { from, to, courses: await coursesOf(here, all, from), events: events.sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0)) };
  }),
];

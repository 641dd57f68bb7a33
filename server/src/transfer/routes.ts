import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { readAll } from './store.ts';

export const transferRoutes = (here: Installation): Served[] => [serve(contract.exportAll, () => readAll(here.db))];

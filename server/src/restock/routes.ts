import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { restockPlan } from './restock.ts';

export const restockRoutes = (here: Installation): Served[] => [serve(contract.getRestock, () => restockPlan(here, here.db, here.today()))];

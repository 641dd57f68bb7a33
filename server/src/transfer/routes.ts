import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { exportStream } from './writing.ts';

export const transferRoutes = (here: Installation): Served[] => [serve(contract.exportAll, () => exportStream(here))];

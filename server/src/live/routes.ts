import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';

export const liveRoutes = ({ live }: Installation): Served[] => [serve(contract.getChanges, () => live.stream())];

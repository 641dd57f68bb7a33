import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { countsOf, emptyAll, readAll, replaceAll } from '../transfer/store.ts';
import { backUp, listBackups, readBackup } from './store.ts';

export const backupRoutes = (here: Installation): Served[] => [
  serve(contract.listBackups, () => ({ backups: listBackups(here) })),
  serve(contract.clearAll, async ({ who }) => {
    const cleared = countsOf(await readAll(here.db));
    const backup = await backUp(here, 'clear');
    await emptyAll(here, who);
    return { backup, cleared };
  }),
  serve(contract.restoreBackup, async ({ params }) => {
    const file = readBackup(here, params.name);
    const backup = await backUp(here, 'restore');
    await replaceAll(here, file);
    return { ...countsOf(file), backup };
  }),
];

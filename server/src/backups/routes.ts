import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import { countsOf, emptyAll, readAll, replaceAll } from '../transfer/store.ts';
import { backUp, listBackups, readBackup } from './store.ts';

/** Whatever replaces everything: nothing of it without a backup. */
export const backupRoutes = (here: Installation): Served[] => [
  serve(contract.importAll, async ({ body }) => {
    // A database in memory has nowhere to keep one, and is gone with its process anyway.
    if (here.backupFolder !== null) await backUp(here, 'import');
    await replaceAll(here, body);
    return countsOf(body);
  }),
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

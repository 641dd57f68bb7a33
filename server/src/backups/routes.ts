import * as contract from '@ivrak/contract';
import { type Served, serve } from '../http/route.ts';
import type { Installation } from '../installation/installation.ts';
import type { ExportFile } from '../records/record.ts';
import { countsHere, emptyAll, replaceAll } from '../transfer/store.ts';
import { archiveYear, journalYears, streamArchive } from './journalYears.ts';
import { previewOf } from './preview.ts';
import { backUp, listBackups, readBackup, reading, streamBackup } from './store.ts';

const countsOf = ({ kits, units, lots }: ExportFile) => ({ kits: kits.length, units: units.length, lots: lots.length });

/** Whatever replaces everything: nothing of it without a backup. */
export const backupRoutes = (here: Installation): Served[] => [
  serve(contract.importAll, async ({ stream }) => {
    const read = await replaceAll(here, stream, async () => {
      // A database in memory has nowhere to keep one, and is gone with its process anyway.
      if (here.backupFolder !== null) await backUp(here, 'import', { isHeld: true });
    });
    return countsOf(read);
  }),
  serve(contract.listBackups, () => ({ backups: listBackups(here) })),
  serve(contract.clearAll, async ({ who }) => {
    const cleared = await countsHere(here);
    let backup = '';
    await emptyAll(here, who, async () => {
      backup = await backUp(here, 'clear', { isHeld: true });
    });
    return { backup, cleared };
  }),
  serve(contract.previewBackup, ({ params }) => previewOf(here, params.name)),
  serve(contract.copyBackup, ({ params }) => streamBackup(here, params.name)),
  serve(contract.restoreBackup, async ({ params }) => {
    let backup = '';
    const before = async () => {
      backup = await backUp(here, 'restore', { isHeld: true });
    };
    const read = await reading(params.name, replaceAll(here, readBackup(here, params.name), before));
    return { ...countsOf(read), backup };
  }),
  serve(contract.listJournalYears, () => journalYears(here)),
  serve(contract.archiveJournal, ({ who, body }) => archiveYear(here, who, body.year)),
  serve(contract.copyArchive, ({ params }) => streamArchive(here, params.name)),
];

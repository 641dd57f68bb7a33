import type { IntakeReport } from '@ivrak/core/tables';
import { guessIntakeMapping, INTAKE_COLUMNS, type IntakeMapping, readIntakeRows } from '@ivrak/core/tables';
import { Button, Progress } from '@mantine/core';
import { clsx } from 'clsx';
import type { RefObject } from 'react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { kindName, useCatalog } from '../data/catalog.ts';
import { messageOf, postTold } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { ColumnMapping } from '../ui/ColumnMapping.tsx';
import { Done } from '../ui/Done.tsx';
import { PanelHeading } from '../ui/PanelHeading.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import type { Table } from '../ui/readTable.ts';
import { TableSource } from '../ui/TableSource.tsx';
import css from './stores.module.css';

const MOST_MB = 5;
const MOST_ROWS = 5000;
/** A longer preview helps nobody and slows the page. */
const SHOWN = 200;

interface StockImportProps {
  gtins: readonly { gtin: string; kind: string }[];
  close: () => void;
}

/** Takes stock in from a table: which column is what, row by row what is wrong, and then all of it or nothing. */
export function StockImport({ gtins, close }: StockImportProps) {
  const catalog = useCatalog((state) => state.catalog);
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<IntakeMapping>({});
  const [error, setError] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const articles = useMemo(() => new Map(gtins.map(({ gtin, kind }) => [gtin, kind])), [gtins]);
  const reports = useMemo(
    () => (table === null ? [] : readIntakeRows(table.rows, mapping, catalog, articles)),
    [table, mapping, catalog, articles],
  );
  const take = (read: Table | null, refusal: string | null) => {
    setDone(null);
    setError(refusal);
    setTable(read);
    if (read !== null) setMapping(guessIntakeMapping(read.headings));
  };
  return (
    <aside className={clsx(parts.drawer, css.stockImport)} aria-label="Import CSV">
      <PanelHeading title="Import CSV" close={close} />
      <p className="small muted">
        A CSV file in UTF-8 with a heading row, one kind, lot and date a row. Dates as 2027-03-14 or 2027-03. All rows are imported, or
        none.
      </p>
      <TableSource mostMb={MOST_MB} mostRows={MOST_ROWS} placeholder="Kind,Count,Lot,Expiry,Seller,Price" take={take} />
      <Refusal text={error} />
      <Done text={done} />
      {table !== null && (
        <MappedTable
          table={table}
          mapping={mapping}
          setMapping={setMapping}
          reports={reports}
          running={running}
          setError={setError}
          setDone={setDone}
          setTable={setTable}
        />
      )}
    </aside>
  );
}

interface MappedTableProps {
  table: Table;
  mapping: IntakeMapping;
  setMapping: (next: IntakeMapping) => void;
  reports: IntakeReport[];
  running: RefObject<AbortController | null>;
  setError: (next: string | null) => void;
  setDone: (next: string | null) => void;
  setTable: (next: Table | null) => void;
}

function MappedTable({ table, mapping, setMapping, reports, running, setError, setDone, setTable }: MappedTableProps) {
  const refresh = useRefresh();
  /** Share of the rows that are in; null: at rest. */
  const [share, setShare] = useState<number | null>(null);
  const isBusy = share !== null;
  const bad = reports.filter(({ intake }) => intake === null);
  const takeIn = async () => {
    const controller = new AbortController();
    running.current = controller;
    setShare(0);
    setError(null);
    try {
      const rows = reports.flatMap(({ intake }) => intake ?? []);
      const { taken, suspect } = await postTold('/api/stores/batch', { body: { rows }, onProgress: setShare, signal: controller.signal });
      setDone(`${taken} rows imported${suspect > 0 ? `, ${suspect} of them suspect` : ''}.`);
      setTable(null);
      await refresh();
    } catch (failure) {
      setError(controller.signal.aborted ? 'Given up: nothing was imported.' : messageOf(failure));
    }
    setShare(null);
  };
  return (
    <>
      <ColumnMapping columns={INTAKE_COLUMNS} headings={table.headings} mapping={mapping} change={setMapping} />
      <h3>
        {reports.length} rows{bad.length > 0 ? `, ${bad.length} with something wrong` : ', nothing wrong'}
      </h3>
      {isBusy && (
        <div className="row">
          <Progress className="grow" value={100 * share} aria-label="Rows imported" />
          <Button variant="default" size="compact-sm" onClick={() => running.current?.abort()}>
            Give up
          </Button>
        </div>
      )}
      <Button disabled={bad.length > 0 || isBusy} onClick={() => void takeIn()}>
        Import {reports.length} rows
      </Button>
      {bad.length > 0 && (
        <p className="small">Put these right in the file, or choose another column, and read it again: nothing is imported by halves.</p>
      )}
      <IntakeRows reports={reports} bad={bad} />
    </>
  );
}

function IntakeRows({ reports, bad }: { reports: readonly IntakeReport[]; bad: readonly IntakeReport[] }) {
  return (
    <>
      <ul className={clsx(parts.rowReports, css.importRows)} aria-label="Row by row">
        {[...bad, ...reports.filter(({ intake }) => intake !== null)].slice(0, SHOWN).map(({ row, intake, issues }) => (
          <li key={row} className={intake === null ? parts.isBad : undefined}>
            <span className="mono">row {row}</span>{' '}
            {intake === null
              ? issues
                  .map(({ field, message }) => `${INTAKE_COLUMNS.find((column) => column.field === field)?.label} ${message}`)
                  .join('; ')
              : `${intake.count} × ${kindName(intake.kind)}${intake.lot === null ? '' : `, lot ${intake.lot}`}${intake.expiresOn === null ? '' : `, ${intake.expiresOn}`}`}
          </li>
        ))}
      </ul>
      {reports.length > SHOWN && (
        <p className="small muted">
          The first {SHOWN} of {reports.length} rows, wrong ones first.
        </p>
      )}
    </>
  );
}

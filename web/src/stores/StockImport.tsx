import { guessIntakeMapping, INTAKE_COLUMNS, type IntakeMapping, readIntakeRows } from '@ivrak/core';
import { Button, CloseButton, Progress } from '@mantine/core';
import { useMemo, useState } from 'react';
import { api, messageOf } from '../api/client.ts';
import { useRefresh } from '../api/queries.ts';
import { kindName, useCatalog } from '../kit/catalog.ts';
import { ColumnMapping } from '../shell/ColumnMapping.tsx';
import type { Table } from '../shell/readTable.ts';
import { TableSource } from '../shell/TableSource.tsx';

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
  const refresh = useRefresh();
  const catalog = useCatalog((state) => state.catalog);
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<IntakeMapping>({});
  const [error, setError] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const articles = useMemo(() => new Map(gtins.map(({ gtin, kind }) => [gtin, kind])), [gtins]);
  const reports = useMemo(
    () => (table === null ? [] : readIntakeRows(table.rows, mapping, catalog, articles)),
    [table, mapping, catalog, articles],
  );
  const bad = reports.filter(({ intake }) => intake === null);
  const take = (read: Table | null, refusal: string | null) => {
    setDone(null);
    setError(refusal);
    setTable(read);
    if (read !== null) setMapping(guessIntakeMapping(read.headings));
  };
  const takeIn = async () => {
    setBusy(true);
    setError(null);
    try {
      const rows = reports.flatMap(({ intake }) => intake ?? []);
      const { taken, suspect } = await api.post<{ taken: number; suspect: number }>('/api/stores/batch', { rows });
      setDone(`${taken} rows taken in${suspect > 0 ? `, ${suspect} of them suspect` : ''}.`);
      setTable(null);
      await refresh();
    } catch (failure) {
      setError(messageOf(failure));
    }
    setBusy(false);
  };
  return (
    <aside className="drawer stock-import" aria-label="Take a table in">
      <div className="panel-heading">
        <h2>Take a table in</h2>
        <CloseButton aria-label="Close" onClick={close} />
      </div>
      <p className="small muted">
        A CSV file in UTF-8 with a heading row, one kind, lot and date a row. Dates as 2027-03-14 or 2027-03. All rows are taken in, or
        none.
      </p>
      <TableSource mostMb={MOST_MB} mostRows={MOST_ROWS} placeholder="Kind,Count,Lot,Expiry,Seller,Price" take={take} />
      {error !== null && (
        <p className="refusal" role="alert">
          {error}
        </p>
      )}
      {done !== null && (
        <p className="import-done" role="status">
          {done}
        </p>
      )}
      {table !== null && (
        <>
          <ColumnMapping columns={INTAKE_COLUMNS} headings={table.headings} mapping={mapping} change={setMapping} />
          <h3>
            {reports.length} rows{bad.length > 0 ? `, ${bad.length} with something wrong` : ', nothing wrong'}
          </h3>
          {isBusy && <Progress value={100} animated aria-label="Taking the rows in" />}
          <Button disabled={bad.length > 0 || isBusy} onClick={() => void takeIn()}>
            Take {reports.length} rows in
          </Button>
          {bad.length > 0 && (
            <p className="small">
              Put these right in the file, or choose another column, and read it again: nothing is taken in by halves.
            </p>
          )}
          <ul className="row-reports" aria-label="Row by row">
            {[...bad, ...reports.filter(({ intake }) => intake !== null)].slice(0, SHOWN).map(({ row, intake, issues }) => (
              <li key={row} className={intake === null ? 'is-bad' : undefined}>
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
      )}
    </aside>
  );
}

import { guessMapping, KIND_COLUMNS, type KindField, type KindMapping, type RowReport, readKindRows } from '@ivrak/core/tables';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { ColumnMapping } from '../ui/ColumnMapping.tsx';
import { Done } from '../ui/Done.tsx';
import { PanelHeading } from '../ui/PanelHeading.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import type { Table } from '../ui/readTable.ts';
import panelCss from '../ui/recordPanel.module.css';
import { TableSource } from '../ui/TableSource.tsx';

const MOST_MB = 1;
const MOST_ROWS = 500;

/** Takes kinds in from a table: which column is what, what each row gives, and then the good rows at once. */
export function KindImport({ close }: { close: () => void }) {
  const refresh = useRefresh();
  const catalog = useCatalog((state) => state.catalog);
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<KindMapping>({});
  const [error, setError] = useState<string | null>(null);
  const [done, setDone] = useState<string | null>(null);
  const reports = useMemo(
    () => (table === null ? [] : readKindRows(table.rows, mapping, new Set(catalog.keys()))),
    [table, mapping, catalog],
  );
  const take = (read: Table | null, refusal: string | null) => {
    setDone(null);
    setError(refusal);
    setTable(read);
    if (read !== null) setMapping(guessMapping(read.headings));
  };
  const good = reports.flatMap(({ kind }) => (kind === null ? [] : [kind]));
  const bad = reports.length - good.length;
  const takeIn = async () => {
    try {
      const { added, changed } = await api.post('/api/kinds', { body: { kinds: good } });
      await refresh();
      setDone(`${added} added, ${changed} changed${bad > 0 ? `, ${rows(bad)} left out` : ''}.`);
      setTable(null);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <aside className={clsx(parts.drawer, panelCss.panel)} aria-label="Import CSV">
      <PanelHeading title="Import CSV" close={close} />
      <p className="small muted">A CSV file with a heading row, one kind a row. A kind whose id is known is changed.</p>
      <TableSource mostMb={MOST_MB} mostRows={MOST_ROWS} placeholder="Name,Rung,Width,Height,Thickness,Mass,Made for" take={take} />
      <Refusal text={error} />
      <Done text={done} />
      {table !== null && (
        <>
          <ColumnMapping columns={KIND_COLUMNS} headings={table.headings} mapping={mapping} change={setMapping} />
          <h3>
            {rows(good.length)} to import{bad > 0 ? `, ${bad} with something wrong` : ''}
          </h3>
          <RowReports reports={reports} />
          <Button disabled={good.length === 0} onClick={() => void takeIn()}>
            Import {rows(good.length)}
          </Button>
        </>
      )}
    </aside>
  );
}

const rows = (count: number): string => (count === 1 ? '1 row' : `${count} rows`);

function RowReports({ reports }: { reports: readonly RowReport[] }) {
  return (
    <ul className={parts.rowReports} aria-label="Row by row">
      {reports.map(({ row, kind, issues, replaces }) => (
        <li key={row} className={kind === null ? parts.isBad : undefined}>
          <span className="mono">row {row}</span>{' '}
          {kind === null
            ? issues.map(({ field, message }) => `${labelOf(field)} ${message}`).join('; ')
            : `${kind.name}${replaces ? ', changes the one that is there' : ''}`}
        </li>
      ))}
    </ul>
  );
}

const labelOf = (field: KindField): string => KIND_COLUMNS.find((column) => column.field === field)?.label ?? field;

import { guessOfferMapping, OFFER_COLUMNS, type OfferMapping, readOfferRows } from '@ivrak/core/tables';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { kindName, useCatalog } from '../data/catalog.ts';
import { price } from '../drawing/figures.ts';
import { ColumnMapping } from '../ui/ColumnMapping.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import type { Table } from '../ui/readTable.ts';
import { TableSource } from '../ui/TableSource.tsx';
import css from './buying.module.css';

type Offers = Parameters<typeof import('@ivrak/core/tables').withOffers>[1];
const MOST_MB = 1;
const MOST_ROWS = 1000;
const SHOWN = 60;

/** A price list out of a table: which column is what, row by row what is wrong, and then all of it or nothing. */
export function OfferImport({ take }: { take: (offers: Offers) => void }) {
  const catalog = useCatalog((state) => state.catalog);
  const [table, setTable] = useState<Table | null>(null);
  const [mapping, setMapping] = useState<OfferMapping>({});
  const [error, setError] = useState<string | null>(null);
  const reports = useMemo(() => (table === null ? [] : readOfferRows(table.rows, mapping, catalog)), [table, mapping, catalog]);
  const bad = reports.filter(({ offer }) => offer === null);
  const label = (field: string) => OFFER_COLUMNS.find((column) => column.field === field)?.label ?? field;
  return (
    <section className={css.import} aria-label="A table of offers">
      <TableSource
        mostMb={MOST_MB}
        mostRows={MOST_ROWS}
        placeholder="Kind,Supplier,Pack size,Pack price,Lasts at least days,Authorised"
        take={(read, refusal) => {
          setError(refusal);
          setTable(read);
          if (read !== null) setMapping(guessOfferMapping(read.headings));
        }}
      />
      <Refusal text={error} />
      {table !== null && (
        <>
          <ColumnMapping columns={OFFER_COLUMNS} headings={table.headings} mapping={mapping} change={setMapping} />
          <ul className={parts.rowReports} aria-label="Row by row">
            {[...bad, ...reports.filter(({ offer }) => offer !== null)].slice(0, SHOWN).map(({ row, offer, issues }) => (
              <li key={row} className={offer === null ? parts.isBad : undefined}>
                <span className="mono">row {row}</span>{' '}
                {offer === null
                  ? issues.map(({ field, message }) => `${label(field)} ${message}`).join('; ')
                  : `${kindName(offer.kind)}, ${offer.supplier}, ${offer.perPack} for ${price(offer.price)}`}
              </li>
            ))}
          </ul>
          <Button disabled={bad.length > 0 || reports.length === 0} onClick={() => take(reports.flatMap(({ offer }) => offer ?? []))}>
            Import {reports.length} offers
          </Button>
          {bad.length > 0 && <p className="small">Put these right in the file and read it again: nothing is imported by halves.</p>}
        </>
      )}
    </section>
  );
}

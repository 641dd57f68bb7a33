import { getTableColumns, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { Tx } from './database.ts';

type Row = Record<string, unknown>;

/**
 * Inserts rows in their order, as one text instead of a parameter for each field: putting these into a query takes longer than writing it.
 * A field that a row does not have takes its default.
 */
export async function insertRows(tx: Tx, table: PgTable, rows: readonly unknown[]): Promise<void> {
  const columns = getTableColumns(table);
  const fieldsOf = (row: Row): string[] => Object.keys(columns).filter((field) => row[field] !== undefined);
  let run: { fields: string[]; rows: Row[] } = { fields: [], rows: [] };
  const write = async () => {
    if (run.rows.length === 0) return;
    const own = run.fields.flatMap((field) => columns[field] ?? []);
    const names = sql.join(
      own.map(({ name }) => sql.identifier(name)),
      sql`, `,
    );
    const typed = sql.join(
      own.map((column) => sql`${sql.identifier(column.name)} ${sql.raw(column.getSQLType().replace('serial', 'int'))}`),
      sql`, `,
    );
    const text = JSON.stringify(run.rows.map((row) => Object.fromEntries(run.fields.map((field) => [columns[field]?.name, row[field]]))));
    await tx.execute(sql`
      insert into ${table} (${names})
      select ${names} from rows from (jsonb_to_recordset(${text}::jsonb) as (${typed})) with ordinality as given (${names}, ivrak_place)
      order by ivrak_place`);
  };
  for (const row of rows as Row[]) {
    const fields = fieldsOf(row);
    if (fields.join() !== run.fields.join()) {
      await write();
      run = { fields, rows: [] };
    }
    run.rows.push(row);
  }
  await write();
}

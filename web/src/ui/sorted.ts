import { useMemo, useState } from 'react';

/** What a column is sorted by; null goes last, whichever way. */
export type SortBy<T> = (row: T) => string | number | null;
export interface Order<K extends string> {
  column: K;
  isDown: boolean;
}

const compare = (a: string | number, b: string | number): number =>
  typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b), 'en', { numeric: true });

/** Rows in the order of a column; rows that are alike keep the order that they came in, and null leaves all as they came. */
export function inOrder<T, K extends string>(rows: readonly T[], columns: Record<K, SortBy<T>>, order: Order<K> | null): readonly T[] {
  if (order === null) return rows;
  const by = columns[order.column];
  const keyed = rows.map((row) => ({ row, key: by(row) }));
  return keyed
    .sort(({ key: a }, { key: b }) => {
      if (a === null || b === null) return Number(a === null) - Number(b === null);
      return order.isDown ? compare(b, a) : compare(a, b);
    })
    .map(({ row }) => row);
}

/** What a press on a column's heading does: up, then down, then as the rows came. */
export function nextOrder<K extends string>(order: Order<K> | null, column: K): Order<K> | null {
  if (order?.column !== column) return { column, isDown: false };
  return order.isDown ? null : { column, isDown: true };
}

/** Rows as their table's headings say, with what each heading needs; in the order of `first` until one is pressed. */
export function useSorted<T, K extends string>(came: readonly T[], columns: Record<K, SortBy<T>>, first: Order<K> | null = null) {
  const [order, setOrder] = useState(first);
  const rows = useMemo(() => inOrder(came, columns, order), [came, columns, order]);
  return { rows, sorting: { order, sort: (column: K) => setOrder(nextOrder(order, column)) } };
}

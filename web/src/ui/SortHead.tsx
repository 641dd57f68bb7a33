import { IconArrowNarrowDown, IconArrowNarrowUp } from '@tabler/icons-react';
import parts from './parts.module.css';
import type { Order } from './sorted.ts';

interface SortHeadProps<K extends string> {
  column: K;
  label: string;
  order: Order<K> | null;
  sort: (column: K) => void;
  className?: string | undefined;
}

/** A column's heading: a press sorts by it, a second one the other way round, a third one lets the rows stand as they came. */
export function SortHead<K extends string>({ column, label, order, sort, className }: SortHeadProps<K>) {
  const way = order?.column === column ? (order.isDown ? 'descending' : 'ascending') : undefined;
  const Arrow = way === 'descending' ? IconArrowNarrowDown : IconArrowNarrowUp;
  return (
    <th scope="col" aria-sort={way} className={className}>
      <button type="button" aria-label={label} className={parts.sortHead} onClick={() => sort(column)}>
        {label}
        <Arrow size={14} className={way === undefined ? parts.isUnsorted : undefined} aria-hidden="true" />
      </button>
    </th>
  );
}

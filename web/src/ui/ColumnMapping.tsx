import type { Column, Mapping } from '@ivrak/core/tables';
import { Select } from '@mantine/core';
import parts from './parts.module.css';

interface ColumnMappingProps<Field extends string> {
  columns: readonly Column<Field>[];
  headings: readonly string[];
  mapping: Mapping<Field>;
  change: (mapping: Mapping<Field>) => void;
}

/** Which column of a file is what; open as long as a needed one is not known. */
export function ColumnMapping<Field extends string>({ columns, headings, mapping, change }: ColumnMappingProps<Field>) {
  const set = (field: Field, heading: string | null) => {
    const next = { ...mapping };
    delete next[field];
    change(heading === null ? next : { ...next, [field]: heading });
  };
  const options = headings.map((heading) => ({ value: heading, label: heading }));
  return (
    <details open={columns.some(({ field, isNeeded }) => isNeeded && mapping[field] === undefined)}>
      <summary>Which column is what</summary>
      <div className={parts.fieldGrid}>
        {columns.map(({ field, label, isNeeded }) => (
          <Select
            key={field}
            label={isNeeded ? `${label}, needed` : label}
            placeholder="no column"
            clearable
            data={options}
            value={mapping[field] ?? null}
            error={isNeeded && mapping[field] === undefined ? 'Say which column it is.' : undefined}
            onChange={(heading) => set(field, heading)}
          />
        ))}
      </div>
    </details>
  );
}

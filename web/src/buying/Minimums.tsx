import { Button, CloseButton, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName, useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './buying.module.css';
import { minimumsQuery, type StoredMinimums } from './queries.ts';

type Lines = StoredMinimums['data']['lines'];

/** The least of each kind that stores should hold; kept at once. */
export function Minimums({ stored, have }: { stored: StoredMinimums; have: ReadonlyMap<string, number> }) {
  const kinds = useCatalog((state) => state.kinds);
  const { error, keep } = useKeep();
  const { lines } = stored.data;
  const change = (changed: (lines: Lines) => Lines) =>
    void keep(
      () => {
        const { data, version } = queryClient.getQueryData(minimumsQuery.queryKey) ?? stored;
        return api.put('/api/minimums', { body: { data: { id: 'minimums', lines: changed(data.lines) }, version } });
      },
      () => queryClient.invalidateQueries({ queryKey: ['minimums'] }),
    );
  const listed = new Set(lines.map(({ kind }) => kind));
  return (
    <section className={css.minimums} aria-label="Least in stores">
      <h2>Least in stores</h2>
      <ul className={css.lines}>
        {lines.map(({ kind, count }) => (
          <li key={kind} className="row">
            <span className="grow">
              {kindName(kind)}
              <span className={clsx(parts.block, 'small muted')}>{have.get(kind) ?? 0} there</span>
            </span>
            <Least
              key={count}
              kind={kind}
              count={count}
              keep={(next) => change((now) => now.map((line) => (line.kind === kind ? { kind, count: next } : line)))}
            />
            <CloseButton
              aria-label={`No least of ${kindName(kind)}`}
              onClick={() => change((now) => now.filter((line) => line.kind !== kind))}
            />
          </li>
        ))}
      </ul>
      <Select
        aria-label="Add a kind that stores should hold"
        placeholder="one more kind"
        searchable
        data={kinds.filter(({ id }) => !listed.has(id)).map(({ id, name }) => ({ value: id, label: name }))}
        value={null}
        onChange={(kind) => kind !== null && change((now) => [...now.filter((line) => line.kind !== kind), { kind, count: 1 }])}
      />
      <Refusal text={error} />
    </section>
  );
}

/** Kept on a press, since the plan changes with it. */
function Least({ kind, count, keep }: { kind: string; count: number; keep: (count: number) => void }) {
  const [value, setValue] = useState<number | null>(count);
  return (
    <>
      <DecimalInput
        label=""
        aria-label={`Least of ${kindName(kind)}`}
        decimals={0}
        min={1}
        max={1000}
        w={64}
        value={value}
        onChange={setValue}
      />
      {value !== null && value !== count && (
        <Button size="compact-sm" aria-label={`Save the least of ${kindName(kind)}`} onClick={() => keep(value)}>
          Save
        </Button>
      )}
    </>
  );
}

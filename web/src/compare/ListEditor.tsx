import { type ContentList, ContentListSchema, priceCheck } from '@ivrak/core/buying';
import { CONTAINERS, freeId } from '@ivrak/core/catalog';
import { ActionIcon, Button, Modal, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api, keepFailure } from '../data/client.ts';
import { queryClient, useLists } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import css from './compare.module.css';

interface ListEditorProps {
  kept: ContentList | null;
  version: number | null;
  /** The id of the list that was kept; null: closed without one. */
  done: (id: string | null) => void;
}

/** Describes a ready-made kit: what is in it and what it is sold for, against what the parts would cost. */
export function ListEditor({ kept, version, done }: ListEditorProps) {
  const { draft } = useKit();
  const kinds = useCatalog((state) => state.kinds);
  const catalog = useCatalog((state) => state.catalog);
  const taken = useLists().data?.lists.map(({ id }) => id) ?? [];
  const [list, setList] = useState<ContentList>(
    kept ?? { id: '', name: '', priceMinor: null, listPriceMinor: null, containerId: draft.containerId, contents: [] },
  );
  const [issues, setIssues] = useState<string[]>([]);
  const check = priceCheck(list, catalog);
  const set = (change: Partial<ContentList>) => setList((before) => ({ ...before, ...change }));
  const setLine = (index: number, count: number | null) =>
    set({
      contents:
        count === null
          ? list.contents.filter((_, at) => at !== index)
          : list.contents.map((line, at) => (at === index ? { ...line, count } : line)),
    });
  const send = async (act: () => Promise<unknown>, id: string | null) => {
    try {
      await act();
      await queryClient.invalidateQueries({ queryKey: ['lists'] });
      done(id);
    } catch (failure) {
      setIssues([keepFailure(failure)]);
    }
  };
  const keep = () => {
    const id = list.id === '' ? freeId(list.name, new Set(taken)) : list.id;
    const parsed = ContentListSchema.safeParse({ ...list, id });
    if (!parsed.success)
      return setIssues(parsed.error.issues.map(({ path, message }) => `${path[0] === 'contents' ? 'Contents' : 'Name'}: ${message}`));
    void send(() => api.put('/api/lists/:id', { params: { id }, body: { version, list: parsed.data } }), id);
  };
  const minor = (value: number | null): number | null => (value === null ? null : Math.round(value * 100));
  return (
    <Modal opened onClose={() => done(null)} title={kept === null ? 'Describe a ready-made kit' : kept.name} size="lg">
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <TextInput
          label="Name"
          description="Generic: what it is sold as, not who makes it"
          value={list.name}
          maxLength={80}
          data-autofocus
          onChange={(event) => set({ name: event.currentTarget.value })}
        />
        <div className={parts.fieldRow}>
          <DecimalInput
            label="Sale price"
            isMoney
            max={1_000_000}
            value={list.priceMinor === null ? null : list.priceMinor / 100}
            onChange={(value) => set({ priceMinor: minor(value) })}
          />
          <DecimalInput
            label="List price"
            isMoney
            placeholder="no discount"
            max={1_000_000}
            value={list.listPriceMinor === null ? null : list.listPriceMinor / 100}
            onChange={(value) => set({ listPriceMinor: minor(value) })}
          />
          <Select
            label="Container"
            data={CONTAINERS.map(({ id, name }) => ({ value: id, label: name }))}
            value={list.containerId}
            onChange={(containerId) => set({ containerId })}
          />
        </div>
        <ul className={css.listLines} aria-label="Contents">
          {list.contents.map(({ kind, count }, index) => (
            <li key={kind}>
              <DecimalInput
                label={`Count of ${catalog.get(kind)?.name ?? kind}`}
                value={count}
                min={1}
                max={1000}
                decimals={0}
                onChange={(value) => value !== null && setLine(index, value)}
              />
              <span className="mono small">{price((catalog.get(kind)?.priceMinor ?? 0) * count)}</span>
              <ActionIcon
                variant="subtle"
                size={34}
                aria-label={`Take ${catalog.get(kind)?.name ?? kind} out of the list`}
                onClick={() => setLine(index, null)}
              >
                <IconTrash size={17} />
              </ActionIcon>
            </li>
          ))}
        </ul>
        <Select
          label="Add to the contents"
          placeholder="a kind"
          searchable
          data={kinds
            .filter(({ id }) => !list.contents.some(({ kind }) => kind === id))
            .map(({ id, name }) => ({ value: id, label: name }))}
          value={null}
          onChange={(kind) => kind !== null && set({ contents: [...list.contents, { kind, count: 1 }] })}
        />
        <p className="small">
          Parts at usual prices: <b className="mono">{price(check.partsMinor)}</b>.
          {check.surchargeMinor !== null &&
            ` Ready-made it costs ${price(Math.abs(check.surchargeMinor))} ${check.surchargeMinor >= 0 ? 'more' : 'less'}, ${Math.abs(check.surchargePercent ?? 0)} % of the parts.`}
          {check.discountMinor !== null && ` ${price(check.discountMinor)} off the list price, ${check.discountPercent ?? 0} % of it.`}
        </p>
        {issues.length > 0 && (
          <p className="refusal" role="alert">
            {issues.join(' · ')}
          </p>
        )}
        <div className="row">
          <Button type="submit">Save list</Button>
          {version !== null && (
            <Button
              variant="default"
              onClick={() => void send(() => api.delete('/api/lists/:id', { params: { id: list.id }, query: { version } }), null)}
            >
              Delete the list
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}

import { type ContentList, ContentListSchema, priceCheck } from '@ivrak/core/buying';
import { CONTAINERS } from '@ivrak/core/catalog';
import { ActionIcon, Button, Modal, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient, useLists } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { useRecordForm } from '../ui/useRecordForm.ts';
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
  const { error, keep } = useKeep();
  const known = useLists().data?.lists.map(({ id }) => id) ?? [];
  const { form, submit, problemsBeside } = useRecordForm<ContentList>({
    schema: ContentListSchema,
    initial: kept ?? { id: '', name: '', priceMinor: null, listPriceMinor: null, containerId: draft.containerId, contents: [] },
    taken: kept === null ? new Set(known) : null,
  });
  const send = (act: () => Promise<unknown>, id: string | null) =>
    void keep(
      async () => {
        await act();
        await queryClient.invalidateQueries({ queryKey: ['lists'] });
      },
      () => done(id),
    );
  const save = (list: ContentList) => send(() => api.put('/api/lists/:id', { params: { id: list.id }, body: { version, list } }), list.id);
  const problems = error === null ? problemsBeside(['name']) : [error];
  return (
    <Modal opened onClose={() => done(null)} title={kept === null ? 'Describe a ready-made kit' : kept.name} size="lg">
      <form className="stack" onSubmit={submit(save)} noValidate>
        <TextInput
          label="Name"
          description="Generic: what it is sold as, not who makes it"
          maxLength={80}
          data-autofocus
          {...form.getInputProps('name')}
        />
        <div className={parts.fieldRow}>
          <MoneyInput label="Sale price" max={1_000_000} {...field(form, 'priceMinor')} />
          <MoneyInput label="List price" placeholder="no discount" max={1_000_000} {...field(form, 'listPriceMinor')} />
          <Select
            label="Container"
            data={CONTAINERS.map(({ id, name }) => ({ value: id, label: name }))}
            {...form.getInputProps('containerId')}
          />
        </div>
        <Contents {...field(form, 'contents')} />
        <PriceCheck list={form.values} />
        <Refusal text={problems.length === 0 ? null : problems.join(' · ')} />
        <div className="row">
          <Button type="submit">Save list</Button>
          {version !== null && kept !== null && (
            <Button
              variant="default"
              onClick={() => send(() => api.delete('/api/lists/:id', { params: { id: kept.id }, query: { version } }), null)}
            >
              Delete the list
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}

interface ContentsProps {
  value: ContentList['contents'];
  onChange: (contents: ContentList['contents']) => void;
}

function Contents({ value: contents, onChange }: ContentsProps) {
  const kinds = useCatalog((state) => state.kinds);
  const catalog = useCatalog((state) => state.catalog);
  const nameOf = (kind: string) => catalog.get(kind)?.name ?? kind;
  return (
    <>
      <ul className={css.listLines} aria-label="Contents">
        {contents.map(({ kind, count }, index) => (
          <li key={kind}>
            <MeasureInput
              label={`Count of ${nameOf(kind)}`}
              unit={null}
              max={1000}
              decimals={0}
              value={count}
              onChange={(next) => onChange(contents.with(index, { kind, count: next }))}
            />
            <span className="mono small">{price((catalog.get(kind)?.priceMinor ?? 0) * count)}</span>
            <ActionIcon
              variant="subtle"
              size={34}
              aria-label={`Take ${nameOf(kind)} out of the list`}
              onClick={() => onChange(contents.toSpliced(index, 1))}
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
        data={kinds.filter(({ id }) => !contents.some(({ kind }) => kind === id)).map(({ id, name }) => ({ value: id, label: name }))}
        value={null}
        onChange={(kind) => kind !== null && onChange([...contents, { kind, count: 1 }])}
      />
    </>
  );
}

function PriceCheck({ list }: { list: ContentList }) {
  const check = priceCheck(
    list,
    useCatalog((state) => state.catalog),
  );
  return (
    <p className="small">
      Parts at usual prices: <b className="mono">{price(check.partsMinor)}</b>.
      {check.surchargeMinor !== null &&
        ` Ready-made it costs ${price(Math.abs(check.surchargeMinor))} ${check.surchargeMinor >= 0 ? 'more' : 'less'}, ${Math.abs(check.surchargePercent ?? 0)} % of the parts.`}
      {check.discountMinor !== null && ` ${price(check.discountMinor)} off the list price, ${check.discountPercent ?? 0} % of it.`}
    </p>
  );
}

import { type ContentList, ContentListSchema, type ListLine, NEAREST, plainLine, priceCheck, pricedLines } from '@ivrak/core/buying';
import { CONTAINERS } from '@ivrak/core/catalog';
import { ActionIcon, Button, Modal, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useCatalog } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { queryClient, useLists } from '../data/queries.ts';
import { price } from '../drawing/figures.ts';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { useRecordForm } from '../ui/useRecordForm.ts';
import css from './lists.module.css';

interface ListEditorProps {
  kept: ContentList | null;
  version: number | null;
  /** What a new one is packed into. */
  containerId: string | null;
  /** The id of the list that was kept; null: closed without one. */
  done: (id: string | null) => void;
}

/** Describes a ready-made kit: what is in it and what it is sold for, against what the parts would cost. */
export function ListEditor({ kept, version, containerId, done }: ListEditorProps) {
  const { error, keep } = useKeep();
  const known = useLists().data?.lists.map(({ id }) => id) ?? [];
  const { form, submit, problemsBeside } = useRecordForm<ContentList>({
    schema: ContentListSchema,
    initial: kept ?? { id: '', name: '', priceMinor: null, listPriceMinor: null, containerId, contents: [] },
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
    <Modal opened onClose={() => done(null)} title={kept === null ? 'Describe a ready-made kit' : kept.name} size="min(1080px, 96vw)">
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

const NEAREST_WORDS = { same: 'this thing', smaller: 'nearest, smaller', larger: 'nearest, larger' };

function Contents({ value: contents, onChange }: ContentsProps) {
  const { kinds, catalog } = useCatalog();
  return (
    <>
      <table className={css.lines} aria-label="Contents">
        <thead>
          <tr>
            <th scope="col">Thing and count</th>
            <th scope="col">Price of a pack</th>
            <th scope="col">In a pack</th>
            <th scope="col">Seller</th>
            <th scope="col">Sold is</th>
            <th scope="col">Sum</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {contents.map((line, index) => (
            <Line
              key={line.kind}
              line={line}
              name={catalog.get(line.kind)?.name ?? line.kind}
              sumMinor={pricedLines({ contents: [line] }, 1, catalog)[0]?.sumMinor ?? 0}
              set={(part) => onChange(contents.with(index, { ...line, ...part }))}
              takeOut={() => onChange(contents.toSpliced(index, 1))}
            />
          ))}
        </tbody>
      </table>
      <Select
        label="Add to the contents"
        placeholder="a kind"
        searchable
        data={kinds.filter(({ id }) => !contents.some(({ kind }) => kind === id)).map(({ id, name }) => ({ value: id, label: name }))}
        value={null}
        onChange={(kind) => kind !== null && onChange([...contents, plainLine(kind)])}
      />
    </>
  );
}

interface LineProps {
  line: ListLine;
  name: string;
  sumMinor: number;
  set: (part: Partial<ListLine>) => void;
  takeOut: () => void;
}

function Line({ line, name, sumMinor, set, takeOut }: LineProps) {
  return (
    <tr>
      <th scope="row">
        <MeasureInput
          label={name}
          aria-label={`Count of ${name}`}
          unit={null}
          max={1000}
          decimals={0}
          value={line.count}
          onChange={(count) => set({ count })}
        />
      </th>
      <td>
        <MoneyInput
          label=""
          aria-label={`Price of a pack of ${name}`}
          placeholder="usual"
          max={1_000_000}
          value={line.packMinor}
          onChange={(packMinor) => set({ packMinor })}
        />
      </td>
      <OwnPack line={line} name={name} set={set} />
      <td>
        <Select
          aria-label={`How ${name} stands to what is sold`}
          allowDeselect={false}
          data={NEAREST.map((value) => ({ value, label: NEAREST_WORDS[value] }))}
          value={line.nearest}
          onChange={(value) => set({ nearest: NEAREST.find((one) => one === value) ?? 'same' })}
        />
      </td>
      <td className="mono">{price(sumMinor)}</td>
      <td>
        <ActionIcon variant="subtle" size={34} aria-label={`Take ${name} out of the list`} onClick={takeOut}>
          <IconTrash size={17} />
        </ActionIcon>
      </td>
    </tr>
  );
}

/** Of what it is sold in, where the list has a price of its own. */
function OwnPack({ line, name, set }: Pick<LineProps, 'line' | 'name' | 'set'>) {
  const isOwn = line.packMinor !== null;
  return (
    <>
      <td>
        <MeasureInput
          label=""
          aria-label={`How many ${name} in a pack`}
          unit={null}
          max={1000}
          decimals={0}
          disabled={!isOwn}
          value={line.perPack}
          onChange={(perPack) => set({ perPack })}
        />
      </td>
      <td>
        <TextInput
          aria-label={`Seller of ${name}`}
          maxLength={80}
          disabled={!isOwn}
          value={line.seller ?? ''}
          onChange={(event) => set({ seller: event.currentTarget.value.trimStart() || null })}
        />
      </td>
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
      All parts, in whole packs: <b className="mono">{price(check.partsMinor)}</b>.
      {check.surchargeMinor !== null &&
        ` Ready-made it costs ${price(Math.abs(check.surchargeMinor))} ${check.surchargeMinor >= 0 ? 'more' : 'less'}, ${Math.abs(check.surchargePercent ?? 0)} % of the parts.`}
      {check.discountMinor !== null && ` ${price(check.discountMinor)} off the list price, ${check.discountPercent ?? 0} % of it.`}
    </p>
  );
}

import type { PlainDate } from '@ivrak/core/model';
import { Button, Select, Switch, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import type { RefObject } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { DateField } from '../ui/DateField.tsx';
import { field } from '../ui/field.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import { MoneyInput } from '../ui/MoneyInput.tsx';
import parts from '../ui/parts.module.css';
import { type IntakeForm, willBeSuspect } from './intakeForm.ts';

const AUTHORISED = [
  { value: 'unknown', label: 'not known' },
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
];

interface IntakeFieldsProps {
  form: UseFormReturnType<IntakeForm>;
  today: PlainDate;
  kindField: RefObject<HTMLInputElement | null>;
  chooseKind: (kind: string | null) => void;
}

/** What a label leaves open, or all of it where there is no label. */
export function IntakeFields({ form, today, kindField, chooseKind }: IntakeFieldsProps) {
  const kinds = useCatalog((state) => state.kinds);
  const { gtin, authorised, expiresOn } = form.values;
  return (
    <>
      <Select
        ref={kindField}
        label="Kind"
        searchable
        placeholder="choose"
        data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
        {...form.getInputProps('kind')}
        onChange={chooseKind}
        nothingFoundMessage="No such kind"
      />
      {gtin !== null && <p className="small mono">article {gtin}</p>}
      <div className={parts.fieldGrid}>
        <MeasureInput label="Count" unit={null} max={1000} decimals={0} {...field(form, 'count')} />
        <MoneyInput label="Price each" {...field(form, 'priceMinor')} />
        <TextInput label="Lot" maxLength={40} {...form.getInputProps('lot')} />
        <DateField label="Expiry" value={expiresOn} onChange={(date) => form.setFieldValue('expiresOn', date)} />
      </div>
      <TextInput label="Seller" maxLength={80} {...form.getInputProps('seller')} />
      <Select
        label="Seller is authorised"
        data={AUTHORISED}
        value={authorised === null ? 'unknown' : authorised ? 'yes' : 'no'}
        onChange={(value) => form.setFieldValue('authorised', value === 'unknown' ? null : value === 'yes')}
      />
      <Switch label="Practice only, for ever" {...form.getInputProps('practice', { type: 'checkbox' })} />
      {willBeSuspect(form.values) && (
        <p className="caution">
          Under 60 % of the usual price (planning value) and not from a seller known as authorised: it will be received as suspect and not
          count.
        </p>
      )}
      {expiresOn !== null && expiresOn < today && <p className="caution">This date has passed: it will never be offered to a kit.</p>}
      <Button type="submit">Receive</Button>
    </>
  );
}

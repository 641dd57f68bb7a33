import { NEEDS, type Override, OverrideSchema } from '@ivrak/core/model';
import { type DerivedNeed, showTerms } from '@ivrak/core/needs';
import { Button, Modal, TextInput } from '@mantine/core';
import type { UseFormReturnType } from '@mantine/form';
import { schemaResolver, useForm } from '@mantine/form';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { field } from '../ui/field.ts';
import parts from '../ui/parts.module.css';
import { useBriefField } from './fields.tsx';

/** Sets a quantity or a window by hand, with the reason that stays visible, or goes back to what is derived. */
export function OverrideForm({ need, close }: { need: DerivedNeed; close: () => void }) {
  const { overrides } = useKit().draft.brief;
  const set = useBriefField();
  const before = overrides[need.need];
  const derived = need.override?.derived ?? { least: need.least, ideal: need.ideal, windowS: need.windowS };
  const form = useForm<Override>({
    initialValues: before ?? { least: null, ideal: null, windowS: null, reason: '' },
    validate: schemaResolver(OverrideSchema, { sync: true }),
  });
  const keep = (values: Override) => {
    set({ overrides: { ...overrides, [need.need]: OverrideSchema.parse(values) } });
    close();
  };
  const goBack = () => {
    const { [need.need]: _, ...rest } = overrides;
    set({ overrides: rest });
    close();
  };
  const facts = NEEDS[need.need];
  return (
    <Modal opened onClose={close} title={`Set by hand: ${facts.many}`}>
      <form className="stack" onSubmit={form.onSubmit(keep)} noValidate>
        <p className="small muted">
          Derived: at least {derived.least}, ideally {derived.ideal}
          {derived.windowS === null ? '' : `, in hand within ${derived.windowS} s`}. {showTerms(need.terms.ideal)}. An empty field keeps
          what is derived.
        </p>
        <OverrideFields derived={derived} form={form} />
        <TextInput
          label="Reason"
          description="Stays beside the figure, here and in print"
          maxLength={200}
          {...form.getInputProps('reason')}
        />
        <p className="caution">A window is a planning value for laying things out, not a limit for care.</p>
        <div className="row">
          <Button type="submit">Save</Button>
          {before !== undefined && (
            <Button variant="default" onClick={goBack}>
              Back to what is derived
            </Button>
          )}
        </div>
      </form>
    </Modal>
  );
}

interface OverrideFieldsProps {
  derived: { least: number; ideal: number; windowS: number | null };
  form: UseFormReturnType<Override>;
}

function OverrideFields({ derived, form }: OverrideFieldsProps) {
  return (
    <div className={parts.fieldRow}>
      <DecimalInput
        label="At least"
        max={10_000}
        decimals={0}
        placeholder={String(derived.least)}
        data-autofocus
        {...field(form, 'least')}
      />
      <DecimalInput label="Ideally" max={10_000} decimals={0} placeholder={String(derived.ideal)} {...field(form, 'ideal')} />
      <DecimalInput
        label="In hand within"
        unit="s"
        min={1}
        max={86_400}
        decimals={0}
        placeholder={derived.windowS === null ? 'none' : String(derived.windowS)}
        {...field(form, 'windowS')}
      />
    </div>
  );
}

import { isAsked } from '@ivrak/core/coverage';
import { NEEDS, showDate } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { IconTrash } from '@tabler/icons-react';
import { kindName, useCatalog } from '../data/catalog.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { CAUTION } from '../ui/caution.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { field } from '../ui/field.ts';
import papers from './papers.module.css';

/** What this kit is not for and does not hold, with the reasons: so that nobody wonders, and nobody stuffs it in again. */
export function LeftOutSheet() {
  const { draft, judgement, today } = useKit();
  const states = new Map(judgement.coverage.needs.map(({ need, state }) => [need, state]));
  const notAsked = judgement.needs.filter(({ need }) => !isAsked(states.get(need) ?? 'off'));
  return (
    <article className={papers.leftOutSheet}>
      <h2>{draft.name}: what it leaves out, and why</h2>
      <p className="small">As of {showDate(today)}</p>
      {draft.leftOut.length > 0 && (
        <>
          <h3>Left out on purpose</h3>
          <ul>
            {draft.leftOut.map(({ kind, count, reason }) => (
              <li key={`${kind} ${reason}`}>
                <b>
                  {count} × {kindName(kind)}
                </b>
                : {reason}
              </li>
            ))}
          </ul>
        </>
      )}
      {draft.setAside.length > 0 && (
        <>
          <h3>Advised and not followed</h3>
          <ul>
            {draft.setAside.map(({ rule, reason, on }) => (
              <li key={`${rule} ${on}`}>
                {reason} <span className="small muted">({showDate(on)})</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {notAsked.length > 0 && (
        <>
          <h3>Not asked of it</h3>
          <ul>
            {notAsked.map(({ need, reason }) => (
              <li key={need}>
                {NEEDS[need].label}:{' '}
                {states.get(need) === 'elsewhere' ? 'held by what is carried with it, or asked of another kit' : reason}
              </li>
            ))}
          </ul>
        </>
      )}
      <p className="small">{CAUTION}</p>
    </article>
  );
}

const EMPTY = { kind: null as string | null, count: 1, reason: '' };

/** Beside the sheet: a thing is written down as left out, or taken off that list again. */
export function LeftOutEditor() {
  const kinds = useCatalog((state) => state.kinds);
  const form = useForm({
    initialValues: EMPTY,
    validate: {
      kind: (kind) => (kind === null ? 'Choose what is left out.' : null),
      reason: (reason) => (reason.trim().length < 3 ? 'Say why.' : null),
    },
  });
  const add = ({ kind, count, reason }: typeof EMPTY) => {
    if (kind === null) return;
    edit((before) => ({ ...before, leftOut: [...before.leftOut, { kind, count, reason: reason.trim() }] }));
    form.reset();
  };
  return (
    <form className="stack" onSubmit={form.onSubmit(add)} noValidate>
      <Written />
      <Select
        label="Left out"
        placeholder="a kind"
        searchable
        data={kinds.map(({ id, name }) => ({ value: id, label: name }))}
        {...form.getInputProps('kind')}
      />
      <DecimalInput
        label="How many"
        decimals={0}
        min={1}
        max={1000}
        value={form.values.count}
        onChange={(count) => form.setFieldValue('count', count ?? 1)}
      />
      <TextInput
        label="Why"
        placeholder="too heavy: house only"
        maxLength={200}
        {...field(form, 'reason')}
        onChange={(event) => form.setFieldValue('reason', event.currentTarget.value)}
      />
      <Button type="submit" variant="default">
        Write it down
      </Button>
    </form>
  );
}

/** What was written down so far. */
function Written() {
  const { draft } = useKit();
  return (
    <ul className={papers.leftOutList} aria-label="Left out on purpose">
      {draft.leftOut.map(({ kind, count }, index) => (
        <li key={`${kind} ${count}`} className="row">
          <span className="grow">
            {count} × {kindName(kind)}
          </span>
          <ActionIcon
            variant="subtle"
            size={34}
            aria-label={`${kindName(kind)} is left out no more`}
            onClick={() => edit((before) => ({ ...before, leftOut: before.leftOut.toSpliced(index, 1) }))}
          >
            <IconTrash size={17} />
          </ActionIcon>
        </li>
      ))}
    </ul>
  );
}

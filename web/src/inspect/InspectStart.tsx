import { type Inspection, type KitUpkeep, type KitView, showDate } from '@ivrak/core/model';
import { Button, TextInput } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { usePeople, useRefresh, useUpkeep } from '../data/queries.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { ANSWERS } from './InspectThing.tsx';
import css from './inspect.module.css';

interface InspectStartProps {
  kit: KitView;
  count: number;
  before: readonly Inspection[];
  isBusy: boolean;
  start: () => void;
}

const SHOWN = 5;

/** What is ahead, how often it is due, and what was found the times before. */
export function InspectStart({ kit, count, before, isBusy, start }: InspectStartProps) {
  const due = useUpkeep().data?.events.find(({ type, kitId }) => type === 'inspect' && kitId === kit.id);
  return (
    <>
      <section className={css.body}>
        <p className={clsx(css.figure, 'mono')}>{count} things</p>
        <p>
          About {Math.max(1, Math.round(count * 0.4))} min, one thing at a time, in the order in which they come out. You can stop at any
          time; it goes on where you left it.
        </p>
        <p className="muted">
          {kit.inspectedOn === null ? 'It was never inspected.' : `Last inspected ${showDate(kit.inspectedOn)}.`}
          {due === undefined ? '' : ` Next due ${showDate(due.on)}. ${due.text}`}
        </p>
        <Schedule kit={kit} />
        <History before={before.slice(0, SHOWN)} kit={kit} />
      </section>
      <div className={css.actions}>
        <Button size="xl" onClick={start} disabled={isBusy || count === 0} fullWidth>
          Start
        </Button>
        {count === 0 && <p>Nothing lies in this kit.</p>}
      </div>
    </>
  );
}

/** An interval of its own, and the routine that it goes with. */
function Schedule({ kit }: { kit: KitView }) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const [form, setForm] = useState<KitUpkeep>(kit.upkeep);
  const [said, setSaid] = useState<{ text: string; isError: boolean } | null>(null);
  const keep = async () => {
    try {
      const view = await api.put('/api/kits/:id/upkeep', { params: { id: kit.id }, body: { version: kit.version, upkeep: form } });
      client.setQueryData(['kit', kit.id], view);
      setSaid({ text: 'Saved.', isError: false });
    } catch (failure) {
      setSaid({ text: messageOf(failure), isError: true });
      await client.invalidateQueries({ queryKey: ['kit', kit.id] });
    }
    await refresh();
  };
  return (
    <details className={css.schedule}>
      <summary>How often</summary>
      <form
        className="stack"
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
      >
        <DecimalInput
          label="Every so many days"
          min={7}
          max={730}
          decimals={0}
          value={form.everyDays}
          onChange={(everyDays) => setForm({ ...form, everyDays })}
        />
        <p className="small muted">
          Empty: 180 days indoors, 90 in vehicles and boats and on the body (planning values). Heat brings it forward.
        </p>
        <TextInput
          label="Together with"
          placeholder="with every second boat service"
          maxLength={80}
          value={form.routine}
          onChange={(event) => setForm({ ...form, routine: event.currentTarget.value })}
        />
        <Button type="submit" variant="default" size="lg">
          Save
        </Button>
        <p className={said?.isError ? 'refusal' : 'small'} role="status">
          {said?.text ?? ''}
        </p>
      </form>
    </details>
  );
}

/** Who looked when, and what was not fine. */
function History({ before, kit }: { before: readonly Inspection[]; kit: KitView }) {
  const people = usePeople().data?.people ?? [];
  if (before.length === 0) return null;
  const nameOf = (id: string) => people.find((person) => person.id === id)?.name ?? 'somebody at this machine';
  const kindOf = (unitId: string) => {
    const unit = kit.units.find(({ id }) => id === unitId);
    return unit === undefined ? 'a thing that is gone' : kindName(unit.kind);
  };
  return (
    <section aria-label="Inspections before">
      <h3>Before</h3>
      <ul className={css.history}>
        {before.map(({ id, finishedOn, who, answers }) => {
          const unsound = answers.filter(({ answer }) => answer !== 'fine');
          return (
            <li key={id}>
              <span className="mono">{finishedOn === null ? '' : showDate(finishedOn)}</span> {nameOf(who)}:{' '}
              {unsound.length === 0
                ? `all ${answers.length} fine`
                : unsound
                    .map(({ unitId, answer, note }) => `${kindOf(unitId)} ${ANSWERS[answer]}${note === '' ? '' : ` (${note})`}`)
                    .join(', ')}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

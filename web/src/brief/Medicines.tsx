import type { Brief } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconTrash } from '@tabler/icons-react';
import { useKit } from '../kit/KitContext.tsx';
import css from './brief.module.css';
import { Count, useBriefField } from './fields.tsx';

type Daily = Brief['medicines'][number];
type Injector = Brief['injectors'][number];

/** Whose medicines the kit holds, each by substance, and where every prescribed injector is. Never a dose of ours: what the label says. */
export function Medicines() {
  const { medicines, injectors } = useKit().draft.brief;
  const set = useBriefField();
  return (
    <fieldset>
      <legend>Medicines, by person</legend>
      <DailyLines all={medicines} change={(next) => set({ medicines: next })} />
      <InjectorLines all={injectors} change={(next) => set({ injectors: next })} />
      <div className="row">
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => set({ medicines: [...medicines, { who: '', substance: 'medicine', perDay: 1 }] })}
        >
          Add a daily medicine
        </Button>
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => set({ injectors: [...injectors, { who: 'somebody', where: 'person' }] })}
        >
          Add an injector
        </Button>
      </div>
    </fieldset>
  );
}

interface LinesProps<T> {
  all: readonly T[];
  change: (next: T[]) => void;
}
const without = <T,>(all: readonly T[], at: number): T[] => all.filter((_, index) => index !== at);
const changed = <T,>(all: readonly T[], at: number, next: Partial<T>): T[] =>
  all.map((one, index) => (index === at ? { ...one, ...next } : one));

function DailyLines({ all, change }: LinesProps<Daily>) {
  return (
    <ul className={css.lines} aria-label="Daily medicines">
      {all.map((one, index) => (
        <li key={index}>
          <TextInput
            label="Whose"
            value={one.who}
            maxLength={60}
            onChange={({ currentTarget }) => change(changed(all, index, { who: currentTarget.value }))}
          />
          <TextInput
            label="Substance"
            value={one.substance}
            maxLength={80}
            error={one.substance.trim() === '' ? 'as on the label' : null}
            onChange={({ currentTarget }) => change(changed(all, index, { substance: currentTarget.value }))}
          />
          <Count label="A day" value={one.perDay} min={1} max={40} onChange={(perDay) => change(changed(all, index, { perDay }))} />
          <Remove label={`Take ${one.substance} off the list`} act={() => change(without(all, index))} />
        </li>
      ))}
    </ul>
  );
}

function InjectorLines({ all, change }: LinesProps<Injector>) {
  return (
    <ul className={css.lines} aria-label="Prescribed injectors">
      {all.map((one, index) => (
        <li key={index}>
          <TextInput
            label="Injector of"
            value={one.who}
            maxLength={60}
            onChange={({ currentTarget }) => change(changed(all, index, { who: currentTarget.value }))}
          />
          <Select
            label="Where it is"
            data={[
              { value: 'person', label: 'on the person' },
              { value: 'kit', label: 'in this kit, by agreement' },
            ]}
            allowDeselect={false}
            value={one.where}
            onChange={(where) => change(changed(all, index, { where: where === 'kit' ? 'kit' : 'person' }))}
          />
          <Remove label={`Take the injector of ${one.who} off the list`} act={() => change(without(all, index))} />
        </li>
      ))}
    </ul>
  );
}

function Remove({ label, act }: { label: string; act: () => void }) {
  return (
    <ActionIcon variant="subtle" size={34} aria-label={label} onClick={act}>
      <IconTrash size={17} />
    </ActionIcon>
  );
}

import { type Kind, type OwnTraits as Own, sizeOf, TRAIT_NAMES, type Unit } from '@ivrak/core/model';
import { Button, Select, TextInput } from '@mantine/core';
import { DateField } from '../ui/DateField.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';

interface OwnTraitsProps {
  unit: Unit;
  kind: Kind;
  change: (next: Partial<Unit>) => void;
}
const COLOURS = Object.keys(TRAIT_NAMES.colour) as (keyof typeof TRAIT_NAMES.colour)[]; // keyed by them
const MEASURES = [
  { name: 'wMm', label: 'Width' },
  { name: 'hMm', label: 'Height' },
  { name: 'tMm', label: 'Thickness' },
] as const;

/** What only the thing in hand has: its age, whose it is, its colour, and what a ruler and a scale say. */
export function OwnTraits({ unit, kind, change }: OwnTraitsProps) {
  const own: Own = unit.own ?? {};
  const set = (next: Partial<Own>) => change({ own: { ...own, ...next } });
  const isPersonal = kind.traits.medicine !== undefined || kind.traits.prescription === true;
  return (
    <details>
      <summary>{summaryOf(own)}</summary>
      <div className="stack">
        <div className={parts.fieldGrid}>
          <DateField label="Made, or bought" value={own.madeOn ?? null} onChange={(madeOn) => set({ madeOn: madeOn ?? undefined })} />
          <Select
            label="Colour"
            clearable
            placeholder={kind.traits.colour === undefined ? 'not said' : TRAIT_NAMES.colour[kind.traits.colour]}
            data={COLOURS.map((value) => ({ value, label: TRAIT_NAMES.colour[value] }))}
            value={own.colour ?? null}
            onChange={(value) => set({ colour: COLOURS.find((one) => one === value) })}
          />
        </div>
        <TextInput
          label={isPersonal ? 'Prescribed to' : 'Whose it is'}
          maxLength={60}
          value={own.whose ?? ''}
          onChange={({ currentTarget }) => set({ whose: currentTarget.value.trim() === '' ? undefined : currentTarget.value })}
        />
        <Measured unit={unit} kind={kind} set={set} />
      </div>
    </details>
  );
}

function Measured({ unit, kind, set }: Pick<OwnTraitsProps, 'unit' | 'kind'> & { set: (next: Partial<Own>) => void }) {
  const { wMm, hMm, tMm, id: state } = sizeOf(kind, unit);
  const size = { wMm, hMm, tMm };
  const isMeasured = unit.own?.measured !== undefined || unit.own?.massG !== undefined;
  return (
    <fieldset className={parts.group}>
      <legend>Measured, one of it</legend>
      <div className={parts.fieldGrid}>
        {MEASURES.map(({ name, label }) => (
          <DecimalInput
            key={name}
            label={label}
            unit="mm"
            min={0.1}
            max={2000}
            value={size[name]}
            onChange={(value) => value !== null && value > 0 && set({ measured: { state, ...size, [name]: value } })}
          />
        ))}
        <DecimalInput
          label="Mass"
          unit="g"
          min={0.1}
          max={50_000}
          value={unit.own?.massG ?? kind.massG}
          onChange={(massG) => massG !== null && massG > 0 && set({ massG })}
        />
      </div>
      {isMeasured && (
        <Button size="compact-sm" variant="default" onClick={() => set({ measured: undefined, massG: undefined })}>
          As the catalogue has it
        </Button>
      )}
    </fieldset>
  );
}

function summaryOf({ madeOn, whose, colour, measured, massG }: Own): string {
  const known = [
    ...(whose === undefined ? [] : [`of ${whose}`]),
    ...(madeOn === undefined ? [] : [`from ${madeOn.slice(0, 4)}`]),
    ...(colour === undefined ? [] : [TRAIT_NAMES.colour[colour]]),
    ...(measured === undefined && massG === undefined ? [] : ['measured']),
  ];
  return known.length === 0 ? 'Age, whose, colour, measured size' : `This one: ${known.join(', ')}`;
}

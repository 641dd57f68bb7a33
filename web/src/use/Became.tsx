import { FATE_NAMES, type Fate } from '@ivrak/core/incident';
import type { KitView } from '@ivrak/core/model';
import { NumberInput, Select } from '@mantine/core';
import { catalogNow, kindName } from '../data/catalog.ts';
import css from './debrief.module.css';
import type { Said, useDebrief } from './useDebrief.ts';

/** What became of each thing that was logged, and of those that nobody tapped. */
export function Became({ debrief, kits }: { debrief: ReturnType<typeof useDebrief>; kits: readonly KitView[] }) {
  const { said, logged } = debrief;
  return (
    <section aria-label="What became of it">
      <h2>What became of it</h2>
      {said.length === 0 && <p>Nothing of ours was logged as used. Was anything lost, opened or spoiled?</p>}
      <ul className={css.lines}>
        {said.map((one, index) => (
          <SaidRow
            key={`${one.unitId} ${index}`}
            one={one}
            isExtra={index >= logged}
            change={(part) => debrief.change(index, part)}
            remove={() => debrief.remove(index)}
          />
        ))}
      </ul>
      <MoreThings kits={kits} add={debrief.add} />
    </section>
  );
}

interface SaidRowProps {
  one: Said;
  isExtra: boolean;
  change: (part: Partial<Said>) => void;
  remove: () => void;
}

function SaidRow({ one, isExtra, change, remove }: SaidRowProps) {
  const name = kindName(one.kind);
  return (
    <li>
      <b className="grow">{name}</b>
      <NumberInput
        aria-label={`Pieces of ${name}`}
        value={one.pieces}
        min={1}
        max={1000}
        allowDecimal={false}
        w={76}
        onChange={(value) => typeof value === 'number' && change({ pieces: value })}
      />
      <Select
        aria-label={`What became of ${name}`}
        data={one.fates.map((fate) => ({ value: fate, label: FATE_NAMES[fate] }))}
        value={one.fate}
        w={180}
        onChange={(fate) => fate !== null && change({ fate: fate as Fate })} // one of the fates above
      />
      {isExtra && (
        <button type="button" className="link-button" onClick={remove} aria-label={`Take ${name} off the list`}>
          Off
        </button>
      )}
    </li>
  );
}

/** Lost, spoiled or opened without being used: things that nobody tapped, or some pieces of one that was. */
function MoreThings({ kits, add }: { kits: readonly KitView[]; add: (one: Said) => void }) {
  const data = kits.map((kit) => ({
    group: kit.name,
    items: kit.units.map(({ id, kind }) => ({ value: id as string, label: kindName(kind) })),
  }));
  const take = (unitId: string | null) => {
    const kit = kits.find(({ units }) => units.some(({ id }) => id === unitId));
    const unit = kit?.units.find(({ id }) => id === unitId);
    const kind = unit === undefined ? undefined : catalogNow().get(unit.kind);
    if (kit === undefined || unit === undefined || kind === undefined) return;
    // Nobody tapped it, so "used" is the unlikely answer here.
    const fates = (['lost', 'opened', 'spoiled', 'used'] as const).filter((fate) => fate !== 'opened' || kind.sterile);
    add({ unitId: unit.id, kitId: kit.id, kind: unit.kind, fates: [...fates], fate: 'lost', pieces: 1 });
  };
  return (
    <Select
      label="Something else lost, opened or spoiled"
      placeholder="choose a thing"
      data={data}
      value={null}
      searchable
      onChange={take}
    />
  );
}

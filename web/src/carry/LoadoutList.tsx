import { byRung } from '@ivrak/core/coverage';
import type { LoadoutView } from '@ivrak/core/loadout';
import { type Loadout, RUNGS } from '@ivrak/core/model';
import { Select } from '@mantine/core';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { useIsPhone } from '../ui/phone.ts';
import css from './carry.module.css';

interface LoadoutListProps {
  loadouts: readonly Loadout[];
  views: ReadonlyMap<string, LoadoutView | null>;
  chosen: string;
  open: (id: string) => void;
}

export function LoadoutList({ loadouts, views, chosen, open }: LoadoutListProps) {
  const isPhone = useIsPhone();
  if (isPhone)
    return (
      <Select
        aria-label="Loadout"
        allowDeselect={false}
        data={loadouts.map(({ id, name }) => ({ value: id, label: name }))}
        value={chosen}
        onChange={(id) => id !== null && open(id)}
      />
    );
  return (
    <ul>
      {loadouts.map(({ id, name, situation, kits }) => {
        const view = views.get(id) ?? null;
        return (
          <li key={id}>
            <button type="button" className={css.choice} aria-current={id === chosen ? 'true' : undefined} onClick={() => open(id)}>
              <b>{name}</b>
              <span className="small muted">{situation || `${kits.length} ${kits.length === 1 ? 'kit' : 'kits'}`}</span>
              {view !== null && <RungStrip isNarrow rungs={byRung(view.coverage, RUNGS)} />}
            </button>
          </li>
        );
      })}
    </ul>
  );
}

import type { Person } from '@ivrak/core/model';
import { NEED_IDS, NEEDS, type NeedId, RUNG_NAMES, RUNGS, type Rung, rungOf } from '@ivrak/core/model';
import type { UpkeepEvent } from '@ivrak/core/upkeep';
import { SegmentedControl, Select } from '@mantine/core';
import type { SetURLSearchParams } from 'react-router';
import type { MusteredKit } from '../data/queries.ts';
import css from './upkeep.module.css';

export const TYPES: Record<UpkeepEvent['type'], string> = {
  gap: 'gap',
  lapse: 'need lapses',
  skillLapse: 'course lapses',
  unitLapse: 'thing lapses',
  orderBy: 'order by',
  inspect: 'inspect',
  dateMissing: 'read dates',
};

export const VIEWS = [
  { value: 'chart', label: 'Chart' },
  { value: 'table', label: 'Table' },
  { value: 'dates', label: 'All dates' },
];
export const GROUPS = [
  { value: 'kit', label: 'kits' },
  { value: 'layer', label: 'layers together' },
  { value: 'person', label: 'people together' },
  { value: 'loadout', label: 'loadouts' },
];

interface UpkeepFiltersProps {
  view: string;
  of: string;
  kits: MusteredKit[];
  kitId: string | null;
  only: Rung | NeedId | null;
  people: readonly Person[];
  personId: string | null;
  type: string | null;
  setParams: SetURLSearchParams;
}

export function UpkeepFilters({ view, of, kits, kitId, only, people, personId, type, setParams }: UpkeepFiltersProps) {
  const set = (name: string, usual: string) => (value: string | null) =>
    setParams(
      (before) => {
        const after = new URLSearchParams(before);
        if (value === null || value === usual) after.delete(name);
        else after.set(name, value);
        return after;
      },
      { replace: true },
    );
  return (
    <div className={css.filters}>
      <SegmentedControl size="sm" data={VIEWS} value={view} onChange={set('view', 'chart')} aria-label="View" />
      {view !== 'dates' && <Select aria-label="Of" data={GROUPS} value={of} onChange={set('of', 'kit')} allowDeselect={false} />}
      <Select
        aria-label="Kit"
        data={[{ value: 'all', label: 'all kits' }, ...kits.map(({ id, name }) => ({ value: id as string, label: name }))]}
        value={kitId ?? 'all'}
        onChange={set('kit', 'all')}
      />
      <Select
        aria-label="Need"
        searchable
        data={[
          { value: 'all', label: 'all needs' },
          ...RUNGS.map((rung) => ({
            group: RUNG_NAMES[rung],
            items: [
              { value: rung as string, label: `${rung}: all of it` },
              ...NEED_IDS.filter((need) => rungOf(need) === rung).map((need) => ({
                value: need as string,
                label: `${rung} ${NEEDS[need].label}`,
              })),
            ],
          })),
        ]}
        value={only ?? 'all'}
        onChange={set('need', 'all')}
      />
      <Select
        aria-label="Person"
        data={[{ value: 'all', label: 'everybody' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]}
        value={personId ?? 'all'}
        onChange={set('person', 'all')}
      />
      {view === 'dates' && (
        <Select
          aria-label="What"
          data={[{ value: 'all', label: 'everything' }, ...Object.entries(TYPES).map(([value, label]) => ({ value, label }))]}
          value={type ?? 'all'}
          onChange={set('type', 'all')}
        />
      )}
    </div>
  );
}

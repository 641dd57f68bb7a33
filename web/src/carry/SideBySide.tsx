import type { LoadoutView } from '@ivrak/core/loadout';
import { type Loadout, LoadoutSchema, NEED_IDS, NEEDS, type NeedId } from '@ivrak/core/model';
import { CloseButton, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { grams, mm, price, STATE_WORDS } from '../drawing/figures.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { CarryNav } from './CarryNav.tsx';
import carryCss from './carry.module.css';
import { type CarryData, useCarryData } from './carryData.ts';
import { showSeconds } from './lanes.ts';
import css from './pages.module.css';
import { useLoadoutViews } from './useCarryWorker.ts';

const MOST = 4;

/** A kit by itself is a loadout of one, at hand, where it is carried. */
const aloneLoadout = (id: string, name: string): Loadout =>
  LoadoutSchema.parse({ id: `kit-${id}`.toLowerCase(), name, kits: [{ kitId: id }] });

/** Up to four kits or loadouts beside each other: needs, seconds, mass, thickness, price. */
export function SideBySide() {
  const answer = useCarryData();
  if (answer.isLoadingError) return <Failure error={answer.error} />;
  if (answer.data === undefined) return <Blank label="Loading the comparison" />;
  return (
    <main id="main" className={carryCss.page}>
      <CarryNav />
      <div className={css.carrySheet}>
        <h1>Side by side</h1>
        <Columns carryData={answer.data} />
      </div>
    </main>
  );
}

function Columns({ carryData }: { carryData: CarryData }) {
  const [params, setParams] = useSearchParams();
  const asked = params.getAll('with');
  const first = carryData.loadouts.slice(0, 2).map(({ id }) => `loadout:${id}`);
  const keys = (asked.length === 0 ? first : asked).slice(0, MOST);
  const choose = (next: readonly string[]) =>
    setParams(
      next.map((key): [string, string] => ['with', key]),
      { replace: true },
    );
  const columns = useMemo(() => columnsOf(carryData, keys.join(' ').split(' ').filter(Boolean)), [carryData, keys.join(' ')]);
  const loadouts = useMemo(() => columns.map(({ loadout }) => loadout), [columns]);
  const { views, error } = useLoadoutViews(carryData, loadouts);
  const choices = [
    { group: 'Loadouts', items: carryData.loadouts.map(({ id, data }) => ({ value: `loadout:${id}`, label: data.name })) },
    { group: 'Kits', items: carryData.kits.map(({ id, name }) => ({ value: `kit:${id}`, label: name })) },
  ].map(({ group, items }) => ({ group, items: items.filter(({ value }) => !keys.includes(value)) }));
  const needs = NEED_IDS.filter((need) =>
    columns.some(({ loadout }) => views.get(loadout.id)?.coverage.needs.some((one) => one.need === need && one.least > 0)),
  );
  return (
    <>
      <Refusal text={error} />
      {keys.length < MOST && (
        <Select
          className="no-print"
          w={280}
          aria-label="Put another beside them"
          placeholder="Put another beside them"
          searchable
          data={choices}
          value={null}
          onChange={(key) => key !== null && choose([...keys, key])}
        />
      )}
      <div className={css.weekScroll}>
        <table className={clsx(parts.compareTable, css.sideTable)}>
          <ColumnHeads columns={columns} choose={choose} keys={keys} />
          <tbody>
            <Figures columns={columns} views={views} carryData={carryData} />
            {needs.map((need) => (
              <tr key={need}>
                <th scope="row">
                  {need[0]} {NEEDS[need].label}
                </th>
                {columns.map(({ key, loadout }) => (
                  <td key={key}>
                    <NeedCell view={views.get(loadout.id) ?? null} need={need} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small muted">A kit by itself is judged at hand, where it is carried. Planning aid, not medical advice.</p>
    </>
  );
}

interface ColumnHeadsProps {
  columns: Column[];
  choose: (next: readonly string[]) => void;
  keys: string[];
}

function ColumnHeads({ columns, choose, keys }: ColumnHeadsProps) {
  return (
    <thead>
      <tr>
        <th scope="col">
          <span className="sr-only">What</span>
        </th>
        {columns.map(({ key, loadout }) => (
          <th key={key} scope="col">
            <span className="row">
              <span className="grow">{loadout.name}</span>
              {columns.length > 1 && (
                <CloseButton size="sm" aria-label={`Without ${loadout.name}`} onClick={() => choose(keys.filter((one) => one !== key))} />
              )}
            </span>
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface Column {
  key: string;
  loadout: Loadout;
}

function columnsOf(carryData: CarryData, keys: readonly string[]): Column[] {
  return keys.flatMap((key): Column[] => {
    const [sort, ...rest] = key.split(':');
    const id = rest.join(':');
    const kit = sort === 'kit' ? carryData.kits.find((one) => one.id === id) : undefined;
    const stored = sort === 'loadout' ? carryData.loadouts.find((one) => one.id === id) : undefined;
    if (kit !== undefined) return [{ key, loadout: aloneLoadout(kit.id, kit.name) }];
    return stored === undefined ? [] : [{ key, loadout: stored.data }];
  });
}

function Figures({
  columns,
  views,
  carryData,
}: {
  columns: readonly Column[];
  views: ReadonlyMap<string, LoadoutView | null>;
  carryData: CarryData;
}) {
  const kitsOf = (loadout: Loadout) => loadout.kits.flatMap(({ kitId }) => carryData.kits.find(({ id }) => id === kitId) ?? []);
  const rows: { name: string; of: (loadout: Loadout, view: LoadoutView | null) => string }[] = [
    {
      name: 'in their window',
      of: (_, view) => {
        const asked = view?.coverage.needs.filter(({ least }) => least > 0) ?? [];
        return view === null ? '…' : `${asked.filter(({ state }) => state !== 'gap').length} of ${asked.length}`;
      },
    },
    { name: 'first in hand', of: (_, view) => firstInHand(view) },
    { name: 'mass', of: (_, view) => (view === null ? '…' : grams(view.massG)) },
    {
      name: 'thickest',
      of: (loadout) => {
        const thick = kitsOf(loadout).flatMap(({ thicknessMm }) => (thicknessMm === null ? [] : [thicknessMm]));
        return thick.length === 0 ? 'not packed' : mm(Math.max(...thick));
      },
    },
    { name: 'usual price', of: (loadout) => price(kitsOf(loadout).reduce((sum, { priceMinor }) => sum + priceMinor, 0)) },
    { name: 'single points', of: (_, view) => (view === null ? '…' : String(new Set(view.singles.map(({ unitId }) => unitId)).size)) },
  ];
  return rows.map(({ name, of }) => (
    <tr key={name} className={css.sideFigures}>
      <th scope="row">{name}</th>
      {columns.map(({ key, loadout }) => (
        <td key={key} className="mono">
          {of(loadout, views.get(loadout.id) ?? null)}
        </td>
      ))}
    </tr>
  ));
}

function firstInHand(view: LoadoutView | null): string {
  const times = view?.kits.flatMap(({ firstS }) => (firstS === null ? [] : [firstS])) ?? [];
  return times.length === 0 ? '…' : showSeconds(Math.min(...times));
}

function NeedCell({ view, need }: { view: LoadoutView | null; need: NeedId }) {
  const found = view?.coverage.needs.find((one) => one.need === need);
  if (found === undefined || found.least === 0) return <span className="muted">not asked</span>;
  const first = view?.needs.find((one) => one.need === need)?.lanes[0];
  const tone = found.state === 'full' ? 'held' : found.state;
  return (
    <>
      <span className={clsx(`state-${tone}`, css.sideState)}>{STATE_WORDS[found.state]}</span>{' '}
      <span className="mono">
        {found.have}
        {first !== undefined && ` · ${showSeconds(first.s)}${first.inTime ? '' : ' too late'}`}
      </span>{' '}
      <span className="small muted">
        least {found.least}, ideal {found.ideal}
      </span>
    </>
  );
}

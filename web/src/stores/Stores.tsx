import { CONDITION_NAMES, isGoodOn, type PlacedUnit, type PlainDate, showDate } from '@ivrak/core';
import { Button, Menu, TextInput } from '@mantine/core';
import { useState } from 'react';
import { api, messageOf } from '../api/client.ts';
import { type MusteredKit, useKits, useRefresh, useStores } from '../api/queries.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { catalogNow, kindName } from '../kit/catalog.ts';
import { Blank } from '../shell/Blank.tsx';
import { Failure } from '../shell/Failure.tsx';
import { Intake } from './Intake.tsx';
import './stores.css';

/** Spares and practice units, and taking new ones in. */
export function Stores() {
  const stores = useStores();
  const kits = useKits().data?.kits ?? [];
  const [search, setSearch] = useState('');
  const [said, setSaid] = useState<{ text: string; isError: boolean } | null>(null);
  if (stores.isError) return <Failure error={stores.error} />;
  if (stores.data === undefined) return <Blank label="Opening the stores" />;
  const { units, today } = stores.data;
  const words = search.toLowerCase();
  const shown = units.filter((unit) => `${kindName(unit.kind)} ${unit.lot ?? ''} ${unit.seller ?? ''}`.toLowerCase().includes(words));
  const spares = shown.filter(({ place }) => place === 'stores');
  const practice = shown.filter(({ place }) => place === 'practice');
  return (
    <div className="stores">
      <main id="main" className="stores-main">
        <div className="stores-head">
          <h1>Stores</h1>
          <p className="muted">{count(units.filter(({ place }) => place === 'stores'))} spare units, soonest to lapse first</p>
          <TextInput
            aria-label="Search the stores"
            placeholder="Kind, lot or seller"
            value={search}
            onChange={(event) => setSearch(event.currentTarget.value)}
          />
        </div>
        <p className={said?.isError ? 'refusal' : 'stores-said'} role="status">
          {said?.text ?? ''}
        </p>
        {units.length === 0 && <p className="stores-empty">Nothing in stores yet. Scan a label at the right, or choose a kind by hand.</p>}
        {spares.length > 0 && <UnitTable units={spares} kits={kits} today={today} say={setSaid} label="Spares" />}
        {practice.length > 0 && (
          <>
            <h2 className="stores-section">Practice only</h2>
            <p className="small muted">For the hands to learn on. They never go back into a kit or among spares.</p>
            <UnitTable units={practice} kits={[]} today={today} say={setSaid} label="Practice units" />
          </>
        )}
      </main>
      <Intake today={today} gtins={stores.data.gtins} />
    </div>
  );
}

const count = (units: readonly PlacedUnit[]): number => units.reduce((sum, unit) => sum + unit.count, 0);

interface UnitTableProps {
  units: readonly PlacedUnit[];
  kits: readonly MusteredKit[];
  today: PlainDate;
  label: string;
  say: (said: { text: string; isError: boolean }) => void;
}

function UnitTable({ units, kits, today, label, say }: UnitTableProps) {
  return (
    <table className="unit-table" aria-label={label}>
      <thead>
        <tr>
          <th scope="col">
            <span className="sr-only">Drawing</span>
          </th>
          <th scope="col">Kind</th>
          <th scope="col" className="number">
            Count
          </th>
          <th scope="col">Lot</th>
          <th scope="col">Good through</th>
          <th scope="col">Condition</th>
          <th scope="col">
            <span className="sr-only">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {units.map((unit) => (
          <UnitRow key={unit.id} unit={unit} kits={kits} today={today} say={say} />
        ))}
      </tbody>
    </table>
  );
}

function UnitRow({ unit, kits, today, say }: Omit<UnitTableProps, 'units' | 'label'> & { unit: PlacedUnit }) {
  const refresh = useRefresh();
  const kind = catalogNow().get(unit.kind);
  const isLapsed = !isGoodOn(unit.expiresOn, today);
  const name = kind?.name ?? unit.kind;
  const act = async (body: Record<string, unknown>, done: string) => {
    try {
      await api.post(`/api/units/${unit.id}/move`, { version: unit.version, ...body });
      say({ text: done, isError: false });
    } catch (error) {
      say({ text: messageOf(error), isError: true });
    }
    await refresh();
  };
  const verify = async () => {
    try {
      await api.patch(`/api/units/${unit.id}`, { version: unit.version, condition: 'ready', reason: 'checked by hand and found sound' });
      say({ text: `${name} marked as verified`, isError: false });
    } catch (error) {
      say({ text: messageOf(error), isError: true });
    }
    await refresh();
  };
  const canGo = unit.condition === 'ready' && !isLapsed && unit.place === 'stores';
  return (
    <tr>
      <td className="unit-drawing">
        {kind !== undefined && (
          <KindDrawing kind={kind} scale={scaleToFit(kind.states[0] ?? { id: '', label: '', wMm: 1, hMm: 1, tMm: 1 }, 44)} />
        )}
      </td>
      <td>
        <b>{name}</b>
        <span className="small muted block">
          {unit.seller ?? 'seller not known'}
          {unit.authorised === false ? ', not authorised' : ''}
        </span>
      </td>
      <td className="number mono">{unit.count}</td>
      <td className="mono">{unit.lot ?? '–'}</td>
      <td className={`mono nowrap${isLapsed ? ' state-gap' : ''}`}>
        {unit.expiresOn === null ? (kind?.dating === 'printed' ? 'not read' : 'no date') : showDate(unit.expiresOn)}
        {isLapsed && <span className="block small">lapsed</span>}
      </td>
      <td className={unit.condition === 'ready' ? '' : 'state-gap'}>{CONDITION_NAMES[unit.condition]}</td>
      <td>
        <Menu position="bottom-end">
          <Menu.Target>
            <Button variant="default" size="sm" aria-label={`Move ${name}${unit.lot === null ? '' : `, lot ${unit.lot}`}`}>
              Move
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            {canGo && <Menu.Label>One to a kit</Menu.Label>}
            {canGo &&
              kits.map((kit) => (
                <Menu.Item key={kit.id} onClick={() => void act({ to: 'kit', kitId: kit.id, count: 1 }, `${name} is in ${kit.name} now`)}>
                  {kit.name}
                </Menu.Item>
              ))}
            {unit.condition === 'suspect' && <Menu.Item onClick={() => void verify()}>Mark as verified</Menu.Item>}
            {unit.place === 'stores' && (
              <Menu.Item onClick={() => void act({ to: 'practice' }, `${name} is for practice now`)}>To practice, for ever</Menu.Item>
            )}
            <Menu.Item onClick={() => void act({ to: 'discarded' }, `${name} discarded`)}>Discard</Menu.Item>
          </Menu.Dropdown>
        </Menu>
      </td>
    </tr>
  );
}

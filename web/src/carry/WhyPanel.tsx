import type { CarryKit, LoadoutView } from '@ivrak/core/loadout';
import type { Conditions, StoredUnit } from '@ivrak/core/model';
import { type Loadout, NEEDS, plainDate, showDate } from '@ivrak/core/model';
import { measuredOf, measuredTimes, type Reach } from '@ivrak/core/reach';
import { CloseButton } from '@mantine/core';
import { Link } from 'react-router';
import { kindName, positionOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { PanelHeading } from '../ui/PanelHeading.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import css from './carry.module.css';
import type { CarryData } from './carryData.ts';
import lanesCss from './lanes.module.css';
import { Stopwatch } from './Stopwatch.tsx';

interface WhyPanelProps {
  carryData: CarryData;
  loadout: Loadout;
  view: LoadoutView | null;
  unitId: string;
  close: () => void;
  changed: () => Promise<unknown>;
}

const seconds = (s: number): string => `${s.toFixed(1)} s`;

/** The seconds of one thing, term by term; and the stopwatch that replaces them by what was measured. */
export function WhyPanel({ carryData, loadout, view, unitId, close, changed }: WhyPanelProps) {
  const reach: Reach | undefined = view?.reach[unitId];
  const kit = carryData.kits.find(({ units }) => units.some(({ id }) => id === unitId));
  const unit = kit?.units.find(({ id }) => id === unitId);
  const own = loadout.own.find(({ id }) => unitId === `own/${id}`);
  const positionId = view?.kits.find(({ kitId }) => kitId === kit?.id)?.positionId ?? kit?.positionId ?? '';
  const serves = view?.coverage.needs.filter(({ by }) => by.some((one) => one.unitId === unitId)) ?? [];
  const { conditions } = loadout;
  const median =
    kit === undefined || unit === undefined
      ? null
      : measuredOf(measuredTimes(carryData.times), { kitId: kit.id, kind: unit.kind, positionId, conditions });
  return (
    <aside className={css.edit} aria-label="Why so many seconds">
      <PanelHeading title={unit === undefined ? (own?.name ?? unitId) : kindName(unit.kind)} close={close} />
      <p className="small muted">
        {kit === undefined ? 'Your own thing.' : `In ${kit.name}, ${positionOf(positionId)?.name.toLowerCase() ?? positionId}.`}{' '}
        {serves.length === 0
          ? 'Spare here: it serves no need now.'
          : `Serves ${serves.map(({ need }) => `${need[0]} ${NEEDS[need].label}`).join(', ')}.`}
      </p>
      {own !== undefined && own.drawback !== '' && <p className="small">{own.drawback}</p>}
      {reach?.inReach === false && <p className="state-gap">Not in reach: {reach.why}.</p>}
      <Terms reach={reach} />
      <p className="small muted">
        {median === null ? 'Planning values, not measured. ' : 'Measured by you; the planning values are set aside. '}
        <Link to="/carry/values">Change planning values</Link>
      </p>
      {kit !== undefined && unit !== undefined && (
        <Measuring kit={kit} unit={unit} positionId={positionId} conditions={conditions} carryData={carryData} changed={changed} />
      )}
    </aside>
  );
}

interface MeasuringProps {
  kit: CarryData['kits'][number];
  unit: CarryData['kits'][number]['units'][number];
  positionId: string;
  conditions: Loadout['conditions'];
  carryData: CarryData;
  changed: () => Promise<unknown>;
}

function Measuring({ kit, unit, positionId, conditions, carryData, changed }: MeasuringProps) {
  const { error, keep } = useKeep();
  const time = (seconds: number) => ({
    id: crypto.randomUUID(),
    kitId: kit.id,
    kind: unit.kind,
    positionId,
    conditions,
    seconds,
    at: new Date().toISOString(),
  });
  return (
    <>
      <Stopwatch keep={(taken) => keep(() => api.post('/api/reach/times', { body: time(taken) }), changed)} />
      <Refusal text={error} />
      <Measurements
        keep={keep}
        changed={changed}
        kit={kit}
        unit={unit}
        positionId={positionId}
        conditions={conditions}
        carryData={carryData}
      />
    </>
  );
}

function Terms({ reach }: { reach: Reach | undefined }) {
  return (
    reach?.inReach === true && (
      <table className={lanesCss.terms}>
        <caption className="sr-only">Terms of the seconds to hand</caption>
        <tbody>
          {reach.terms.map(({ id, label, s }) => (
            <tr key={id}>
              <td>{label}</td>
              <td className="mono">{seconds(s)}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">to hand in</th>
            <td className="mono">{seconds(reach.s)}</td>
          </tr>
        </tfoot>
      </table>
    )
  );
}

interface MeasurementsProps {
  keep: (act: () => Promise<unknown>, done?: () => unknown) => Promise<void>;
  changed: () => Promise<unknown>;
  kit: CarryKit | undefined;
  unit: StoredUnit | undefined;
  positionId: string;
  conditions: Conditions;
  carryData: CarryData;
}

function Measurements({ keep, changed, kit, unit, positionId, conditions, carryData }: MeasurementsProps) {
  const isSame = (time: CarryData['times'][number]) =>
    time.kitId === kit?.id &&
    time.kind === unit?.kind &&
    time.positionId === positionId &&
    JSON.stringify(time.conditions) === JSON.stringify(conditions);
  const times = carryData.times.filter(isSame).sort((a, b) => (a.at < b.at ? 1 : -1));
  return (
    times.length > 0 && (
      <section>
        <h3>Save measurement</h3>
        <ul className={css.tellList}>
          {times.slice(0, 10).map(({ id, seconds: s, at }, index) => (
            <li key={id} className="row">
              <span className="mono">{seconds(s)}</span>
              <span className="small muted grow">
                {showDate(plainDate(at.slice(0, 10)))}
                {index >= 5 && ', no longer counted'}
              </span>
              <CloseButton
                size="sm"
                aria-label={`Take ${seconds(s)} out`}
                onClick={() => void keep(() => api.delete('/api/reach/times/:id', { params: { id } }), changed)}
              />
            </li>
          ))}
        </ul>
      </section>
    )
  );
}

import { showDate } from '@ivrak/core/model';
import { isHeatSensitive } from '@ivrak/core/rules';
import { Button, FileButton, Modal, Select } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useKits, useRefresh } from '../data/queries.ts';
import { type PlaceHeat, useHeat } from '../data/upkeep.ts';
import { readTable, textOf } from '../ui/readTable.ts';
import { samplesOf } from './heatCsv.ts';
import css from './upkeep.module.css';

const MOST_MB = 5;
const MOST_SAMPLES = 20_000;

const celsius = (value: number): string => `${value.toFixed(1)} °C`;

/** Highest and lowest of each day, with the reference as a line. */
function HeatLine({ place, refCelsius }: { place: PlaceHeat; refCelsius: number }) {
  const days = place.log?.days ?? [];
  if (days.length < 2) return null;
  const values = days.flatMap(({ highCelsius, lowCelsius }) => [highCelsius, lowCelsius, refCelsius]);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const x = (index: number) => (index / (days.length - 1)) * 96;
  const y = (value: number) => 60 - ((value - low) / Math.max(1, high - low)) * 56;
  const path = (pick: (day: (typeof days)[number]) => number) =>
    days.map((day, index) => `${index === 0 ? 'M' : 'L'}${x(index).toFixed(1)} ${y(pick(day)).toFixed(1)}`).join('');
  return (
    <svg width={100} height={66} viewBox="-2 0 100 66" role="img" aria-label={`Highest of each day, up to ${celsius(high)}`}>
      <line x1={0} x2={96} y1={y(refCelsius)} y2={y(refCelsius)} stroke="var(--gap)" strokeDasharray="4 3" />
      <path d={path(({ lowCelsius }) => lowCelsius)} fill="none" stroke="var(--line)" strokeWidth={1.5} />
      <path d={path(({ highCelsius }) => highCelsius)} fill="none" stroke="var(--action)" strokeWidth={2} />
    </svg>
  );
}

/** What ages fastest of that which lies in a hot place, by kit. */
function Sensitive({ place }: { place: PlaceHeat }) {
  const kits = (useKits().data?.kits ?? []).filter(({ positionId }) => positionId === place.positionId);
  const catalog = useCatalog((state) => state.catalog);
  const sensitive = kits
    .flatMap(({ units }) => units.map(({ kind }) => catalog.get(kind)))
    .filter((kind) => kind !== undefined && isHeatSensitive(kind));
  const names = new Set(sensitive.map((kind) => kind?.name));
  if (place.ageingFactor <= 1 || names.size === 0) return null;
  return (
    <p className="small state-thin">
      Look at first in {kits.map(({ name }) => name).join(', ')}: {[...names].join(', ')}.
    </p>
  );
}

/** The hottest place with a log, and the way to all others and to how it is worked out. */
export function HeatCard() {
  const heat = useHeat();
  const [isOpen, setOpen] = useState(false);
  const places = heat.data?.places ?? [];
  const [hottest] = places.filter(({ log }) => log !== null).sort((a, b) => b.ageingFactor - a.ageingFactor);
  return (
    <section className={css.card} aria-label="Heat">
      {hottest?.log == null ? (
        <div className="grow">
          <h3>No temperatures yet</h3>
          <p className="small">
            Heat is assumed from where a kit is carried. A logger’s file brings inspections forward where it is hotter.
          </p>
        </div>
      ) : (
        <>
          <HeatLine place={hottest} refCelsius={heat.data?.refCelsius ?? 25} />
          <div className="grow">
            <h3>
              {hottest.name}: heat {celsius(hottest.log.mktCelsius)}
            </h3>
            <p className="small">
              Mean kinetic temperature of {hottest.log.days.length} days, highest {celsius(hottest.log.maxCelsius)}. Ages things about{' '}
              {hottest.ageingFactor.toFixed(1)} times as fast as at 25 °C, so kits there are inspected sooner. Printed dates stay as
              printed.
            </p>
            <Sensitive place={hottest} />
          </div>
        </>
      )}
      <Button variant="default" size="compact-sm" onClick={() => setOpen(true)}>
        How this is worked out
      </Button>
      <Modal opened={isOpen} onClose={() => setOpen(false)} title="Heat, place by place" size="xl">
        <HeatPlaces places={places} />
      </Modal>
    </section>
  );
}

function HeatPlaces({ places }: { places: readonly PlaceHeat[] }) {
  const [said, setSaid] = useState<{ text: string; isError: boolean } | null>(null);
  const kits = useKits().data?.kits ?? [];
  // Where nothing hangs, heat says nothing.
  const used = places.filter(({ positionId, log }) => log !== null || kits.some((kit) => kit.positionId === positionId));
  const [asked, setChosen] = useState<string | null>(null);
  const chosen = asked ?? used[0]?.positionId ?? null;
  const place = places.find(({ positionId }) => positionId === chosen);
  return (
    <div className="stack">
      <HeatReckoning />
      <HeatTable used={used} />
      <HeatActs places={places} chosen={chosen} setChosen={setChosen} place={place} setSaid={setSaid} />
      <HeatDays place={place} />
      <p className="small muted">
        A CSV has the columns <span className="mono">at,celsius</span>: a time with its zone, such as 2026-07-14T12:00:00Z, and degrees
        Celsius.
      </p>
      <p className={said?.isError ? 'refusal' : 'small'} role="status">
        {said?.text ?? ''}
      </p>
    </div>
  );
}

function HeatReckoning() {
  return (
    <p>
      Mean kinetic temperature: <span className="mono">T = (ΔH / R) / −ln( mean( e^(−ΔH / (R · Tᵢ)) ) )</span> with ΔH 83.144 kJ/mol, R
      8.314462618 J/(mol·K), Tᵢ in kelvin [ICH Q1A(R2), USP &lt;1079&gt;]. Ageing factor: <span className="mono">2^((T − 25 °C) / 10)</span>{' '}
      [ASTM F1980]. An inspection interval is divided by the factor where that is above 1, never under 30 days (planning value), and never
      made longer. No printed date is ever extended.
    </p>
  );
}

function HeatTable({ used }: { used: PlaceHeat[] }) {
  return (
    <table className={css.table} aria-label="Heat of every place">
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">From</th>
          <th scope="col" className={css.number}>
            Kinetic mean
          </th>
          <th scope="col" className={css.number}>
            Highest
          </th>
          <th scope="col" className={css.number}>
            Ages
          </th>
        </tr>
      </thead>
      <tbody>
        {used.map(({ positionId, name, log, assumedCelsius, heatClass, ageingFactor }) => (
          <tr key={positionId}>
            <th scope="row">{name}</th>
            <td>{log === null ? `assumed: ${heatClass} (planning value)` : `${log.count} temperatures, ${log.sources.join(', ')}`}</td>
            <td className={clsx(css.number, 'mono')}>{celsius(log?.mktCelsius ?? assumedCelsius)}</td>
            <td className={clsx(css.number, 'mono')}>{log === null ? '–' : celsius(log.maxCelsius)}</td>
            <td className={clsx(css.number, 'mono')}>{ageingFactor.toFixed(2)} ×</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface HeatActsProps {
  places: readonly PlaceHeat[];
  chosen: string | null;
  setChosen: (next: string | null) => void;
  place: PlaceHeat | undefined;
  setSaid: (next: { text: string; isError: boolean } | null) => void;
}

function HeatActs({ places, chosen, setChosen, place, setSaid }: HeatActsProps) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const act = async (work: () => Promise<unknown>, done: string) => {
    try {
      await work();
      setSaid({ text: done, isError: false });
    } catch (failure) {
      setSaid({ text: messageOf(failure), isError: true });
    }
    await client.invalidateQueries({ queryKey: ['heat'] });
    await refresh();
  };
  const take = async (file: File | null) => {
    if (file === null || chosen === null) return;
    const text = await textOf(file, MOST_MB);
    const table = text.ok ? await readTable(text.text, MOST_SAMPLES) : text.message;
    const answer = typeof table === 'string' ? { ok: false as const, message: table } : samplesOf(table);
    if (!answer.ok) setSaid({ text: answer.message, isError: true });
    else
      await act(
        () => api.post('/api/heat/:positionId', { params: { positionId: chosen }, body: { samples: answer.samples } }),
        `${answer.samples.length} temperatures received for ${place?.name ?? chosen}.`,
      );
  };
  const atPlace = (work: (positionId: string) => Promise<unknown>, done: string) => {
    if (chosen !== null) void act(() => work(chosen), done);
  };
  return (
    <div className="row">
      <HeatPlaceField places={places} chosen={chosen} setChosen={setChosen} />
      <FileButton onChange={(file) => void take(file)} accept=".csv,text/csv,text/plain">
        {(props) => <Button {...props}>Import a logger’s CSV</Button>}
      </FileButton>
      <Button
        variant="default"
        onClick={() =>
          atPlace(
            (positionId) => api.post('/api/heat/:positionId/simulate', { params: { positionId } }),
            'The simulated logger has written 92 days.',
          )
        }
      >
        Simulate a logger
      </Button>
      <Button
        variant="default"
        disabled={place?.log == null}
        onClick={() =>
          atPlace((positionId) => api.delete('/api/heat/:positionId', { params: { positionId } }), 'Taken away: heat is assumed again.')
        }
      >
        Take away
      </Button>
    </div>
  );
}

interface HeatPlaceFieldProps {
  places: readonly PlaceHeat[];
  chosen: string | null;
  setChosen: (next: string | null) => void;
}

function HeatPlaceField({ places, chosen, setChosen }: HeatPlaceFieldProps) {
  return (
    <Select
      label="Place"
      data={places.map(({ positionId, name }) => ({ value: positionId, label: name }))}
      value={chosen}
      onChange={setChosen}
      allowDeselect={false}
    />
  );
}

function HeatDays({ place }: { place: PlaceHeat | undefined }) {
  return (
    place?.log != null && (
      <details>
        <summary>
          The data: {place.log.count} temperatures of {place.name}, lowest and highest day by day
        </summary>
        <table className={css.table} aria-label={`Temperatures of ${place.name}`}>
          <tbody>
            {place.log.days.map(({ on, lowCelsius, highCelsius }) => (
              <tr key={on}>
                <th scope="row" className="mono">
                  {showDate(on)}
                </th>
                <td className={clsx(css.number, 'mono')}>{celsius(lowCelsius)}</td>
                <td className={clsx(css.number, 'mono')}>{celsius(highCelsius)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    )
  );
}

import { type Calibration, calibrationOf, closesNow, computedCarry, contentsMark, isPlanned } from '@ivrak/core/kit';
import { type Container, type Closes as Measure, showDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { containerOf, positionOf } from '../data/catalog.ts';
import { useKits, useMyName } from '../data/queries.ts';
import { mm } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';

/** The measure that somebody took of this kit with what is in it now; null: none. */
export function useMeasure(): Measure | null {
  const { draft, catalog } = useKit();
  return closesNow(draft, containerOf(draft.containerId), catalog);
}

/** What is worked out by itself, beside whatever was measured, mm; null: not all of it goes in by box size, or it is not packed yet. */
function useComputed(): number | null {
  const { draft, catalog, packing } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const { result } = packing;
  if (result === null || !result.feasible || container === undefined || position === undefined) return null;
  return computedCarry({ units: draft.units, container, position, packed: result, catalog, fit: draft.fit }).outerTMm;
}

/** What the measured kits of this crew say of this make of container; null: too few of them. */
function useCalibration(): Calibration | null {
  const { draft, kit } = useKit();
  const { data } = useKits();
  const make = containerOf(draft.containerId)?.make;
  return useMemo(() => {
    if (make === undefined) return null;
    const others = data?.kits.filter(({ id }) => id !== kit.id).map(({ fit }) => fit.closes) ?? [];
    return calibrationOf(
      [...others, draft.fit.closes].filter((closes) => closes !== undefined),
      make,
    );
  }, [data, draft.fit.closes, kit.id, make]);
}

const NAMES: Record<Measure['make'], string> = {
  soft: 'soft bags',
  rigid: 'rigid boxes',
  flatBag: 'flat bags',
  vacuumRoll: 'vacuum packs',
  bundle: 'bundles under a band',
};

/** Says that it closes, and how thick it came out: that stands for what is worked out until the contents change. */
export function Closes() {
  const { draft } = useKit();
  const measure = useMeasure();
  const old = draft.fit.closes;
  const container = containerOf(draft.containerId);
  const takeBack = () => edit(({ fit: { closes: _, ...fit }, ...before }) => ({ ...before, fit }));
  // What is only planned has not been closed by anybody.
  if (container === undefined || draft.units.length === 0 || draft.units.some(isPlanned)) return null;
  return (
    <section className="stack" aria-label="Measured by hand">
      {old !== undefined && measure === null && (
        <p className="small">
          {mm(old.outerMm)} were measured {signature(old)}; since then something in it has changed, so that the figure is worked out again.
        </p>
      )}
      <Calibrated />
      {measure === null ? (
        <ItCloses container={container} />
      ) : (
        <Button variant="default" onClick={takeBack}>
          Take the measure back
        </Button>
      )}
    </section>
  );
}

/** "on 1 Dec 2026 by Ailsa" */
export const signature = ({ on, by }: Pick<Measure, 'on' | 'by'>): string => `on ${showDate(on)}${by === '' ? '' : ` by ${by}`}`;

function Calibrated() {
  const { draft } = useKit();
  const calibration = useCalibration();
  const computed = useComputed();
  const make = containerOf(draft.containerId)?.make;
  if (calibration === null || make === undefined) return null;
  const { count, ratio } = calibration;
  return (
    <p className="small">
      {count} {NAMES[make]} were measured here: closed they are {ratio.toFixed(2)} times what is worked out (median)
      {computed === null ? '.' : `, which makes ${mm(Math.round(computed * ratio))} of this one.`}
    </p>
  );
}

/** Asks for the one figure. */
function ItCloses({ container }: { container: Container }) {
  const { draft, catalog, today } = useKit();
  const [typed, setTyped] = useState<number | null>(null);
  const [isOpen, setOpen] = useState(false);
  const by = useMyName() ?? '';
  const computed = useComputed();
  const keep = (outerMm: number) => {
    const contents = contentsMark(draft.units, container, catalog, draft.fit.hung);
    const closes = { outerMm, contents, make: container.make, computedMm: computed, on: today, by };
    edit((before) => ({ ...before, fit: { ...before.fit, closes } }));
  };
  if (!isOpen) {
    return (
      <Button variant="default" onClick={() => setOpen(true)}>
        I packed it, and it closes
      </Button>
    );
  }
  return (
    <form
      className="stack"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed !== null) keep(typed);
      }}
    >
      <DecimalInput
        label="How thick it is, closed"
        description="Over all, at the thickest place, with what hangs outside"
        unit="mm"
        min={1}
        max={2000}
        decimals={1}
        value={typed}
        onChange={setTyped}
        autoFocus
      />
      <div className="row">
        <Button type="submit" disabled={typed === null}>
          It closes
        </Button>
        <Button variant="default" onClick={() => setOpen(false)}>
          Not yet
        </Button>
      </div>
    </form>
  );
}

import type { SheetUnit } from '@ivrak/core/kit';
import { massOf, NEEDS, sizeOf } from '@ivrak/core/model';
import { Button, CloseButton } from '@mantine/core';
import { Link } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { grams, price, size as sizeText } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { haveIt } from '../kit/sheetView.ts';
import { withUnit } from '../kit/units.ts';
import css from './bench.module.css';
import { LiesAs, UnitActions, UnitCount } from './UnitDrawer.tsx';

/** The chosen thing where it is only planned: how many, how it is to lie, and that it has come. */
export function PlannedDrawer({ unit, close }: { unit: SheetUnit; close: () => void }) {
  const { judgement } = useKit();
  const kind = catalogNow().get(unit.kind);
  if (kind === undefined) return null;
  const change = (next: Partial<SheetUnit>) => edit((draft) => withUnit(draft, unit.id, (before) => ({ ...before, ...next })));
  const size = sizeOf(kind, unit);
  const serves = judgement.coverage.needs.flatMap(({ need, by }) =>
    by.filter(({ unitId }) => unitId === unit.id).map(({ count, grade }) => `${NEEDS[need].label}: ${count} (${grade})`),
  );
  const takeOff = () => {
    edit((draft) => ({ ...draft, units: draft.units.filter(({ id }) => id !== unit.id) }));
    close();
  };
  return (
    <>
      <div className="panel-heading">
        <h2>{kind.name}</h2>
        <CloseButton aria-label="Back to the catalogue" onClick={close} />
      </div>
      <div className={css.unitPicture}>
        <KindDrawing kind={kind} unit={unit} scale={scaleToFit(size, 190)} />
      </div>
      <p className="mono small">
        {sizeText(size.wMm, size.hMm, size.tMm)} · {grams(massOf(kind, unit))} · {price(kind.priceMinor)} each
      </p>
      <p className="small">
        <b>Planned, not here yet.</b> It counts on this sheet, in Fit and in Buy; Muster, Carry, Upkeep and Use do not know it.
      </p>
      <p className="small">{serves.length > 0 ? `Will serve ${serves.join('; ')}` : 'Will serve nothing that is asked: a spare.'}</p>
      {kind.caution !== null && <p className="caution">{kind.caution}</p>}
      <UnitActions unit={unit} kind={kind} />
      <UnitCount unit={unit} change={change} />
      <LiesAs unit={unit} kind={kind} change={change} />
      <div className="row">
        <Button onClick={() => haveIt(unit.id)}>I have it</Button>
        <Button variant="default" onClick={takeOff}>
          Take off the plan
        </Button>
      </div>
      <p className="small muted">
        Bought through an order it becomes owned when it is received into this kit: <Link to="/buy">Buy</Link>.
      </p>
    </>
  );
}

import type { SheetUnit } from '@ivrak/core/kit';
import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { edit } from '../kit/draftStore.ts';
import { haveIt } from '../kit/sheetView.ts';
import { withUnit } from '../kit/units.ts';
import { HangsOn } from './HangsOn.tsx';
import { ThingHead } from './ThingHead.tsx';
import { LiesAs, UnitActions, UnitCount } from './UnitDrawer.tsx';

/** The chosen thing where it is only planned: how many, how it is to lie, and that it has come. */
export function PlannedDrawer({ unit, close }: { unit: SheetUnit; close: () => void }) {
  const kind = catalogNow().get(unit.kind);
  if (kind === undefined) return null;
  const change = (next: Partial<SheetUnit>) => edit((draft) => withUnit(draft, unit.id, (before) => ({ ...before, ...next })));
  const takeOff = () => {
    edit((draft) => ({ ...draft, units: draft.units.filter(({ id }) => id !== unit.id) }));
    close();
  };
  return (
    <>
      <ThingHead unit={unit} kind={kind} close={close} />
      <p className="small">
        <b>Planned, not here yet.</b> It counts on this sheet, in Fit and in Buy; Muster, Carry, Upkeep and Use do not know it.
      </p>
      <UnitActions unit={unit} kind={kind} />
      <UnitCount unit={unit} change={change} />
      <LiesAs unit={unit} kind={kind} change={change} />
      <HangsOn unit={unit} kind={kind} />
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

import { type KitDraft, piecesLeft, showDate, type UnitId } from '@ivrak/core/model';
import { bookedOut, passesFrom, tubesFrom } from '@ivrak/core/staging';
import { Button, Select } from '@mantine/core';
import { useState } from 'react';
import { mm } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { newUnitId } from '../kit/units.ts';
import { MeasureInput } from '../ui/MeasureInput.tsx';

interface OutOfBottleProps {
  pieces: { count: number; lengthMm: number; widthMm: number; thickMm: number };
}

/** Whether a tablet passes what is there, how many tubes a bottle gives, and the doses booked out of it. */
export function OutOfBottle({ pieces }: OutOfBottleProps) {
  const { catalog, draft } = useKit();
  const bottles = draft.units.flatMap((unit) => {
    const kind = catalog.get(unit.kind);
    const left = kind === undefined ? 0 : piecesLeft(unit, kind.pieces);
    return kind?.traits.medicine !== undefined && left > 1 ? [{ unit, kind, left }] : [];
  });
  const [chosen, choose] = useState<string | null>(null);
  const [tubeMm, setTubeMm] = useState(14);
  const bottle = bottles.find(({ unit }) => unit.id === chosen) ?? bottles[0];
  const least = passesFrom(pieces);
  const given = bottle === undefined ? null : tubesFrom(bottle.left, pieces.count);
  const book = (tubes: number) =>
    bottle !== undefined && edit((now) => withTubes(now, bottle.unit.id, { perUnit: bottle.kind.pieces, tubes, each: pieces.count }));
  return (
    <div className="stack">
      <MeasureInput label="Stiff tube or tin, width of its mouth" max={200} value={tubeMm} onChange={setTubeMm} />
      <p className={tubeMm < least ? 'state-gap' : 'state-held'}>
        {tubeMm < least ? 'Does not pass' : 'Passes'}: one of them needs <b className="mono">{mm(least)}</b>.
      </p>
      {bottle === undefined || given === null ? (
        <p className="muted">No medicine with several doses lies in this kit to fill tubes from.</p>
      ) : (
        <>
          <Select
            label="Out of"
            allowDeselect={false}
            data={bottles.map(({ unit, kind, left }) => ({
              value: unit.id,
              label: `${kind.name}, ${left} left${unit.expiresOn === null ? '' : `, good through ${showDate(unit.expiresOn)}`}`,
            }))}
            value={bottle.unit.id}
            onChange={choose}
          />
          <p>
            <b className="mono">{given.tubes}</b> tubes of {pieces.count}, <b className="mono">{given.left}</b> left over.
          </p>
          <div className="row">
            <Button variant="default" disabled={given.tubes < 1} onClick={() => book(1)}>
              Book one tube out
            </Button>
            <Button variant="default" disabled={given.tubes < 2} onClick={() => book(given.tubes)}>
              Book all {given.tubes} out
            </Button>
          </div>
          <p className="small muted">Each tube lies beside it with the same lot and date; the key to medicines names them.</p>
        </>
      )}
    </div>
  );
}

/** A draft with so many tubes filled out of a thing; as many as it holds. */
function withTubes(draft: KitDraft, from: UnitId, { perUnit, tubes, each }: { perUnit: number; tubes: number; each: number }): KitDraft {
  let units = draft.units;
  for (let tube = 0; tube < tubes; tube += 1) {
    const bottle = units.find(({ id }) => id === from);
    const booked = bottle === undefined ? null : bookedOut(bottle, perUnit, each, newUnitId());
    if (booked === null) break;
    units = units.flatMap((unit) => (unit.id === from ? [...(booked.rest === null ? [] : [booked.rest]), booked.part] : [unit]));
  }
  return { ...draft, units };
}

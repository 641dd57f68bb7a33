import { isPlanned, type SheetUnit } from '@ivrak/core/kit';
import { type Kind, massOf, NEEDS, sizeOf } from '@ivrak/core/model';
import { CloseButton } from '@mantine/core';
import { grams, price, size } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import css from './bench.module.css';

const PICTURE_HIGH_PX = 104;

/** The chosen thing, planned or there: its name, outline and figures, and what it serves or will serve. */
export function ThingHead({ unit, kind, close }: { unit: SheetUnit; kind: Kind; close: () => void }) {
  const { judgement } = useKit();
  const state = sizeOf(kind, unit);
  const { wMm, hMm, tMm } = state;
  const serves = judgement.coverage.needs.flatMap(({ need, by }) =>
    by.filter(({ unitId }) => unitId === unit.id).map(({ count, grade }) => `${NEEDS[need].label}: ${count} (${grade})`),
  );
  const [does, nothing] = isPlanned(unit)
    ? ['Will serve', 'Will serve nothing that is asked: a spare.']
    : ['Serves', 'Serves nothing now: a spare.'];
  return (
    <>
      <div className="panel-heading">
        <h2>{kind.name}</h2>
        <CloseButton aria-label="Back to the catalogue" onClick={close} />
      </div>
      <div className={css.unitPicture}>
        <KindDrawing kind={kind} unit={unit} scale={Math.min(scaleToFit(state, 190), PICTURE_HIGH_PX / hMm)} />
      </div>
      <p className="mono small">
        {size(wMm, hMm, tMm)} · {grams(massOf(kind, unit))} {isPlanned(unit) && `· ${price(kind.priceMinor)} `}each
      </p>
      <p className="small">{serves.length > 0 ? `${does} ${serves.join('; ')}` : nothing}</p>
      {kind.caution !== null && <p className="caution">{kind.caution}</p>}
    </>
  );
}

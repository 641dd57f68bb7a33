import { gradeOf } from '@ivrak/core/coverage';
import { GRADES, type Kind, measuresOf, NEEDS, type NeedId } from '@ivrak/core/model';
import { applyFix } from '@ivrak/core/rules';
import { Button, CloseButton } from '@mantine/core';
import { clsx } from 'clsx';
import { useCatalog } from '../data/catalog.ts';
import { grams, mm, price, size } from '../drawing/figures.ts';
import { KindDrawing } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { layOneMore, layOut } from '../kit/sheetView.ts';
import { newUnitId } from '../kit/units.ts';
import choosing from './choosing.module.css';
import { useAlternatives } from './useAlternatives.ts';

const CARD_SCALE = 0.75;

/** Every kind that may serve a need, side by side and to one scale, to swap in place or to add. */
export function Alternatives({ need }: { need: NeedId }) {
  const { draft, school } = useKit();
  const { unitId, close } = useAlternatives();
  const kinds = useCatalog((state) => state.kinds);
  const unit = draft.units.find(({ id }) => id === unitId);
  const graded = kinds.flatMap((kind) => {
    const grade = gradeOf(kind, need, school);
    return grade === null ? [] : [{ kind, grade }];
  });
  graded.sort((a, b) => GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) || a.kind.priceMinor - b.kind.priceMinor);
  const now = kinds.find(({ id }) => id === unit?.kind);
  return (
    <section className={choosing.alternatives} aria-label={`Alternatives for ${NEEDS[need].label}`}>
      <div className="panel-heading">
        <h2>
          {NEEDS[need].many} <span className="muted">side by side, to one scale, as {school.name.toLowerCase()} grades them</span>
        </h2>
        <CloseButton aria-label="Close the alternatives" onClick={close} />
      </div>
      <ul className={choosing.alternativesRow}>
        {graded.map(({ kind, grade }) => (
          <li key={kind.id} className={clsx(choosing.alternative, kind.id === now?.id && choosing.isNow)}>
            <span className={choosing.alternativeDrawing}>
              <KindDrawing kind={kind} scale={CARD_SCALE} />
            </span>
            <b>{kind.name}</b>
            <span className={choosing.alternativeGrade} data-grade={grade}>
              {grade}
            </span>
            <Figures kind={kind} now={now} />
            <Choose kind={kind} isNow={kind.id === now?.id} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** "+0.50" beside a figure: what would change against the thing that lies there. */
function Figures({ kind, now }: { kind: Kind; now: Kind | undefined }) {
  const { wMm, hMm, tMm } = measuresOf(kind, 'asSold');
  const against = (own: number, other: number | undefined, show: (value: number) => string) =>
    now === undefined || now.id === kind.id || other === undefined || own === other
      ? ''
      : ` (${own > other ? '+' : '−'}${show(Math.abs(own - other))})`;
  const nowT = now === undefined ? undefined : measuresOf(now, 'asSold').tMm;
  return (
    <span className={choosing.alternativeFigures}>
      <span>
        {price(kind.priceMinor)}
        <span className="muted">{against(kind.priceMinor, now?.priceMinor, price)}</span>
      </span>
      <span>
        {grams(kind.massG)}
        <span className="muted">{against(kind.massG, now?.massG, grams)}</span>
      </span>
      <span>
        {size(wMm, hMm, tMm)}
        <span className="muted">{against(tMm, nowT, mm)}</span>
      </span>
    </span>
  );
}

function Choose({ kind, isNow }: { kind: Kind; isNow: boolean }) {
  const { catalog } = useKit();
  const { unitId, close } = useAlternatives();
  if (isNow) return <span className="small muted">lies on the sheet</span>;
  if (unitId === null)
    return (
      <Button variant="default" aria-label={`Lay out ${kind.name}`} onClick={() => layOneMore(kind)}>
        Add
      </Button>
    );
  const swap = () => {
    layOut((draft) => applyFix(draft, { do: 'swap', label: '', unitId, kind: kind.id }, catalog, newUnitId()));
    close();
  };
  return (
    <Button variant="default" aria-label={`Swap for ${kind.name}`} onClick={swap}>
      Swap
    </Button>
  );
}

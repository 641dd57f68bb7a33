import type { FitResult } from '@ivrak/core/fit';
import { isOutside } from '@ivrak/core/kit';
import type { VacuumPlan } from '@ivrak/core/staging';
import { packOrder, SLIT_MM, vacuumPlan } from '@ivrak/core/staging';
import { clsx } from 'clsx';
import { containerOf, kindName } from '../data/catalog.ts';
import { mm, size } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import css from './stage.module.css';

const DRAWN_HEIGHT = 420;

/** How the bag is cut from the roll, where the seals and slits go, and what goes in first; drawn to scale. */
export function VacuumBag() {
  const { catalog, draft, packing } = useKit();
  const container = containerOf(draft.containerId);
  const roll = container?.rollWidthMm ?? 0;
  const { result, problem } = packing;
  const nameOf = (itemId: string) => kindName(draft.units.find(({ id }) => id === itemId.split(':')[0])?.kind ?? itemId);
  if (container === undefined || result === null || problem === null) return <p>Packing. The cut follows from the packed bundle.</p>;
  const outside = draft.units.filter((unit) => isOutside(unit, container, catalog));
  const plan = vacuumPlan(result, problem.items, roll);
  if (plan === null) return <p>Nothing is packed.</p>;
  return (
    <div className={css.columns}>
      <section className={css.list} aria-label="The bag, to scale">
        <h2>The bag, to scale</h2>
        <div className={css.vacuumDrawing}>
          <BagDrawing roll={roll} plan={plan} result={result} nameOf={nameOf} />
          <div>
            <h3>What goes in, in this order</h3>
            <ol className={css.words}>
              {packOrder(container, result).map((one) => (
                <li key={one.id}>{nameOf(one.id)}</li>
              ))}
            </ol>
          </div>
        </div>
      </section>
      <aside className={css.side} aria-label="Cut list">
        <h2>Cut list</h2>
        <p className={css.figure}>
          <b className="mono">{mm(plan.cutLengthMm)}</b> off the roll
        </p>
        <CutTerms plan={plan} />
        <p className={plan.fits ? parts.verdictGood : 'refusal'}>
          {plan.fits
            ? `It goes round: ${mm(plan.bundle.acrossMm)} across and ${mm(plan.bundle.thickMm)} thick, with ${mm(Math.round(plan.spareAcrossMm))} of film to spare.`
            : `The roll is ${mm(Math.ceil(-plan.spareAcrossMm))} too narrow for what lies across it.`}
        </p>
        {outside.length > 0 && <p>Taped outside: {outside.map(({ kind }) => kindName(kind)).join(', ')}.</p>}
        <CutSteps plan={plan} />
        <p className="small muted">
          Once open it never goes back to that shape, and everything comes out at once. {mm(75)} for the machine and {mm(4)} of slit are
          planning values; {mm(10)} of the roll are lost to its side seals.
        </p>
      </aside>
    </div>
  );
}

interface BagDrawingProps {
  roll: number;
  plan: VacuumPlan;
  result: FitResult;
  nameOf: (itemId: string) => string;
}

/** The bag as it is cut, sealed and slit, with what lies in it. */
function BagDrawing({ roll, plan, result, nameOf }: BagDrawingProps) {
  const scale = Math.min(1.6, DRAWN_HEIGHT / plan.cutLengthMm);
  const [w, h] = [roll * scale, plan.cutLengthMm * scale];
  const left = (w - plan.bundle.acrossMm * scale) / 2;
  const top = 75 * scale;
  const flip = (y: number, size: number) => (plan.isTurned ? y : plan.bundle.alongMm - y - size);
  return (
    <svg
      width={w + 130}
      height={h + 24}
      viewBox={`-4 -4 ${w + 130} ${h + 24}`}
      role="img"
      aria-label={`Bag ${size(roll, plan.cutLengthMm)}`}
    >
      <rect width={w} height={h} fill="var(--film)" fillOpacity={0.35} stroke="var(--ink)" strokeWidth={1.4} />
      <rect x={5 * scale} y={0} width={w - 10 * scale} height={h} fill="none" stroke="var(--muted)" strokeDasharray="3 3" />
      <line x1={0} x2={w} y1={top - 12 * scale} y2={top - 12 * scale} stroke="var(--ink)" strokeWidth={3} />
      <line x1={0} x2={w} y1={h - 6 * scale} y2={h - 6 * scale} stroke="var(--ink)" strokeWidth={3} />
      {[0, w].map((x) => (
        <line
          key={x}
          x1={x}
          x2={x === 0 ? SLIT_MM * scale : w - SLIT_MM * scale}
          y1={plan.slitFromTopMm * scale}
          y2={plan.slitFromTopMm * scale}
          stroke="var(--gap)"
          strokeWidth={3}
        />
      ))}
      {result.placed
        .toSorted((a, b) => a.zMm - b.zMm)
        .map((box) => (
          <g
            key={box.id}
            transform={`translate(${left + box.xMm * scale} ${top + (plan.bundle.thickMm / 2 + flip(box.yMm, box.hMm)) * scale})`}
          >
            <title>{nameOf(box.id)}</title>
            <rect width={box.wMm * scale} height={box.hMm * scale} fill="var(--cloth)" stroke="var(--ink)" rx={2} />
          </g>
        ))}
      <text x={w + 8} y={plan.slitFromTopMm * scale + 4} className={parts.cutawayText} fill="var(--gap)">
        tear slits
      </text>
      <text x={w + 8} y={top - 12 * scale + 4} className={parts.cutawayText} fill="var(--ink)">
        top seal
      </text>
      <text x={w + 8} y={h - 6 * scale + 4} className={parts.cutawayText} fill="var(--ink)">
        bottom seal
      </text>
      <text x={w / 2} y={h + 16} textAnchor="middle" className={parts.cutawayText} fill="var(--ink)">
        {mm(roll)} roll
      </text>
    </svg>
  );
}

function CutTerms({ plan }: { plan: VacuumPlan }) {
  return (
    <table className={clsx(parts.compareTable, css.weighTable)}>
      <tbody>
        {plan.terms.map(({ label, valueMm }) => (
          <tr key={label}>
            <th scope="row">{label}</th>
            <td className={clsx(css.isFigure, 'mono')}>{mm(valueMm)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function CutSteps({ plan }: { plan: VacuumPlan }) {
  return (
    <ol className={css.words}>
      <li>Cut the length, seal the bottom, {mm(10)} from the edge.</li>
      <li>
        Lay the bundle in{plan.isTurned ? ', turned end for end' : ''}: what is needed first at the top, by the slits. Cutters stay outside.
      </li>
      <li>Draw the air out and seal the top.</li>
      <li>
        Cut a slit of {mm(SLIT_MM)} on both sides, {mm(Math.round(plan.slitFromTopMm))} from the top edge, above the seal: never through it.
      </li>
    </ol>
  );
}

import { sizeOf } from '@ivrak/core/model';
import { catalogNow } from '../data/catalog.ts';
import { size } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { useMeasure } from './Closes.tsx';
import css from './fit.module.css';
import { nameOf } from './itemNames.ts';

/** What did not go in, with its measures. */
export function LeftOut({ ids }: { ids: readonly string[] }) {
  const { draft } = useKit();
  const name = nameOf(draft);
  return (
    <section className={css.leftOut}>
      <h2>{useMeasure() === null ? 'Left out' : 'Not in the drawing'}</h2>
      <ul>
        {ids.map((id) => {
          const unit = draft.units.find((candidate) => candidate.id === id.split(':')[0]);
          const kind = catalogNow().get(unit?.kind ?? '');
          if (unit === undefined || kind === undefined) return <li key={id}>{id}</li>;
          const state = sizeOf(kind, unit);
          return (
            <li key={id}>
              <KindDrawing kind={kind} unit={unit} scale={scaleToFit(state, 62)} />
              <b>{name(id)}</b>
              <span className="mono">{size(state.wMm, state.hMm, state.tMm)}</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

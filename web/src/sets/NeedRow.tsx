import type { KitSet, NeedId } from '@ivrak/core/model';
import { NEEDS } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { STATE_WORDS } from '../drawing/figures.ts';
import css from './sets.module.css';
import type { Holder, SetView } from './setView.ts';

export type Toggle = (kitId: string, need: NeedId) => void;

interface NeedRowProps {
  need: SetView['together']['needs'][number];
  holders: readonly Holder[];
  alone: KitSet['alone'];
  toggle: Toggle;
}

/** One need: how much of it each holds, and whether it is enough together. */
export function NeedRow({ need, holders, alone, toggle }: NeedRowProps) {
  const { label } = NEEDS[need.need];
  return (
    <tr>
      <th scope="row" className={css.need}>
        {label}
      </th>
      {holders.map((holder) => {
        const pieces = holder.piecesOf(need.need);
        return (
          <td key={holder.id}>
            {holder.isKit ? (
              <Cell
                label={label}
                holder={holder}
                pieces={pieces}
                byItself={holder.aloneOf(need.need)}
                isAlone={alone[holder.id]?.includes(need.need) === true}
                toggle={() => toggle(holder.id, need.need)}
              />
            ) : (
              <span className={clsx(css.pieces, 'mono')}>{pieces === 0 ? '–' : pieces}</span>
            )}
          </td>
        );
      })}
      <td className={css.together}>
        <span className={clsx(css.mark, `fill-${need.state}`)} aria-hidden="true" />
        <span className="mono">
          {need.have} of {need.least}
        </span>
        <span className={clsx('state-word', `state-${need.state}`)}>{STATE_WORDS[need.state]}</span>
      </td>
    </tr>
  );
}

interface CellProps {
  label: string;
  holder: Holder;
  pieces: number;
  byItself: { have: number; least: number } | null;
  isAlone: boolean;
  toggle: () => void;
}

function Cell({ label, holder, pieces, byItself, isAlone, toggle }: CellProps) {
  const lacks = isAlone && byItself !== null && byItself.have < byItself.least;
  return (
    <button
      type="button"
      className={clsx(css.cell, lacks && css.isLacking)}
      aria-pressed={isAlone}
      aria-label={`${holder.name} holds ${pieces} for ${label}; must hold it by itself`}
      onClick={toggle}
    >
      <span className="mono">{pieces === 0 ? '–' : pieces}</span>
      {isAlone && <span className={css.byItself}>{lacks ? `by itself ${byItself.have} of ${byItself.least}` : 'by itself'}</span>}
    </button>
  );
}

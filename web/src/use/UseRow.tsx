import { verbOf } from '@ivrak/core/incident';
import type { StoredUnit } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { catalogNow, kindName } from '../data/catalog.ts';
import { clock } from './clock.ts';
import css from './use.module.css';

interface UseRowProps {
  unit: StoredUnit;
  number: number;
  uses: readonly { id: string; at: string; pieces: number }[];
  left: number;
  usedElsewhere: number;
  tap: () => void;
  takeBack: (entryId: string) => void;
}

/** One thing of the kit, under the thumb: what is left of it, how often it was used here and when last. */
export function UseRow({ unit, number, uses, left, usedElsewhere, tap, takeBack }: UseRowProps) {
  const kind = catalogNow().get(unit.kind);
  const name = kindName(unit.kind);
  const last = uses.at(-1);
  const count = uses.reduce((sum, { pieces }) => sum + pieces, 0);
  const total = usedElsewhere + left;
  const unitName = kind === undefined || kind.pieceName === 'piece' ? '' : ` ${kind.pieceName}${total === 1 ? '' : 's'}`;
  const some = total > 1 ? `${count} of ${total}${unitName} · ` : '';
  return (
    <li className={uses.length > 0 ? clsx(css.row, css.isUsed) : css.row}>
      <button type="button" className={css.tap} disabled={left <= 0} onClick={tap}>
        <span className={css.number}>{number}</span>
        <span className="grow">
          <b>{name}</b>
          <span className="small muted">
            {last !== undefined
              ? `${some}${verbOf(unit.kind, catalogNow())} · ${clock(last.at)}`
              : left <= 0
                ? 'used on another casualty'
                : `tap when used${left > 1 ? ` · ${left}${unitName} here` : ''}`}
          </span>
          {unit.condition === 'suspect' && <span className="small state-gap">suspect</span>}
        </span>
        <span className={clsx(css.box, uses.length > 0 && css.isOn)} aria-hidden="true">
          {count > 1 ? count : count === 1 ? '✓' : ''}
        </span>
      </button>
      {last !== undefined && (
        <button type="button" className={css.undo} onClick={() => takeBack(last.id)} aria-label={`Take back one ${name}`}>
          −1
        </button>
      )}
    </li>
  );
}

import { classifyKit, showLacking } from '@ivrak/core/coverage';
import { capital, MM_PER_INCH, withArticle } from '@ivrak/core/model';
import { ActionIcon } from '@mantine/core';
import { IconZoomIn, IconZoomOut } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { Suspense, useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { measuresNow, mm } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { late } from '../ui/untilItComes.ts';
import css from './bench.module.css';
import { canZoom, useSheetScale } from './scale.ts';
import { useProblem } from './useProblem.ts';

/** Seldom wanted. */
const CopyKit = late(async () => (await import('./CopyKit.tsx')).CopyKit);

const barMm = (): number => (measuresNow() === 'metric' ? 50 : 2 * MM_PER_INCH);

/** Above the sheet: what this kit is by what lies in it, what the next class lacks, and the scale of the drawings. */
export function SheetHead() {
  const { kit, draft, catalog } = useKit();
  // A word about the whole may come a moment after the figures.
  const problem = useDeferredValue(useProblem());
  const [isCopying, setCopying] = useState(false);
  const { step, scale, zoom } = useSheetScale();
  const { judgement } = useKit();
  const { name, says, next, isPart, kitClass } = useMemo(() => classifyKit(problem, draft.layer, catalog), [problem, draft.layer, catalog]);
  const { purpose } = draft.brief;
  const isWhole = judgement.asked > 0 && judgement.held === judgement.asked;
  // What is beyond its purpose is nothing that it lacks.
  const isBeyond = (purpose === 'bleeding' && kitClass === 'bleeding' && !isPart) || purpose === 'everyday' || purpose === 'medicines';
  return (
    <header className={css.sheetHead}>
      <p className={css.sheetClass}>
        <b>{capital(name)}</b>: {says}
        {isBeyond && isWhole && <span className="state-full"> Complete for what it is for.</span>}
        {next !== null && !isBeyond && (
          <span className="muted">
            {' '}
            For {withArticle(next.name)} it lacks {showLacking(next.lacking)}.
          </span>
        )}
      </p>
      <Link className={css.sheetCompare} to={`/kits/${kit.id}/propose`}>
        Propose
      </Link>
      <Link className={css.sheetCompare} to={`/kits/${kit.id}/compare`}>
        Compare
      </Link>
      <button type="button" className={clsx(css.sheetCompare, 'link-button')} onClick={() => setCopying(true)}>
        Copy
      </button>
      {isCopying && (
        <Suspense fallback={null}>
          <CopyKit close={() => setCopying(false)} />
        </Suspense>
      )}
      <div className={css.scaleBar}>
        <span className="mono">{mm(barMm())}</span>
        <span className={css.scaleLine} style={{ width: barMm() * scale }} />
      </div>
      <ActionIcon variant="subtle" size={34} aria-label="Smaller drawings" disabled={!canZoom(step, -1)} onClick={() => zoom(-1)}>
        <IconZoomOut size={19} />
      </ActionIcon>
      <ActionIcon variant="subtle" size={34} aria-label="Larger drawings" disabled={!canZoom(step, 1)} onClick={() => zoom(1)}>
        <IconZoomIn size={19} />
      </ActionIcon>
    </header>
  );
}

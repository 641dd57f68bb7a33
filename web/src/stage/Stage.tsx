import { clsx } from 'clsx';
import { useSearchParams } from 'react-router';
import { containerOf } from '../data/catalog.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import { Checklist } from './Checklist.tsx';
import { Modules } from './Modules.tsx';
import { Prints } from './Prints.tsx';
import { Repacking } from './Repacking.tsx';
import css from './stage.module.css';
import { VacuumBag } from './VacuumBag.tsx';
import { WeighIn } from './WeighIn.tsx';

const PARTS = [
  { id: 'checklist', name: 'Checklist', Part: Checklist },
  { id: 'modules', name: 'Modules', Part: Modules },
  { id: 'repacking', name: 'Repacking', Part: Repacking },
  { id: 'vacuum', name: 'Vacuum bag', Part: VacuumBag },
  { id: 'weigh', name: 'Weigh-in', Part: WeighIn },
  { id: 'print', name: 'Print', Part: Prints },
] as const;

/** Makes a kit ready: what to do to each thing, what to bundle, cut and label, what it should weigh, what to print. */
export function Stage() {
  const { draft } = useKit();
  const [params, setParams] = useSearchParams();
  const isVacuum = containerOf(draft.containerId)?.make === 'vacuumRoll';
  const shown = PARTS.filter(({ id }) => id !== 'vacuum' || isVacuum);
  const { id: now, Part } = shown.find(({ id }) => id === params.get('part')) ?? PARTS[0];
  return (
    <main id="main" className={css.stage} aria-label="Stage" tabIndex={-1}>
      <nav className={clsx(parts.drawerTabs, 'no-print')} aria-label="Parts of staging">
        {shown.map(({ id, name }) => (
          <button key={id} type="button" aria-pressed={id === now} onClick={() => setParams({ part: id }, { replace: true })}>
            {name}
          </button>
        ))}
      </nav>
      {draft.units.length === 0 && now !== 'print' ? <p>Nothing to make ready yet: lay things out on the Bench first.</p> : <Part />}
    </main>
  );
}

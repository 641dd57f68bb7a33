import { ACT_NAMES, ACTS, type Act } from '@ivrak/core/incident';
import { clsx } from 'clsx';
import { kindName } from '../data/catalog.ts';
import pads from './pads.module.css';

/** What a casualty's own kit most often holds, in the order of the rungs. */
const USUAL = [
  'windlass-tourniquet',
  'plain-gauze',
  'kaolin-gauze',
  'pressure-dressing',
  'nasal-airway-28',
  'vented-seals',
  'unvented-seals',
  'foil-blanket',
  'gloves',
] as const;

/** Out of the casualty's own kit: nothing of ours is to be replaced. */
export function TheirThings({ take }: { take: (kind: string) => void }) {
  return (
    <div className={pads.theirThings} role="group" aria-label="Out of the casualty’s own kit">
      {USUAL.map((kind) => (
        <button key={kind} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => take(kind)}>
          {kindName(kind)}
        </button>
      ))}
    </div>
  );
}

/** Done with the hands, or with what lay about. */
export function Acts({ log }: { log: (act: Act) => void }) {
  return (
    <div className={pads.acts} role="group" aria-label="Done by hand">
      {ACTS.map((act) => (
        <button key={act} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => log(act)}>
          {ACT_NAMES[act]}
        </button>
      ))}
    </div>
  );
}

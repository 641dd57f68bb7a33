import { ACT_NAMES, ACTS, type Act } from '@ivrak/core/incident';
import type { Family } from '@ivrak/core/model';
import { clsx } from 'clsx';
import { useCatalog } from '../data/catalog.ts';
import pads from './pads.module.css';

/** What a casualty's own kit most often holds, in the order of the rungs. */
const USUAL: readonly Family[] = [
  'windlassTourniquet',
  'packingGauze',
  'hemostaticGauze',
  'pressureDressing',
  'nasalAirway',
  'chestSeal',
  'unventedSeal',
  'foilBlanket',
  'gloves',
];

/** Out of the casualty's own kit: nothing of ours is to be replaced. The first kind of each family stands for it. */
export function TheirThings({ take }: { take: (kind: string) => void }) {
  const kinds = useCatalog((state) => state.kinds);
  const usual = USUAL.flatMap((family) => kinds.find((kind) => kind.family === family) ?? []);
  return (
    <div className={pads.theirThings} role="group" aria-label="Out of the casualty’s own kit">
      {usual.map(({ id, name }) => (
        <button key={id} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => take(id)}>
          {name}
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

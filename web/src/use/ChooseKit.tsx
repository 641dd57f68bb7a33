import { LAYER_NAMES, LAYERS } from '@ivrak/core/model';
import { useState } from 'react';
import { Link } from 'react-router';
import { type MusteredKit, useKits } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { clock } from './clock.ts';
import css from './use.module.css';
import { useUseLog } from './useLog.ts';
import { useOpenLogs } from './useStoredLog.ts';

/** Which kit was opened. */
export function ChooseKit() {
  const kits = useKits();
  if (kits.isLoadingError) return <Failure error={kits.error} />;
  if (kits.data === undefined) return <Blank label="Looking for the kits" />;
  const all = kits.data.kits;
  return (
    <main id="main" className={css.chooseKit}>
      <h1>Log a use: which kit?</h1>
      <p className="caution">Care first, logging after. Call your emergency number.</p>
      <OpenLogs kits={all} />
      {LAYERS.map((layer) => {
        const own = all.filter((kit) => kit.layer === layer);
        if (own.length === 0) return null;
        return (
          <section key={layer} aria-label={LAYER_NAMES[layer].name}>
            <h2>{LAYER_NAMES[layer].name}</h2>
            <ul>
              {own.map((kit) => (
                <li key={kit.id}>
                  <Link to={`/use/${kit.id}`}>
                    <b>{kit.name}</b>
                    <span className="muted">{kit.position.name}</span>
                  </Link>
                  <Link to={`/took/${kit.id}`} className={css.took} aria-label={`Took one thing out of ${kit.name}`}>
                    Took one
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {all.length === 0 && <p>There is no kit yet.</p>}
    </main>
  );
}

/** Uses that nobody has closed: gone on with, handed over, or debriefed. */
function OpenLogs({ kits }: { kits: readonly MusteredKit[] }) {
  const stored = useOpenLogs();
  const mine = useUseLog((state) => state.log);
  const close = useUseLog((state) => state.close);
  const [isRefused, setRefused] = useState(false);
  const open = (stored.data?.logs ?? []).filter(({ isOpen }) => isOpen);
  if (open.length === 0) return null;
  return (
    <section aria-label="Not closed yet">
      <h2>Not closed yet</h2>
      <ul className={css.openLogs}>
        {open.map(({ id, kitIds, startedAt, entryCount }) => (
          <li key={id}>
            <b className="grow">
              {kitIds.map((kitId) => kits.find((kit) => kit.id === kitId)?.name ?? kitId).join(', ')}
              <span className="small muted">
                {' '}
                since {clock(startedAt)} · {entryCount} {entryCount === 1 ? 'entry' : 'entries'}
              </span>
            </b>
            {mine?.id === id && (
              <button type="button" className="link-button" onClick={() => setRefused(!close())}>
                Put it away, begin another
              </button>
            )}
            <Link to={`/hand-over/${id}`}>Hand over</Link>
            <Link to={`/debrief/${id}`}>Debrief</Link>
          </li>
        ))}
      </ul>
      {isRefused && <p className="refusal">Some of it is not sent yet. It is sent by itself; then it can be put away.</p>}
    </section>
  );
}

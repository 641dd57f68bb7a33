import { LAYER_NAMES, LAYERS } from '@ivrak/core';
import { Link } from 'react-router';
import { useKits } from '../api/queries.ts';
import { Blank } from '../shell/Blank.tsx';
import { Failure } from '../shell/Failure.tsx';
import './use.css';

/** Which kit was opened. */
export function ChooseKit() {
  const kits = useKits();
  if (kits.isError) return <Failure error={kits.error} />;
  if (kits.data === undefined) return <Blank label="Looking for the kits" />;
  const all = kits.data.kits;
  return (
    <main id="main" className="choose-kit">
      <h1>Log a use: which kit?</h1>
      <p className="caution">Care first, logging after. Call your emergency number.</p>
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

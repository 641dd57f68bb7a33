import {
  type CasualtyView,
  LIMB_NAMES,
  LIMBS,
  type Limb,
  SEAL_CHECK_MIN,
  TOURNIQUET_MARKS_H,
  type TourniquetClock,
} from '@ivrak/core/incident';
import { clsx } from 'clsx';
import { clock, running } from './clock.ts';
import pads from './pads.module.css';
import css from './use.module.css';

interface ClocksProps {
  view: CasualtyView;
  setLimb: (entryId: string, limb: Limb) => void;
  takeOff: (entryId: string) => void;
  sealChecked: () => void;
}

/** What is running for this casualty: tourniquets since when, a seal until its next look. */
export function Clocks({ view, setLimb, takeOff, sealChecked }: ClocksProps) {
  return (
    <>
      {view.tourniquets.map((one) => (
        <Tourniquet key={one.entryId} one={one} setLimb={(limb) => setLimb(one.entryId, limb)} takeOff={() => takeOff(one.entryId)} />
      ))}
      {view.seal !== null && (
        <section className={clsx(pads.clock, pads.sealClock)} aria-label="Chest seal, unvented">
          <div>
            <h2>Seal, unvented · {view.seal.inS >= 0 ? 'look in' : 'look was due'}</h2>
            <p className={view.seal.inS < 0 ? clsx(pads.clockSmall, 'mono state-gap') : clsx(pads.clockSmall, 'mono')}>
              {running(view.seal.inS, false)}
            </p>
          </div>
          <button type="button" className={css.action} onClick={sealChecked}>
            Checked
          </button>
          <p className={clsx(pads.sealWhy, 'small muted')}>Every {SEAL_CHECK_MIN} minutes: a planning value; your protocol wins.</p>
        </section>
      )}
    </>
  );
}

const [, TWO_HOURS, LONG] = TOURNIQUET_MARKS_H;

function Tourniquet({ one, setLimb, takeOff }: { one: TourniquetClock; setLimb: (limb: Limb) => void; takeOff: () => void }) {
  const share = Math.min(1, one.elapsedS / (TWO_HOURS * 3600));
  return (
    <section
      className={one.offAt === null ? pads.clock : clsx(pads.clock, pads.isOff)}
      aria-label={`Tourniquet, ${one.limb === null ? 'limb not said' : LIMB_NAMES[one.limb]}`}
    >
      <div className="row spread">
        <h2>Tourniquet{one.limb === null ? '' : ` · ${LIMB_NAMES[one.limb]}`}</h2>
        <span className="muted">
          on <span className="mono">{clock(one.onAt)}</span>
          {one.offAt !== null && (
            <>
              {' '}
              · off <span className="mono">{clock(one.offAt)}</span>
            </>
          )}
        </span>
      </div>
      <p className={clsx(pads.clockLarge, 'mono')} role="timer">
        {running(one.elapsedS, true)}
      </p>
      <div className={pads.clockBar} aria-hidden="true">
        <span style={{ width: `${share * 100}%` }} />
        <i style={{ left: '50%' }} />
        <i style={{ left: '100%' }} />
      </div>
      <div className={clsx(pads.clockMarks, 'small muted')}>
        <span>
          {one.markH === null ? '' : one.markH === LONG ? 'past 6 h: tell whoever takes over, before anything else' : `past ${one.markH} h`}
        </span>
        <span>1 h</span>
        <span>2 h</span>
      </div>
      {one.limb === null && (
        <div className={pads.limbKeys} role="group" aria-label="Which limb">
          {LIMBS.map((limb) => (
            <button key={limb} type="button" className={clsx(pads.padKey, pads.isWide)} onClick={() => setLimb(limb)}>
              {LIMB_NAMES[limb]}
            </button>
          ))}
        </div>
      )}
      {one.offAt === null && (
        <button type="button" className={clsx(pads.small, 'link-button')} onClick={takeOff}>
          Log it as taken off
        </button>
      )}
    </section>
  );
}

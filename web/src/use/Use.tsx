import { casualtyNumbers, casualtyView, minutesSinceHelp, piecesUsedOf, type UseEntry } from '@ivrak/core/incident';
import { type KitId, type KitView, piecesLeft, RUNGS, type StoredUnit } from '@ivrak/core/model';
import { IconBulb, IconX } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { kitQuery } from '../data/queries.ts';
import { useLamp } from '../theme/lamp.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import { useKeys } from '../ui/useKeys.ts';
import { Clocks } from './Clocks.tsx';
import { clock, useNow } from './clock.ts';
import { LogLines } from './LogLines.tsx';
import { Acts, TheirThings } from './TheirThings.tsx';
import { UseRow } from './UseRow.tsx';
import css from './use.module.css';
import { lookAgain, type NewEntry, send, useUseLog } from './useLog.ts';
import { Vitals } from './Vitals.tsx';
import { keepWithinReach } from './withoutServer.ts';

/** Writes down what is used, thumb-sized, casualty by casualty; each tap is kept in this browser before anything else happens. */
export function Use() {
  const { id = '' } = useParams();
  const kit = useQuery({ ...kitQuery(id), staleTime: 60_000 });
  if (kit.data === undefined) return kit.isLoadingError ? <Failure error={kit.error} /> : <Blank label="Opening the kit" />;
  return <Moment key={id} kit={kit.data} />;
}

/** The order in which things are likely used: by rung, then as they lie on the sheet. */
function likelyOrder(units: readonly StoredUnit[]): StoredUnit[] {
  const rank = (unit: StoredUnit) => RUNGS.indexOf(catalogNow().get(unit.kind)?.rung ?? 'D');
  return units.filter(({ condition }) => condition !== 'practice' && condition !== 'used').sort((a, b) => rank(a) - rank(b));
}

const NOTHING: readonly UseEntry[] = [];

function Moment({ kit }: { kit: KitView }) {
  const log = useUseLog((state) => state.log);
  const addTo = useUseLog((state) => state.add);
  const now = useNow();
  const navigate = useNavigate();
  const entries = log?.entries ?? NOTHING;
  const [casualty, setCasualty] = useState(1);
  const [added, setAdded] = useState(1);
  const [panel, setPanel] = useState<'their' | 'note' | null>(null);
  const numbers = casualtyNumbers({ entries });
  useEffect(() => {
    // Without it the screen goes on as before; only a reload would find nothing while the server is away.
    void keepWithinReach().catch(() => undefined);
    void lookAgain();
  }, []);
  const most = Math.max(added, numbers.length);
  const view = casualtyView({ entries }, casualty, now, catalogNow());
  const order = useMemo(() => likelyOrder(kit.units), [kit.units]);
  const usedInAll = piecesUsedOf({ entries });
  const add = (entry: NewEntry) => addTo(kit.id as KitId, entry);
  const leftOf = (unit: StoredUnit) => piecesLeft(unit, catalogNow().get(unit.kind)?.pieces ?? 1) - (usedInAll.get(unit.id) ?? 0);
  const tap = (unit: StoredUnit) => {
    if (leftOf(unit) > 0) add({ do: 'used', casualty, unitId: unit.id, kind: unit.kind, pieces: 1, limb: null });
  };
  const takeBack = (of: string) => add({ do: 'takenBack', casualty, of });
  useKeys(Object.fromEntries(order.slice(0, 9).map((unit, index) => [String(index + 1), () => tap(unit)])));
  const help = minutesSinceHelp({ entries }, now);
  const helpAt = view.entries.find((entry) => entry.do === 'helpCalled')?.at;
  return (
    <main id="main" className={css.use}>
      <UseHead kit={kit} />
      <GoOnElsewhere kit={kit} />
      {help === null ? (
        <div className={css.help}>
          <p>
            <b>Call for help first.</b> Your emergency number. Care before logging.
          </p>
          <button type="button" className={css.action} onClick={() => add({ do: 'helpCalled', casualty: 0 })}>
            Help is called
          </button>
        </div>
      ) : (
        <p className={css.helped}>
          help called <span className="mono">{helpAt === undefined ? '' : clock(helpAt)}</span> · <b className="mono">{help} min</b> ago
        </p>
      )}
      <nav className={css.casualties} aria-label="Casualties">
        {Array.from({ length: most }, (_, index) => index + 1).map((number) => (
          <button key={number} type="button" aria-pressed={number === casualty} onClick={() => setCasualty(number)}>
            Casualty {number}
          </button>
        ))}
        <button
          type="button"
          aria-label="Add casualty"
          disabled={most >= 50}
          onClick={() => {
            setAdded(most + 1);
            setCasualty(most + 1);
          }}
        >
          +
        </button>
      </nav>
      <div className={css.columns}>
        <div className={css.things}>
          <ol className={css.list} aria-label="Tap what was used">
            {order.map((unit, index) => (
              <UseRow
                key={unit.id}
                unit={unit}
                number={index + 1}
                uses={view.entries.flatMap((entry) => (entry.do === 'used' && entry.unitId === unit.id ? [entry] : []))}
                left={leftOf(unit)}
                usedElsewhere={usedInAll.get(unit.id) ?? 0}
                tap={() => tap(unit)}
                takeBack={takeBack}
              />
            ))}
          </ol>
          {order.length === 0 && <p>Nothing is in this kit.</p>}
          <button
            type="button"
            className={css.more}
            aria-expanded={panel === 'their'}
            onClick={() => setPanel(panel === 'their' ? null : 'their')}
          >
            <b>From the casualty’s own kit</b>
            <span className="small muted">nothing of ours to replace</span>
          </button>
          {panel === 'their' && (
            <TheirThings
              take={(kind) => {
                add({ do: 'used', casualty, unitId: null, kind, pieces: 1, limb: null });
                setPanel(null);
              }}
            />
          )}
          <Acts log={(act) => add({ do: 'act', casualty, act })} />
        </div>
        <div className={css.running}>
          <Clocks
            view={view}
            setLimb={(of, limb) => add({ do: 'onLimb', casualty, of, limb })}
            takeOff={(of) => add({ do: 'tourniquetOff', casualty, of })}
            sealChecked={() => add({ do: 'sealChecked', casualty })}
          />
          <Vitals
            vitals={view.vitals}
            add={(reading) =>
              add({ do: 'vitals', casualty, pulse: null, breaths: null, oxygen: null, celsius: null, alertness: null, ...reading })
            }
          />
        </div>
        <LogLines entries={view.entries} retime={(of, to) => add({ do: 'retimed', casualty, of, to })} takeBack={takeBack} />
      </div>
      <footer className={css.foot}>
        {panel === 'note' && (
          <NoteField
            keep={(text) => {
              add({ do: 'note', casualty, text });
              setPanel(null);
            }}
          />
        )}
        <Sending />
        <div className={css.footActions}>
          <button
            type="button"
            className={css.action}
            aria-expanded={panel === 'note'}
            onClick={() => setPanel(panel === 'note' ? null : 'note')}
          >
            Note
          </button>
          <button
            type="button"
            className={clsx(css.action, css.isFirst)}
            disabled={log === null}
            onClick={() => log !== null && navigate(`/hand-over/${log.id}`)}
          >
            Hand over
          </button>
        </div>
        <p className={css.caution}>Care first, logging after. {CAUTION}</p>
      </footer>
    </main>
  );
}

function UseHead({ kit }: { kit: KitView }) {
  const { isRed, set } = useLamp();
  const startedAt = useUseLog((state) => state.log?.startedAt);
  return (
    <header className={css.head}>
      <div className="grow">
        <h1>{kit.name}</h1>
        <p className="small muted">
          {startedAt === undefined ? 'nothing logged yet' : `log since ${clock(startedAt)}`} · numbers, no names
        </p>
      </div>
      <button type="button" className={css.icon} aria-pressed={isRed} aria-label="Red lamp" onClick={() => set(!isRed)}>
        <IconBulb size={24} />
      </button>
      <Link to="/" className={css.icon} aria-label="To Muster">
        <IconX size={24} />
      </Link>
    </header>
  );
}

/** A log that another device began with this kit can be gone on with here. */
function GoOnElsewhere({ kit }: { kit: KitView }) {
  const log = useUseLog((state) => state.log);
  const adopt = useUseLog((state) => state.adopt);
  const [error, setError] = useState<string | null>(null);
  const open = kit.openUse;
  if (log !== null || open === null) return null;
  const goOn = () =>
    api
      .get('/api/use-logs/:id', { params: { id: open.logId } })
      .then(adopt)
      .catch((failure: unknown) => setError(messageOf(failure)));
  return (
    <div className={css.help}>
      <p>
        A use of this kit since {clock(open.startedAt)} is not closed yet.{error !== null && <span className="state-gap"> {error}</span>}
      </p>
      <button type="button" className={css.action} onClick={() => void goOn()}>
        Go on with it
      </button>
    </div>
  );
}

/** Whether the server has everything; it is in this browser in any case. */
function Sending() {
  const { log, sending, refusal } = useUseLog();
  if (log === null) return null;
  const waiting = log.entries.length - log.sent.length;
  return (
    <p className={clsx(css.sending, 'small')} role="status">
      {waiting <= 0 ? (
        <span className="muted">
          {log.entries.length === 1 ? 'one entry, kept by the server' : `all ${log.entries.length} entries are kept by the server`}
        </span>
      ) : (
        <>
          <span className={sending === 'refused' ? 'state-gap' : undefined}>
            {waiting} {waiting === 1 ? 'entry is' : 'entries are'} kept in this browser
            {sending === 'refused' ? ` and refused by the server: ${refusal}` : ', and sent when the server answers'}
          </span>{' '}
          <button type="button" className="link-button" onClick={() => void send()}>
            Send now
          </button>
        </>
      )}
    </p>
  );
}

function NoteField({ keep }: { keep: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <form
      className={css.noteField}
      onSubmit={(event) => {
        event.preventDefault();
        const text = field.current?.value.trim() ?? '';
        if (text !== '') keep(text);
      }}
    >
      <input ref={field} aria-label="Note, without names" placeholder="What was found or done; no names" maxLength={300} />
      <button type="submit" className={css.action}>
        Save
      </button>
    </form>
  );
}

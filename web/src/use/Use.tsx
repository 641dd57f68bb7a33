import {
  type CasualtyView,
  casualtyNumbers,
  casualtyView,
  minutesSinceHelp,
  NOT_TAKEN,
  piecesUsedOf,
  type UseEntry,
} from '@ivrak/core/incident';
import { type KitId, type KitView, piecesLeft, RUNGS, type StoredUnit } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { keepWithinReach } from '../away/withoutServer.ts';
import { catalogNow } from '../data/catalog.ts';
import { kitQuery } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { CAUTION } from '../ui/caution.ts';
import { Failure } from '../ui/Failure.tsx';
import { useKeys } from '../ui/useKeys.ts';
import { Clocks } from './Clocks.tsx';
import { clock, useNow } from './clock.ts';
import keys from './keys.module.css';
import { LogLines } from './LogLines.tsx';
import { Acts, TheirThings } from './TheirThings.tsx';
import { GoOnElsewhere, NoteField, Sending, UseHead } from './UseFrame.tsx';
import { UseRow } from './UseRow.tsx';
import css from './use.module.css';
import { lookAgain, type NewEntry, useUseLog } from './useLog.ts';
import { Vitals } from './Vitals.tsx';

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
const MOST_CASUALTIES = 50;

function Moment({ kit }: { kit: KitView }) {
  const log = useUseLog((state) => state.log);
  const addTo = useUseLog((state) => state.add);
  const now = useNow();
  const entries = log?.entries ?? NOTHING;
  const [casualty, setCasualty] = useState(1);
  useEffect(() => {
    // Without it the screen goes on as before; only a reload would find nothing while the server is away.
    void keepWithinReach().catch(() => undefined);
    void lookAgain();
  }, []);
  const view = casualtyView({ entries }, casualty, now, catalogNow());
  const add = (entry: NewEntry) => addTo(kit.id as KitId, entry);
  const takeBack = (of: string) => add({ do: 'takenBack', casualty, of });
  return (
    <main id="main" className={css.use}>
      <UseHead kit={kit} />
      <GoOnElsewhere kit={kit} />
      <HelpLine minutes={minutesSinceHelp({ entries }, now)} view={view} call={() => add({ do: 'helpCalled', casualty: 0 })} />
      <Casualties logged={casualtyNumbers({ entries }).length} casualty={casualty} choose={setCasualty} />
      <div className={css.columns}>
        <Things units={kit.units} entries={entries} view={view} casualty={casualty} add={add} takeBack={takeBack} />
        <div className={css.running}>
          <Clocks
            view={view}
            setLimb={(of, limb) => add({ do: 'onLimb', casualty, of, limb })}
            takeOff={(of) => add({ do: 'tourniquetOff', casualty, of })}
            sealChecked={() => add({ do: 'sealChecked', casualty })}
          />
          <Vitals vitals={view.vitals} add={(reading) => add({ do: 'vitals', casualty, ...NOT_TAKEN, ...reading })} />
        </div>
        <LogLines entries={view.entries} retime={(of, to) => add({ do: 'retimed', casualty, of, to })} takeBack={takeBack} />
      </div>
      <UseFoot note={(text) => add({ do: 'note', casualty, text })} />
    </main>
  );
}

function HelpLine({ minutes, view, call }: { minutes: number | null; view: CasualtyView; call: () => void }) {
  if (minutes === null)
    return (
      <div className={css.help}>
        <p>
          <b>Call for help first.</b> Your emergency number. Care before logging.
        </p>
        <button type="button" className={css.action} onClick={call}>
          Help is called
        </button>
      </div>
    );
  const calledAt = view.entries.find((entry) => entry.do === 'helpCalled')?.at;
  return (
    <p className={css.helped}>
      help called <span className="mono">{calledAt === undefined ? '' : clock(calledAt)}</span> · <b className="mono">{minutes} min</b> ago
    </p>
  );
}

/** Those in the log, and those that were added here and have no entry yet. */
function Casualties({ logged, casualty, choose }: { logged: number; casualty: number; choose: (number: number) => void }) {
  const [added, setAdded] = useState(1);
  const most = Math.max(added, logged);
  return (
    <nav className={css.casualties} aria-label="Casualties">
      {Array.from({ length: most }, (_, index) => index + 1).map((number) => (
        <button key={number} type="button" className={keys.key} aria-pressed={number === casualty} onClick={() => choose(number)}>
          Casualty {number}
        </button>
      ))}
      <button
        type="button"
        className={keys.key}
        aria-label="Add casualty"
        disabled={most >= MOST_CASUALTIES}
        onClick={() => {
          setAdded(most + 1);
          choose(most + 1);
        }}
      >
        +
      </button>
    </nav>
  );
}

interface ThingsProps {
  units: readonly StoredUnit[];
  entries: readonly UseEntry[];
  view: CasualtyView;
  casualty: number;
  add: (entry: NewEntry) => void;
  takeBack: (of: string) => void;
}

/** What can be tapped: what lies in the kit, what lies in the casualty's own, what is done by hand. */
function Things({ units, entries, view, casualty, add, takeBack }: ThingsProps) {
  const [isTheirs, setTheirs] = useState(false);
  const order = useMemo(() => likelyOrder(units), [units]);
  const usedInAll = piecesUsedOf({ entries });
  const leftOf = (unit: StoredUnit) => piecesLeft(unit, catalogNow().get(unit.kind)?.pieces ?? 1) - (usedInAll.get(unit.id) ?? 0);
  const use = (unitId: StoredUnit['id'] | null, kind: string) => add({ do: 'used', casualty, unitId, kind, pieces: 1, limb: null });
  const tap = (unit: StoredUnit) => {
    if (leftOf(unit) > 0) use(unit.id, unit.kind);
  };
  useKeys(Object.fromEntries(order.slice(0, 9).map((unit, index) => [String(index + 1), () => tap(unit)])));
  return (
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
      <button type="button" className={css.more} aria-expanded={isTheirs} onClick={() => setTheirs(!isTheirs)}>
        <b>From the casualty’s own kit</b>
        <span className="small muted">nothing of ours to replace</span>
      </button>
      {isTheirs && (
        <TheirThings
          take={(kind) => {
            use(null, kind);
            setTheirs(false);
          }}
        />
      )}
      <Acts log={(act) => add({ do: 'act', casualty, act })} />
    </div>
  );
}

function UseFoot({ note }: { note: (text: string) => void }) {
  const log = useUseLog((state) => state.log);
  const navigate = useNavigate();
  const [isNote, setNote] = useState(false);
  return (
    <footer className={css.foot}>
      {isNote && (
        <NoteField
          keep={(text) => {
            note(text);
            setNote(false);
          }}
        />
      )}
      <Sending />
      <div className={css.footActions}>
        <button type="button" className={css.action} aria-expanded={isNote} onClick={() => setNote(!isNote)}>
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
  );
}

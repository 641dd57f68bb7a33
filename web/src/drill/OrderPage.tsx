import {
  type DrillEvent,
  drillEvent,
  eventNeedText,
  leftIn,
  type OrderPick,
  type OrderWorld,
  orderResult,
  standing,
} from '@ivrak/core/drill';
import { capital, type Drill, NEEDS, skillsOn } from '@ivrak/core/model';
import { Button, SegmentedControl } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { keptDrills } from '../away/keptDrills.ts';
import { catalogNow, kindName } from '../data/catalog.ts';
import { useSettings } from '../data/queries.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { KitProvider, useKit } from '../kit/KitContext.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import css from './drill.module.css';
import order from './order.module.css';
import { faultsText, isAllClosed, lastText, orderDrill, take, type Went, WHOSE, wentOf } from './ordering.ts';
import { useWho } from './queries.ts';

const MOST_SEED = 1_000_000;
const anySeed = (): number => Math.floor(Math.random() * MOST_SEED);

/** Order: a made-up event asks for things, and they are taken out of the kit one after the other. */
export function OrderPage() {
  const { id = '' } = useParams();
  const settings = useSettings();
  const blank = <Blank label="Opening the kit" />;
  if (settings.data === undefined) return settings.isLoadingError ? <Failure error={settings.error} /> : blank;
  return (
    <KitProvider key={id} id={id} today={settings.data.today} loading={blank} failed={(error) => <Failure error={error} />}>
      <Order />
    </KitProvider>
  );
}

function Order() {
  const { kit, draft, judgement, school, catalog, today } = useKit();
  const who = useWho();
  const [params, setParams] = useSearchParams();
  const said = Number(params.get('event') ?? Number.NaN);
  const [drawn] = useState(anySeed);
  const seed = Number.isInteger(said) && said >= 0 ? said : drawn;
  const event = useMemo(() => drillEvent(seed, draft.brief, judgement.needs), [seed, draft.brief, judgement.needs]);
  const world: OrderWorld = useMemo(
    () => ({ units: draft.units, school, catalog, on: today, skills: skillsOn(draft.brief, today), isChecked: draft.brief.securityChecks }),
    [draft.units, draft.brief, school, catalog, today],
  );
  return (
    <main id="main" className={css.drill}>
      <header className={css.head}>
        <Link to={`/drill?kit=${kit.id}`} className="small">
          Drill
        </Link>
        <h1>Order: {kit.name}</h1>
      </header>
      {who === null ? (
        <p>
          Say first who you are: <Link to={`/drill/${kit.id}`}>who drills</Link>
        </p>
      ) : event === null ? (
        <p>
          Its brief asks for nothing that an event could ask for. <Link to={`/kits/${kit.id}/brief`}>Look at the brief</Link>
        </p>
      ) : (
        <Event
          key={seed}
          event={event}
          world={world}
          of={{ personId: who as Drill['personId'], kitId: kit.id }} // of the crew
          another={() => setParams({ event: String(anySeed()) }, { replace: true })}
        />
      )}
    </main>
  );
}

interface EventProps {
  event: DrillEvent;
  world: OrderWorld;
  of: Pick<Drill, 'personId' | 'kitId'>;
  another: () => void;
}

type Stage = { is: 'before' } | { is: 'taking'; sinceMs: number; at: string } | { is: 'done' };

function Event({ event, world, of, another }: EventProps) {
  const [stage, setStage] = useState<Stage>({ is: 'before' });
  const [picks, setPicks] = useState<readonly OrderPick[]>([]);
  const [casualty, setCasualty] = useState(0);
  const id = useRef(crypto.randomUUID());
  const { school } = world;
  const end = (all: readonly OrderPick[], at: string) => {
    const drill = orderDrill(event, all, world, { ...of, id: id.current, at });
    if (drill !== null) keptDrills.add(drill);
    setStage({ is: 'done' });
  };
  if (stage.is === 'before')
    return (
      <section className="stack" aria-label="Before it begins">
        <p>
          An event is read out, with what each casualty is in need of. Take it out of the kit in the order in which you would, until nothing
          is open; then see what “{school.name}” takes.
        </p>
        <p className="small muted">
          The event is made up, and no casualty is treated here: for that there are courses. Local protocols win.
        </p>
        <div className={css.begin}>
          <Button size="lg" onClick={() => setStage({ is: 'taking', sinceMs: performance.now(), at: new Date().toISOString() })}>
            Read the event
          </Button>
        </div>
      </section>
    );
  if (stage.is === 'done') return <Result event={event} picks={picks} world={world} another={another} />;
  const pick = (unitId: string) => {
    const next = take(picks, { unitId, casualty, seconds: (performance.now() - stage.sinceMs) / 1000 });
    setPicks(next);
    if (isAllClosed(event, next, world)) end(next, stage.at);
  };
  return (
    <section aria-label="The event">
      <h2 className={css.call}>{event.says}</h2>
      <Casualties event={event} picks={picks} world={world} chosen={casualty} choose={setCasualty} />
      <p className={css.outcome} role="status">
        {lastText(event, picks, world, kindName)}
      </p>
      <Things picks={picks} world={world} pick={pick} />
      <div className={css.deeds}>
        <Button variant="default" size="lg" onClick={() => end(picks, stage.at)}>
          Nothing more helps
        </Button>
      </div>
    </section>
  );
}

interface CasualtiesProps {
  event: DrillEvent;
  picks: readonly OrderPick[];
  world: OrderWorld;
  chosen: number;
  choose: (casualty: number) => void;
}

/** What each is in need of, and for whom the next thing is taken. */
function Casualties({ event, picks, world, chosen, choose }: CasualtiesProps) {
  const stands = standing(event, picks, world);
  return (
    <>
      {event.casualties.length > 1 && (
        <SegmentedControl
          fullWidth
          aria-label="For whom"
          data={event.casualties.map((_, index) => ({ value: String(index), label: `For ${WHOSE[index] ?? ''}` }))}
          value={String(chosen)}
          onChange={(value) => choose(Number(value))}
        />
      )}
      <div className={order.casualties}>
        {event.casualties.map((needs, index) => (
          <section key={index} className={clsx(order.casualty, index === chosen && order.isChosen)} aria-label={`Casualty ${index + 1}`}>
            <h3>{event.casualties.length > 1 ? `${capital(WHOSE[index] ?? '')} needs` : 'In need of'}</h3>
            <ul>
              {needs.map((asked) => {
                const have = stands[index]?.find(({ need }) => need === asked.need)?.have ?? 0;
                return (
                  <li key={asked.need} data-closed={have >= asked.count}>
                    {eventNeedText(asked)}
                    {have > 0 && have < asked.count && <span className="muted">, {have} there</span>}
                  </li>
                );
              })}
            </ul>
          </section>
        ))}
      </div>
    </>
  );
}

/** What lies in the kit still. */
function Things({ picks, world, pick }: { picks: readonly OrderPick[]; world: OrderWorld; pick: (unitId: string) => void }) {
  return (
    <ul className={order.things} aria-label="In the kit">
      {leftIn(picks, world).map((unit) => {
        const kind = catalogNow().get(unit.kind);
        const state = kind?.states[0];
        return (
          <li key={unit.id}>
            <button type="button" className={order.thing} onClick={() => pick(unit.id)}>
              <span className={order.picture}>
                {kind !== undefined && state !== undefined && <KindDrawing kind={kind} scale={scaleToFit(state, 40)} />}
              </span>
              <span className="grow">
                <b>{kindName(unit.kind)}</b>
                {unit.count > 1 && <span className="small muted"> {unit.count} there</span>}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

function Result({ event, picks, world, another }: Omit<EventProps, 'of'> & { picks: readonly OrderPick[] }) {
  const went = wentOf(event, picks, world, kindName);
  const result = orderResult(event, picks, world);
  return (
    <section className="stack" aria-label="How it went">
      <p>
        <b>{event.says}</b> {faultsText(result)}{' '}
        {picks.length > 0 && `The last of ${picks.length} after ${picks.at(-1)?.seconds.toFixed(0)} s.`}
      </p>
      {went.map((rows, index) => (
        <Casualty key={index} rows={rows} index={index} isOnly={went.length === 1} school={world.school.name} />
      ))}
      <div className={css.begin}>
        <Button size="lg" onClick={another}>
          Another event
        </Button>
        <Button size="lg" variant="default" component={Link} to="/drill">
          Back to Drill
        </Button>
      </div>
    </section>
  );
}

const STATES: Record<Went['state'], string> = { closed: 'closed', missed: 'left open', ranOut: 'ran out' };

function Casualty({ rows, index, isOnly, school }: { rows: readonly Went[]; index: number; isOnly: boolean; school: string }) {
  const without = rows.filter(({ state }) => state === 'ranOut');
  return (
    <div className={css.scroll}>
      {!isOnly && <h2>{index === 0 ? 'The first' : 'The second'}</h2>}
      <table className={clsx(css.went, order.result)}>
        <thead>
          <tr>
            <th scope="col">In need of</th>
            <th scope="col">You took</th>
            <th scope="col">“{school}” takes</th>
            <th scope="col">In the end</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ need, asked, held, took, school: takes, state }) => (
            <tr key={need}>
              <th scope="row">{eventNeedText({ need, count: asked })}</th>
              <td>{took.join(', ') || '–'}</td>
              <td>{takes.join(', ') || '–'}</td>
              <td className={state === 'closed' ? 'state-held' : 'state-gap'}>
                {STATES[state]}
                {held > 0 && held < asked && `, ${held} of ${asked}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {without.length > 0 && (
        <p className={css.worst}>
          {isOnly ? 'Left without' : `${index === 0 ? 'The first' : 'The second'} is left without`}{' '}
          {without.map(({ need, asked, held }) => eventNeedText({ need, count: asked - held })).join(', ')}:{' '}
          {without.map(({ need }) => NEEDS[need].without).join('; ')}.
        </p>
      )}
    </div>
  );
}

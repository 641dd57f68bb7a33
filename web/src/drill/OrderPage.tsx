import {
  type DrillEvent,
  drillEvent,
  eventNeedText,
  leftIn,
  type OrderPick,
  type OrderWorld,
  orderResult,
  type OrderResult as Result,
  standing,
} from '@ivrak/core/drill';
import { capital, type Drill, skillsOn } from '@ivrak/core/model';
import { Button, SegmentedControl } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { keptDrills } from '../away/keptDrills.ts';
import { useSettings } from '../data/queries.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { KitProvider, useKit } from '../kit/KitContext.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { DrillFrame } from './DrillFrame.tsx';
import css from './drill.module.css';
import { OrderResult } from './OrderResult.tsx';
import order from './order.module.css';
import { isAllClosed, lastText, nameIn, orderDrill, take, WHOSE } from './ordering.ts';

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
  const { kit, draft, school, catalog, today, beside } = useKit();
  const [params, setParams] = useSearchParams();
  const said = Number(params.get('event') ?? Number.NaN);
  const [drawn] = useState(anySeed);
  const seed = Number.isInteger(said) && said >= 0 ? said : drawn;
  const event = useMemo(() => drillEvent(seed, draft.brief, school, today), [seed, draft.brief, school, today]);
  const world: OrderWorld = useMemo(
    () => ({
      // What is carried as one with it is taken from as well: the brief asks it of all together.
      units: [...draft.units, ...beside.flatMap(({ units }) => units)],
      school,
      catalog,
      on: today,
      skills: skillsOn(draft.brief, today),
      isChecked: draft.brief.securityChecks,
    }),
    [draft.units, draft.brief, beside, school, catalog, today],
  );
  const inOther = (unitId: string): string | null => {
    const other = beside.find(({ units }) => units.some(({ id }) => id === unitId));
    return other === undefined ? null : (kit.inSet?.others.find(({ id }) => id === other.id)?.name ?? 'on you');
  };
  return (
    <DrillFrame kitId={kit.id} title={`Order: ${kit.name}`}>
      {(personId) =>
        event === null ? (
          <p>
            Its brief asks for nothing that an event could ask for. <Link to={`/kits/${kit.id}/brief`}>Look at the brief</Link>
          </p>
        ) : (
          <Event
            key={seed}
            event={event}
            world={world}
            of={{ personId: personId as Drill['personId'], kitId: kit.id }} // of the crew
            inOther={inOther}
            another={() => setParams({ event: String(anySeed()) }, { replace: true })}
          />
        )
      }
    </DrillFrame>
  );
}

interface EventProps {
  event: DrillEvent;
  world: OrderWorld;
  of: Pick<Drill, 'personId' | 'kitId'>;
  /** In which kit a thing lies, of those that are carried as one with this; null: in this one. */
  inOther: (unitId: string) => string | null;
  another: () => void;
}

type Stage = { is: 'before' } | { is: 'taking'; sinceMs: number; at: string } | { is: 'done'; result: Result };

function Event({ event, world, of, inOther, another }: EventProps) {
  const [stage, setStage] = useState<Stage>({ is: 'before' });
  const [picks, setPicks] = useState<readonly OrderPick[]>([]);
  const [casualty, setCasualty] = useState(0);
  const id = useRef(crypto.randomUUID());
  const { school } = world;
  const end = (all: readonly OrderPick[], at: string) => {
    const result = orderResult(event, all, world);
    const drill = orderDrill(event, result, { ...of, id: id.current, at });
    if (drill !== null) keptDrills.add(drill);
    setStage({ is: 'done', result });
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
  if (stage.is === 'done') return <OrderResult event={event} result={stage.result} world={world} another={another} />;
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
        {lastText(event, picks, world, nameIn(world))}
      </p>
      <Things picks={picks} world={world} inOther={inOther} pick={pick} />
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

interface ThingsProps extends Pick<EventProps, 'world' | 'inOther'> {
  picks: readonly OrderPick[];
  pick: (unitId: string) => void;
}

/** What lies in the kit still, and in those that are carried as one with it. */
function Things({ picks, world, inOther, pick }: ThingsProps) {
  return (
    <ul className={order.things} aria-label="In the kit">
      {leftIn(picks, world).map((unit) => {
        const kind = world.catalog.get(unit.kind);
        const other = inOther(unit.id);
        const state = kind?.states[0];
        return (
          <li key={unit.id}>
            <button type="button" className={order.thing} onClick={() => pick(unit.id)}>
              <span className={order.picture}>
                {kind !== undefined && state !== undefined && <KindDrawing kind={kind} scale={scaleToFit(state, 40)} />}
              </span>
              <span className="grow">
                <b>{kind?.name ?? unit.kind}</b>
                {other !== null && <span className="small muted"> {other}</span>}
                {unit.count > 1 && <span className="small muted"> {unit.count} there</span>}
              </span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

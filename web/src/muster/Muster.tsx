import { LAYER_NAMES, LAYERS, type Layer, type PlainDate, showDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { Suspense, useState } from 'react';
import { Link } from 'react-router';
import { type MusteredKit, type StoredSet, useKits, usePatterns, useRestock, useSets, useSettings, useUpkeep } from '../data/queries.ts';
import { grams } from '../drawing/figures.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { late } from '../ui/untilItComes.ts';
import { UseButton } from '../use/UseButton.tsx';
import { KitCard } from './KitCard.tsx';
import css from './muster.module.css';
import { NextActions } from './NextActions.tsx';
import { Today } from './Today.tsx';
import { useMeasureMissing } from './useMeasureMissing.ts';

/** Neither is needed where there are kits and nobody presses. */
const FirstKit = late(async () => (await import('./FirstKit.tsx')).FirstKit);
const ModelNews = late(async () => (await import('./ModelNews.tsx')).ModelNews);
const NewKit = late(async () => (await import('./NewKit.tsx')).NewKit);

/** Every kit, layer by layer, and what to do next. */
export function Muster() {
  const kits = useKits();
  const upkeep = useUpkeep();
  const restock = useRestock();
  const sets = useSets();
  const [isMaking, setMaking] = useState(false);
  const [picked, setPicked] = useState<readonly string[] | null>(null);
  const measuring = useMeasureMissing(kits.data);
  if (kits.isLoadingError) return <Failure error={kits.error} />;
  if (kits.data === undefined) return <Blank label="Mustering the kits" />;
  const { kits: all, today } = kits.data;
  return (
    <main id="main" className={css.muster}>
      <section className={css.kits}>
        <div className={css.head}>
          <h1>Muster</h1>
          <p className="muted">{summaryLine(all)}</p>
          {picked === null && all.length > 1 && (
            <Button variant="subtle" onClick={() => setPicked([])}>
              Carry as one
            </Button>
          )}
          <Button variant="outline" onClick={() => setMaking(true)}>
            New kit
          </Button>
        </div>
        {picked !== null && <Picking picked={picked} stop={() => setPicked(null)} />}
        <DemoLine />
        <News />
        <Today />
        {all.length === 0 && (
          <Suspense fallback={null}>
            <FirstKit today={today as PlainDate} />
          </Suspense>
        )}
        {sets.data?.sets.map((set) => (
          <SetGroup key={set.id} set={set} kits={all} measuring={measuring} />
        ))}
        <TwinGroups />
        {LAYERS.map((layer) => (
          <LayerGroup
            key={layer}
            layer={layer}
            kits={all.filter((kit) => kit.layer === layer && kit.inSet === null)}
            measuring={measuring}
            picked={picked}
            pick={(id) => setPicked((now) => toggled(now ?? [], id))}
          />
        ))}
      </section>
      <NextActions kits={all} upkeep={upkeep.data} restock={restock.data} today={today as PlainDate} />
      <UseButton className={css.use} />
      {isMaking && (
        <Suspense fallback={null}>
          <NewKit opened close={() => setMaking(false)} />
        </Suspense>
      )}
    </main>
  );
}

const toggled = (ids: readonly string[], id: string): string[] => (ids.includes(id) ? ids.filter((one) => one !== id) : [...ids, id]);

function summaryLine(kits: readonly MusteredKit[]): string {
  const whole = kits.filter(({ summary }) => summary.gap === null).length;
  if (kits.length === 0) return 'No kits yet';
  return `${whole} of ${kits.length} kits without a gap today`;
}

interface LayerGroupProps {
  layer: Layer;
  kits: readonly MusteredKit[];
  measuring: string | null;
  /** Kits that are to be carried as one; null: none are being chosen. */
  picked: readonly string[] | null;
  pick: (id: string) => void;
}

function LayerGroup({ layer, kits, measuring, picked, pick }: LayerGroupProps) {
  if (kits.length === 0) return null;
  const { name, reach } = LAYER_NAMES[layer];
  return (
    <section aria-label={name}>
      <div className={css.layerHead}>
        <h2>{name}</h2>
        <span className="muted">{reach}</span>
      </div>
      <div className={css.layerKits}>
        {kits.map((kit) => (
          <KitCard
            key={kit.id}
            kit={kit}
            isMeasuring={measuring === kit.id}
            picking={picked === null ? null : { isPicked: picked.includes(kit.id), pick: () => pick(kit.id) }}
          />
        ))}
      </div>
    </section>
  );
}

/** Stays in sight while kits are chosen all over the page. */
function Picking({ picked, stop }: { picked: readonly string[]; stop: () => void }) {
  return (
    <div className={css.picking} role="status">
      <span className="grow">
        {picked.length < 2
          ? 'Choose the kits that are carried as one: a tourniquet in one pocket, a pouch in the other.'
          : `${picked.length} kits chosen. They will have one brief, that of the first one chosen.`}
      </span>
      <Button variant="default" onClick={stop}>
        Cancel
      </Button>
      {picked.length >= 2 && (
        <Button component={Link} to={`/sets/new?kits=${picked.join(',')}`}>
          Carry these {picked.length} as one
        </Button>
      )}
    </div>
  );
}

/** Kits that are carried as one, under what they hold together. */
function SetGroup({
  set: { id, data, view },
  kits,
  measuring,
}: {
  set: StoredSet;
  kits: readonly MusteredKit[];
  measuring: string | null;
}) {
  if (view === null) return null;
  const members = data.kitIds.flatMap((kitId) => kits.find((kit) => kit.id === kitId) ?? []);
  const own = data.own.length === 0 ? '' : `, with ${data.own.map(({ name }) => name.toLowerCase()).join(', ')}`;
  return (
    <section aria-label={data.name}>
      <div className={css.layerHead}>
        <h2>
          <Link to={`/sets/${id}`}>{data.name}</Link>
        </h2>
        <span className="muted">
          {members.length} kits carried as one{own}
        </span>
      </div>
      <div className={css.setLine}>
        <RungStrip rungs={view.rungs} />
        <span className="mono">
          {view.held} of {view.asked} needs · {grams(view.massG)}
        </span>
        <span className="grow">
          {view.gap === null ? (
            <b className="state-held">
              {view.readyUntil === null ? 'Ready; nothing in it lapses' : `Ready until ${showDate(view.readyUntil)}`}
            </b>
          ) : (
            <>
              <b className="state-gap">Gap now</b> · {view.gap}
            </>
          )}
        </span>
      </div>
      <div className={css.layerKits}>
        {members.map((kit) => (
          <KitCard key={kit.id} kit={kit} isMeasuring={measuring === kit.id} picking={null} />
        ))}
      </div>
    </section>
  );
}

/** Kits that are to hold the same, and how many of them do not. */
function TwinGroups() {
  const patterns = usePatterns().data?.patterns ?? [];
  return patterns.map(({ id, data, twins }) => {
    const other = twins.filter(({ more, fewer }) => more.length + fewer.length > 0).length;
    return (
      <p key={id} className={css.twins}>
        <Link to={`/twins/${id}`}>{data.name}</Link>: {twins.length} twins,{' '}
        {other === 0 ? (
          <span className="state-held">all as the pattern</span>
        ) : (
          <b className="state-thin">{other === 1 ? '1 differs' : `${other} differ`}</b>
        )}
      </p>
    );
  });
}

/** Where an earlier version wrote what is read otherwise now. */
function News() {
  const hasNews = useSettings().data?.hasModelNews === true;
  return <Suspense fallback={null}>{hasNews && <ModelNews />}</Suspense>;
}

/** What is here was not entered by whoever reads it. */
function DemoLine() {
  if (!useSettings().data?.isDemo) return null;
  return (
    <p className={css.demoLine}>
      <span className="grow">This is a made-up crew, to look around in. Nothing of it is real.</span>
      <Link to="/settings#own">Begin with your own</Link>
    </p>
  );
}

import { LAYER_NAMES, LAYERS, type Layer, type PlainDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { Suspense, useState } from 'react';
import { Link } from 'react-router';
import { type MusteredKit, useKits, useRestock, useSettings, useUpkeep } from '../data/queries.ts';
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
  const [isMaking, setMaking] = useState(false);
  const hasNews = useSettings().data?.hasModelNews === true;
  const measuring = useMeasureMissing(kits.data);
  if (kits.isLoadingError) return <Failure error={kits.error} />;
  if (kits.data === undefined) return <Blank label="Mustering the kits" />;
  const all = kits.data.kits;
  return (
    <main id="main" className={css.muster}>
      <section className={css.kits}>
        <div className={css.head}>
          <h1>Muster</h1>
          <p className="muted">{summaryLine(all)}</p>
          <Button variant="outline" onClick={() => setMaking(true)}>
            New kit
          </Button>
        </div>
        <DemoLine />
        <Suspense fallback={null}>{hasNews && <ModelNews />}</Suspense>
        <Today />
        {all.length === 0 && (
          <Suspense fallback={null}>
            <FirstKit />
          </Suspense>
        )}
        {LAYERS.map((layer) => (
          <LayerGroup key={layer} layer={layer} kits={all.filter((kit) => kit.layer === layer)} measuring={measuring} />
        ))}
      </section>
      <NextActions kits={kits.data.kits} events={upkeep.data?.events} restock={restock.data} today={kits.data.today as PlainDate} />
      <UseButton className={css.use} />
      {isMaking && (
        <Suspense fallback={null}>
          <NewKit opened close={() => setMaking(false)} />
        </Suspense>
      )}
    </main>
  );
}

function summaryLine(kits: readonly MusteredKit[]): string {
  const whole = kits.filter(({ summary }) => summary.gap === null).length;
  if (kits.length === 0) return 'No kits yet';
  return `${whole} of ${kits.length} kits without a gap today`;
}

function LayerGroup({ layer, kits, measuring }: { layer: Layer; kits: readonly MusteredKit[]; measuring: string | null }) {
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
          <KitCard key={kit.id} kit={kit} isMeasuring={measuring === kit.id} />
        ))}
      </div>
    </section>
  );
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

import type { KitView } from '@ivrak/core/model';
import { pickList } from '@ivrak/core/stock';
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { type KeptDeed, keptDeeds, withoutWaiting } from '../away/keptDeeds.ts';
import { catalogNow } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { kitQuery, useRestock } from '../data/queries.ts';
import { mm } from '../drawing/figures.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useStoredLog } from '../use/useStoredLog.ts';
import { packedKinds } from './packedKinds.ts';
import { AsBeforeLine, type KitLines, type Moved, PickSheet, PlannedLine, RestockLineRow, type Spare } from './RestockLines.tsx';
import restocking from './restocking.module.css';
import css from './stores.module.css';
import { useFitWith } from './useFitWith.ts';
import { usePutBack } from './usePutBack.ts';
import { Disagreed, WaitingDeeds } from './WaitingDeeds.tsx';
import { WholeAgain } from './WholeAgain.tsx';

/** What kits miss and where it comes from: stores first, first expired first out; else a kit farther off; else to buy. */
export function RestockPage() {
  const restock = useRestock();
  const [params] = useSearchParams();
  if (restock.isLoadingError) return <Failure error={restock.error} />;
  if (restock.data === undefined) return <Blank label="Looking through the stores" />;
  const only = params.get('kit');
  const after = params.get('after');
  const kits = restock.data.kits.filter(({ kitId, lines, planned }) =>
    only === null ? lines.length + planned.length > 0 : kitId === only,
  );
  const isLacking = kits.some(({ lines }) => lines.length > 0);
  return (
    <main id="main" className={restocking.restock}>
      <div className={css.head}>
        <h1>Restock</h1>
        <p className="muted">
          {isLacking
            ? 'From stores first: first expired, first out, among those that outlast the next inspection.'
            : only === null
              ? 'Every kit has its least.'
              : 'The kit has its least.'}
        </p>
        {only !== null && <Link to="/restock">All kits</Link>}
        <Link to="/buy">What to order where</Link>
      </div>
      <Disagreed />
      {after !== null && <Missed logId={after} />}
      {kits.map((kit) => (
        <RestockKit key={kit.kitId} kit={kit} isAlone={only !== null} />
      ))}
      {only !== null && <OneKit id={only} isLacking={isLacking} />}
      {kits.length === 0 && only === null && (
        <p>
          Nothing to put back. <Link to="/">Back to Muster</Link>
        </p>
      )}
    </main>
  );
}

const useKit = (id: string) => useQuery(kitQuery(id));

/** What was said to be missing in the debrief that leads here: the moment to lay it out. */
function Missed({ logId }: { logId: string }) {
  const missed = (useStoredLog(logId).data?.debriefs ?? []).flatMap(({ lessons }) =>
    lessons.flatMap((lesson) => (lesson.what === 'missing' ? [lesson] : [])),
  );
  if (missed.length === 0) return null;
  return (
    <ul>
      {missed.map(({ kitId, text }) => (
        <li key={text}>
          Was missing: {text}. <Link to={`/kits/${kitId}/bench`}>Lay it out</Link>
        </li>
      ))}
    </ul>
  );
}

/** After the last piece is back: made ready, looked through, and good until when. Before that, what stands in the way. */
function OneKit({ id, isLacking }: { id: string; isLacking: boolean }) {
  const kit = useKit(id);
  if (kit.isLoadingError) return <Failure error={kit.error} />;
  if (kit.data === undefined) return null;
  const { openUse, name } = kit.data;
  if (openUse !== null)
    return (
      <p className="refusal">
        {name} was used, and nobody has said yet what became of the things. <Link to={`/debrief/${openUse.logId}`}>Debrief it first</Link>.
      </p>
    );
  return isLacking ? null : <WholeAgain kit={kit.data} />;
}

function RestockKit({ kit: all, isAlone }: { kit: KitLines; isAlone: boolean }) {
  const own = useKit(all.kitId);
  const used = useQuery({
    queryKey: ['kit', all.kitId, 'uses'],
    queryFn: () => api.get('/api/kits/:id/uses', { params: { id: all.kitId } }),
  });
  const waiting = keptDeeds.use((state) => state.waiting);
  const kit = withoutKept(all, waiting);
  const before = kit.asBefore.flatMap(({ fromStores }) => fromStores);
  const planned = kit.planned.flatMap(({ fromStores }) => fromStores);
  const spares = [
    ...planned,
    ...pickList(kit.lines, own.data === undefined ? [] : packedKinds(own.data, used.data?.uses ?? []), catalogNow()),
    ...before,
  ];
  const { putBack, isBusy, error } = usePutBack(all.kitId);
  return (
    <section className={restocking.restockKit} aria-label={`Restock ${kit.kitName}`}>
      <RestockHead kit={kit} spares={spares} isBusy={isBusy} putBack={putBack} />
      <FitAfter kit={own.data} spares={spares} />
      <Refusal text={error} />
      <WaitingDeeds kitId={kit.kitId} />
      <ul className={restocking.restockLines}>
        {kit.planned.map((line) => (
          <PlannedLine key={line.kind} line={line} isBusy={isBusy} putBack={putBack} />
        ))}
        {kit.lines.map((line) => (
          <RestockLineRow key={line.need} line={line} isBusy={isBusy} putBack={(spare) => void putBack([spare])} />
        ))}
        {kit.asBefore.map(({ kind, count, fromStores }) => (
          <AsBeforeLine key={kind} kind={kind} count={count} fromStores={fromStores} isBusy={isBusy} putBack={putBack} />
        ))}
      </ul>
      {isAlone && spares.length > 0 && <PickSheet spares={spares} />}
    </section>
  );
}

/** What waits to be put back out of them is no spare any more. */
function withoutKept(kit: KitLines, waiting: readonly KeptDeed[]): KitLines {
  const less = <L extends { fromStores: Spare[] }>(line: L): L => ({ ...line, fromStores: withoutWaiting(line.fromStores, waiting) });
  return { ...kit, lines: kit.lines.map(less), planned: kit.planned.map(less), asBefore: kit.asBefore.map(less) };
}

/** Whether all of it goes in and stays thin enough, told before it is put back. */
function FitAfter({ kit, spares }: { kit: KitView | undefined; spares: readonly Spare[] }) {
  const fit = useFitWith(kit, spares);
  if (spares.length === 0 || fit === null) return null;
  if (fit === undefined) return <p className="small muted">With all of it back: packing it in thought.</p>;
  const { placed, count, carry } = fit;
  // As it was before something was taken out, it closes as it was measured then.
  const isMeasured = carry?.isMeasured === true;
  const isIn = placed === count || isMeasured;
  return (
    <p className="small">
      With all of it back:{' '}
      <b className={isIn ? 'state-held' : 'state-gap'}>
        {isMeasured ? 'it closes as it was measured' : `${placed} of ${count} things go in`}
      </b>
      {carry !== null && isIn && (
        <>
          , {mm(carry.outerTMm)} of {mm(carry.limitMm)}
          {carry.overMm > 0 && <span className="state-gap">, {mm(carry.overMm)} too thick for its place</span>}
        </>
      )}
      .
    </p>
  );
}

interface RestockHeadProps {
  kit: KitLines;
  spares: readonly Spare[];
  isBusy: boolean;
  putBack: (taken: readonly Moved[]) => Promise<void>;
}

function RestockHead({ kit, spares, isBusy, putBack }: RestockHeadProps) {
  return (
    <div className="row spread">
      <h2>
        <Link to={`/kits/${kit.kitId}/bench`}>{kit.kitName}</Link>
      </h2>
      {spares.length > 1 && (
        <Button className="no-print" disabled={isBusy} onClick={() => void putBack(spares)}>
          Put all {spares.length} back
        </Button>
      )}
    </div>
  );
}

import type { KitView } from '@ivrak/core/model';
import { pickList } from '@ivrak/core/stock';
import { Button } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { kitQuery, useRefresh, useRestock } from '../data/queries.ts';
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

/** Moves spares into a kit, one after the other. */
function usePutBack(kitId: string) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const putBack = async (taken: readonly Moved[]) => {
    setBusy(true);
    setError(null);
    try {
      // A stack that serves two needs changes its version with the first move.
      const moved = new Map<string, number>();
      for (const { unitId, take, version } of taken) {
        await api.post('/api/units/:id/move', {
          params: { id: unitId },
          body: {
            version: version + (moved.get(unitId) ?? 0),
            to: 'kit',
            kitId,
            count: take,
          },
        });
        moved.set(unitId, (moved.get(unitId) ?? 0) + 1);
      }
    } catch (failure) {
      setError(messageOf(failure));
    }
    await Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit'] })]);
    setBusy(false);
  };
  return { putBack, isBusy, error };
}

function RestockKit({ kit, isAlone }: { kit: KitLines; isAlone: boolean }) {
  const own = useKit(kit.kitId);
  const used = useQuery({
    queryKey: ['kit', kit.kitId, 'uses'],
    queryFn: () => api.get('/api/kits/:id/uses', { params: { id: kit.kitId } }),
  });
  const before = kit.asBefore.flatMap(({ fromStores }) => fromStores);
  const planned = kit.planned.flatMap(({ fromStores }) => fromStores);
  const spares = [
    ...planned,
    ...pickList(kit.lines, own.data === undefined ? [] : packedKinds(own.data, used.data?.uses ?? []), catalogNow()),
    ...before,
  ];
  const { putBack, isBusy, error } = usePutBack(kit.kitId);
  return (
    <section className={restocking.restockKit} aria-label={`Restock ${kit.kitName}`}>
      <RestockHead kit={kit} spares={spares} isBusy={isBusy} putBack={putBack} />
      <FitAfter kit={own.data} spares={spares} />
      <Refusal text={error} />
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

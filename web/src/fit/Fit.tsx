import { CONTAINERS, type FitResult, POSITIONS } from '@ivrak/core';
import { Button, Progress, Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { containerOf, kindName, positionOf } from '../kit/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { Cutaway } from './Cutaway.tsx';
import './fit.css';
import { type ReachEntry, reachOrder } from './reachOrder.ts';
import { Verdict } from './Verdict.tsx';

/** Packs the kit and shows it cut open, to scale, with what comes out first. */
export function Fit() {
  const { draft, packing } = useKit();
  const [pointed, setPointed] = useState<string | null>(null);
  const result = packing.result;
  const order = useMemo(
    () => (result === null ? [] : reachOrder(result, packing.problem, nameOf(draft.units))),
    [result, packing.problem, draft.units],
  );
  return (
    <>
      <main id="main" className="fit-main" aria-label="Packed kit" tabIndex={SCROLLS_BY_KEYS}>
        {result === null ? <Waiting /> : <Cutaway result={result} order={order} pointed={pointed} point={setPointed} />}
      </main>
      <aside className="drawer" aria-label="Fit">
        <Choices />
        <Packing result={result} />
        <Verdict order={order} />
        {order.length > 0 && <ReachList order={order} point={setPointed} />}
      </aside>
    </>
  );
}

/** A scrolling region without anything to press in it must take the focus itself, or keys could not scroll it. */
const SCROLLS_BY_KEYS = 0;

/** The name of an item `unitId` or `unitId:2`. */
function nameOf(units: readonly { id: string; kind: string }[]): (itemId: string) => string {
  const kinds = new Map(units.map((unit) => [unit.id, kindName(unit.kind)]));
  return (itemId) => kinds.get(itemId.split(':')[0] ?? itemId) ?? itemId;
}

function Waiting() {
  const { draft, packing } = useKit();
  if (packing.refusal !== null) return <p className="fit-waiting">{packing.refusal} Take something off the sheet, or split the kit.</p>;
  if (draft.units.length === 0) return <p className="fit-waiting">Nothing to pack yet: lay things out on the Bench first.</p>;
  return <p className="fit-waiting">Packing. The first answer takes a moment.</p>;
}

function Choices() {
  const { draft } = useKit();
  const edit = useDraft((state) => state.edit);
  const container = containerOf(draft.containerId);
  const room = container?.compartments[0];
  const position = positionOf(draft.positionId);
  return (
    <div className="stack">
      <Select
        label="Container"
        description={
          room === undefined
            ? undefined
            : `inside ${room.wMm} × ${room.hMm} × ${room.dMm} mm, opens ${room.access === 'top' ? 'at the top' : 'in front'}`
        }
        data={CONTAINERS.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.containerId}
        onChange={(value) => edit((before) => ({ ...before, containerId: value ?? before.containerId }))}
      />
      <Select
        label="Carry position"
        description={
          position === undefined
            ? undefined
            : `${position.wMm} × ${position.hMm} × ${position.tMm} mm${position.massG === null ? '' : `, ${position.massG} g comfortable`} (planning values)`
        }
        data={POSITIONS.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.positionId}
        onChange={(value) => edit((before) => ({ ...before, positionId: value ?? before.positionId }))}
      />
    </div>
  );
}

function Packing({ result }: { result: FitResult | null }) {
  const { packing } = useKit();
  if (packing.progress !== null) {
    return (
      <div className="stack" role="status">
        <Progress value={packing.progress * 100} aria-label="Packing" transitionDuration={0} />
        <Button variant="default" onClick={packing.cancel}>
          Cancel packing
        </Button>
      </div>
    );
  }
  return (
    <div className="row">
      <Button
        onClick={() => packing.pack((result?.seed ?? 0) + 1)}
        disabled={packing.problem === null || packing.problem.items.length === 0}
      >
        Pack again
      </Button>
      {result !== null && (
        <span className="small muted mono">
          {result.decodes} tries, seed {result.seed}
        </span>
      )}
    </div>
  );
}

function ReachList({ order, point }: { order: readonly ReachEntry[]; point: (id: string | null) => void }) {
  return (
    <section>
      <h2>Reach order</h2>
      <ol className="reach-list">
        {order.map(({ id, name, before, place }) => (
          <li key={id} onMouseEnter={() => point(id)} onMouseLeave={() => point(null)}>
            <span className="reach-number">{place}</span>
            <span className="grow">
              <b>{name}</b>{' '}
              <span className="muted">
                {before.length === 0
                  ? 'nothing in front'
                  : `${before.length} in front: ${before.slice(0, 2).join(', ')}${before.length > 2 ? ' …' : ''}`}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

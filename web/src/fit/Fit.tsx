import { type FitResult, packingChanges } from '@ivrak/core/fit';
import { type Container, lengthUnit } from '@ivrak/core/model';
import { packingSteps } from '@ivrak/core/staging';
import { Anchor, Button, Progress, SegmentedControl, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { containerOf, positionOf, useCatalog } from '../data/catalog.ts';
import { grams, measuresNow, mm, size } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { nextSeed } from '../kit/fitClient.ts';
import { useKit } from '../kit/KitContext.tsx';
import { insideLine } from '../places/words.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { type Arranged, layDown, type Scene } from './arrange.ts';
import { Cutaway } from './Cutaway.tsx';
import { Elsewhere } from './Elsewhere.tsx';
import { FitTools } from './FitTools.tsx';
import css from './fit.module.css';
import { nameOf } from './itemNames.ts';
import { LeftOut } from './LeftOut.tsx';
import { Proposals } from './Proposals.tsx';
import { PulledApart } from './PulledApart.tsx';
import { type ReachEntry, reachOrder } from './reachOrder.ts';
import { Steps } from './Steps.tsx';
import { ThicknessMap } from './ThicknessMap.tsx';
import { Verdict } from './Verdict.tsx';

/** Packs the kit and shows it cut open, to scale; things are locked, turned and carried about, and the rest follows. */
export function Fit() {
  const { draft, packing } = useKit();
  const [chosen, setChosen] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);
  const container = containerOf(draft.containerId);
  const shown = useShown(packing.result, draft.containerId);
  const order = useMemo(
    () => (shown === null ? [] : reachOrder(shown.result, packing.problem, nameOf(draft))),
    [shown, packing.problem, draft],
  );
  const act = useCallback((arranged: Arranged) => {
    setRefusal(arranged.ok ? null : arranged.reason);
    if (arranged.ok) edit((before) => ({ ...before, fit: arranged.draft.fit }));
  }, []);
  const result = shown?.result ?? null;
  const items = packing.problem?.items;
  // The same as long as nothing of it changes: what is drawn from it is not drawn anew at each step of a packing.
  const scene: Scene | null = useMemo(
    () => (result === null || container === undefined ? null : { draft, container, result, items: items ?? [] }),
    [draft, container, result, items],
  );
  const isStale = shown !== null && shown.result !== packing.result;
  return (
    <>
      <main id="main" className={css.main} aria-label="Packed kit" tabIndex={SCROLLS_BY_KEYS}>
        {scene === null || shown === null ? (
          <Waiting />
        ) : (
          <>
            <Drawings scene={scene} order={order} chosen={chosen} choose={setChosen} act={act} refusal={refusal} isStale={isStale} />
            <FitLine result={shown.result} before={shown.before} />
            <Elsewhere />
          </>
        )}
      </main>
      <aside className={parts.drawer} aria-label="Fit">
        <Choices draft={draft} />
        <Packing result={packing.result} />
        <Verdict order={order} />
        <Proposals />
        {order.length > 0 && <ReachList order={order} chosen={chosen} choose={setChosen} />}
      </aside>
    </>
  );
}

type View = 'cut' | 'steps' | 'apart';
const VIEWS: { value: View; label: string }[] = [
  { value: 'cut', label: 'Cut open' },
  { value: 'steps', label: 'Step by step' },
  { value: 'apart', label: 'Pulled apart' },
];

function Views({ view, setView }: { view: View; setView: (view: View) => void }) {
  return (
    <div className={css.viewSwitch}>
      <SegmentedControl size="xs" aria-label="How it is shown" data={VIEWS} value={view} onChange={(value) => setView(value as View)} />
    </div>
  );
}

interface DrawingsProps {
  scene: Scene;
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
  act: (arranged: Arranged) => void;
  refusal: string | null;
  isStale: boolean;
}

/** The packing as it was asked to be seen. */
const Drawings = memo(function Drawings({ scene, order, chosen, choose, act, refusal, isStale }: DrawingsProps) {
  const [view, setView] = useState<View>('cut');
  const { draft, container, result } = scene;
  const steps = useMemo(() => packingSteps(container, result), [container, result]);
  return (
    <>
      <Views view={view} setView={setView} />
      {view === 'cut' && <FitTools scene={scene} chosen={chosen} name={chosen === null ? '' : nameOf(draft)(chosen)} act={act} />}
      <Refusal text={refusal} />
      {view === 'steps' && <Steps key={result.seed} scene={scene} steps={steps} nameOf={nameOf(draft)} />}
      {view === 'apart' && <PulledApart scene={scene} steps={steps} order={order} chosen={chosen} choose={choose} />}
      {view === 'cut' && (
        <div className={clsx(css.views, isStale && css.isStale)}>
          <Cutaway
            scene={scene}
            steps={steps}
            result={result}
            order={order}
            chosen={chosen}
            choose={choose}
            carried={(id, to) => act(layDown(scene, id, to))}
          />
          <div className={css.beside}>
            {result.unplaced.length > 0 && <LeftOut ids={result.unplaced} />}
            <ThicknessMap container={container} result={result} />
          </div>
        </div>
      )}
    </>
  );
});

/** A scrolling region without anything to press in it must take the focus itself, or keys could not scroll it. */
const SCROLLS_BY_KEYS = 0;

interface Shown {
  containerId: string;
  result: FitResult;
  /** The packing that was shown before this one. */
  before: FitResult | null;
}

/** While a new packing is worked out, the last one in the same container stays on the screen. */
function useShown(result: FitResult | null, containerId: string): Shown | null {
  const last = useRef<Shown | null>(null);
  if (result !== null && last.current?.result !== result) {
    const before = last.current?.containerId === containerId ? last.current.result : null;
    last.current = { containerId, result, before };
  }
  return last.current?.containerId === containerId ? last.current : null;
}

function Waiting() {
  const { draft, packing } = useKit();
  if (packing.refusal !== null) return <p className={css.waiting}>{packing.refusal} Take something off the sheet, or split the kit.</p>;
  if (draft.units.length === 0) return <p className={css.waiting}>Nothing to pack yet: lay things out on the Bench first.</p>;
  return <p className={css.waiting}>Packing. The first answer takes a moment.</p>;
}

/** Figures of the packing, its balance, and what lies otherwise than before. */
const FitLine = memo(function FitLine({ result, before }: { result: FitResult; before: FitResult | null }) {
  const changes = before === null ? [] : packingChanges(before, result);
  const count = (what: string) => changes.filter((change) => change.what === what).length;
  const told = (['added', 'gone', 'other compartment', 'turned', 'moved'] as const).flatMap((what) =>
    count(what) > 0 ? [`${count(what)} ${what === 'other compartment' ? 'in another compartment' : what}`] : [],
  );
  const balance = result.perCompartment[0]?.balance ?? null;
  const side = (value: number, plus: string, minus: string) =>
    Math.abs(value) < 3 ? null : `${mm(Math.abs(value))} ${value > 0 ? plus : minus}`;
  const lean =
    balance === null
      ? []
      : [side(balance.rightMm, 'right of', 'left of'), side(balance.upMm, 'above', 'below')].filter((part) => part !== null);
  return (
    <p className={clsx(css.line, 'mono')}>
      <span>{Math.round(result.fill * 100)} % of the packed depth is filled</span>
      {result.outer !== undefined && <span>{size(result.outer.wMm, result.outer.hMm, result.outer.tMm)} outside</span>}
      {balance !== null && <span>{lean.length === 0 ? 'hangs straight' : `centre of mass ${lean.join(' and ')} the middle`}</span>}
      {before !== null && told.length > 0 && (
        <span>
          since the last packing: {told.join(', ')}; {mm(before.thicknessMm)} → {mm(result.thicknessMm)}
        </span>
      )}
    </p>
  );
});

const Choices = memo(function Choices({ draft }: Pick<Scene, 'draft'>) {
  const containers = useCatalog((state) => state.containers);
  const positions = useCatalog((state) => state.positions);
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  return (
    <div className="stack">
      <Select
        label="Container"
        description={container === undefined ? undefined : measuresLine(container)}
        data={containers.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.containerId}
        onChange={(value) =>
          edit((before) => ({ ...before, containerId: value ?? before.containerId, fit: { ...before.fit, locks: {}, pins: {} } }))
        }
      />
      <Select
        label="Carry position"
        description={
          position === undefined
            ? undefined
            : `${size(position.wMm, position.hMm, position.tMm)}${position.massG === null ? '' : `, ${grams(position.massG)} comfortable`} (planning values)`
        }
        data={positions.map(({ id, name }) => ({ value: id, label: name }))}
        value={draft.positionId}
        onChange={(value) => edit((before) => ({ ...before, positionId: value ?? before.positionId }))}
      />
      <Anchor component={Link} to="/places" size="sm">
        Measure and add your own
      </Anchor>
    </div>
  );
});

function measuresLine(container: Container): string {
  const { make, facing, compartments } = container;
  const opens = compartments[0]?.access === 'top' ? 'opens at the top' : 'opens in front';
  const isFilm = make !== 'soft' && make !== 'rigid';
  return `inside ${insideLine(container)} ${lengthUnit(measuresNow())}${isFilm ? '' : facing ? ', panels that close on each other' : `, ${opens}`}`;
}

/** How much further a long packing looks. */
const LONG = 8;

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
  const isEmpty = packing.problem === null || packing.problem.items.length === 0;
  return (
    <div className="stack">
      <div className="row">
        <Button onClick={() => packing.pack(nextSeed(result?.seed))} disabled={isEmpty}>
          Pack again
        </Button>
        <Button variant="default" onClick={() => packing.pack(nextSeed(result?.seed), LONG)} disabled={isEmpty}>
          Look longer
        </Button>
      </div>
    </div>
  );
}

interface ReachListProps {
  order: readonly ReachEntry[];
  chosen: string | null;
  choose: (id: string) => void;
}

function ReachList({ order, chosen, choose }: ReachListProps) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest' });
  }, [chosen]);
  return (
    <section>
      <h2>Reach order</h2>
      <ol className={css.reachList} ref={list}>
        {order.map(({ id, name, before, place }) => (
          <li key={id}>
            <button type="button" aria-pressed={chosen === id} onClick={() => choose(id)}>
              <span className={css.reachNumber}>{place}</span>
              <span className="grow">
                <b>{name}</b>{' '}
                <span className="muted">
                  {before.length === 0
                    ? 'nothing in front'
                    : `${before.length} in front: ${before.slice(0, 2).join(', ')}${before.length > 2 ? ' …' : ''}`}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

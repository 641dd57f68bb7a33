import { type FitResult, packingChanges } from '@ivrak/core/fit';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import { type Container, lengthUnit } from '@ivrak/core/model';
import { Anchor, Button, Progress, Select } from '@mantine/core';
import { clsx } from 'clsx';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { containerOf, kindName, positionOf, useCatalog } from '../data/catalog.ts';
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
import { LeftOut } from './LeftOut.tsx';
import { Proposals } from './Proposals.tsx';
import { type ReachEntry, reachOrder } from './reachOrder.ts';
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
  const act = (arranged: Arranged) => {
    setRefusal(arranged.ok ? null : arranged.reason);
    if (arranged.ok) edit((before) => ({ ...before, fit: arranged.draft.fit }));
  };
  const scene: Scene | null =
    shown === null || container === undefined ? null : { draft, container, result: shown.result, items: packing.problem?.items ?? [] };
  const isStale = shown !== null && shown.result !== packing.result;
  return (
    <>
      <main id="main" className={css.main} aria-label="Packed kit" tabIndex={SCROLLS_BY_KEYS}>
        {scene === null || shown === null ? (
          <Waiting />
        ) : (
          <>
            <FitTools scene={scene} chosen={chosen} name={chosen === null ? '' : nameOf(draft)(chosen)} act={act} />
            <Refusal text={refusal} />
            <div className={clsx(css.views, isStale && css.isStale)}>
              <Cutaway
                scene={scene}
                result={shown.result}
                order={order}
                chosen={chosen}
                choose={setChosen}
                carried={(id, to) => act(layDown(scene, id, to))}
              />
              <div className={css.beside}>
                {shown.result.unplaced.length > 0 && <LeftOut ids={shown.result.unplaced} />}
                <ThicknessMap container={scene.container} result={shown.result} />
              </div>
            </div>
            <FitLine result={shown.result} before={shown.before} />
            <Elsewhere />
          </>
        )}
      </main>
      <aside className={parts.drawer} aria-label="Fit">
        <Choices />
        <Packing result={packing.result} />
        <Verdict order={order} />
        <Proposals />
        {order.length > 0 && <ReachList order={order} chosen={chosen} choose={setChosen} />}
      </aside>
    </>
  );
}

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

/** The name of an item: `unitId`, `unitId:2` or `module/id`. */
function nameOf(draft: {
  units: readonly { id: string; kind: string }[];
  modules: readonly { id: string; name: string }[];
}): (itemId: string) => string {
  const kinds = new Map(draft.units.map((unit) => [unit.id, kindName(unit.kind)]));
  const modules = new Map(draft.modules.map((module) => [`${MODULE_PREFIX}${module.id}`, `Module: ${module.name}`]));
  return (itemId) => modules.get(itemId) ?? kinds.get(itemId.split(':')[0] ?? itemId) ?? itemId;
}

function Waiting() {
  const { draft, packing } = useKit();
  if (packing.refusal !== null) return <p className={css.waiting}>{packing.refusal} Take something off the sheet, or split the kit.</p>;
  if (draft.units.length === 0) return <p className={css.waiting}>Nothing to pack yet: lay things out on the Bench first.</p>;
  return <p className={css.waiting}>Packing. The first answer takes a moment.</p>;
}

/** Figures of the packing, its balance, and what lies otherwise than before. */
function FitLine({ result, before }: { result: FitResult; before: FitResult | null }) {
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
}

function Choices() {
  const { draft } = useKit();
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
}

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
      {result !== null && <span className="small muted mono">{result.decodes} ways of packing tried</span>}
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

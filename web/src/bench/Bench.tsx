import { DndContext, type DragEndEvent, DragOverlay, type DragStartEvent } from '@dnd-kit/core';
import { isPlanned, type SheetUnit } from '@ivrak/core/kit';
import { type Kind, MM_PER_INCH, RUNGS, type Unit, type UnitId } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { Link } from 'react-router';
import { catalogNow } from '../data/catalog.ts';
import { measuresNow } from '../drawing/figures.ts';
import { KindDrawing } from '../drawing/KindDrawing.tsx';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { layOneMore } from '../kit/sheetView.ts';
import { moveBefore, moveBy, withOneLess, withUnit } from '../kit/units.ts';
import { useOpenRung } from '../kit/useOpenRung.ts';
import { TwinStrip } from '../twins/TwinStrip.tsx';
import { useIsPhone } from '../ui/phone.ts';
import { useDragSensors } from '../ui/useDragSensors.ts';
import { useKeys } from '../ui/useKeys.ts';
import { Alternatives } from './Alternatives.tsx';
import css from './bench.module.css';
import { type Carried, type Target, thingUnder } from './carrying.ts';
import { Lane } from './Lane.tsx';
import { PlannedDrawer } from './PlannedDrawer.tsx';
import { SheetDrawer, type Tab } from './SheetDrawer.tsx';
import { SheetHead } from './SheetHead.tsx';
import { useSheetScale } from './scale.ts';
import { UnitDrawer } from './UnitDrawer.tsx';
import { useAlternatives } from './useAlternatives.ts';

const takeOff = (id: string) => edit((before) => ({ ...before, units: before.units.filter((unit) => unit.id !== id) }));

/** What keys do to the chosen thing and to the sheet. */
function useBenchKeys(chosen: Unit | null, setChosen: (id: UnitId | null) => void, search: () => void): void {
  const zoom = useSheetScale((state) => state.zoom);
  const compared = useAlternatives((state) => state.need);
  const closeAlternatives = useAlternatives((state) => state.close);
  const onUnit = (change: (unit: SheetUnit) => SheetUnit) => () => chosen !== null && edit((before) => withUnit(before, chosen.id, change));
  useKeys({
    '/': search,
    '+': onUnit((unit) => ({ ...unit, count: Math.min(1000, unit.count + 1) })),
    '-': () => chosen !== null && edit((before) => withOneLess(before, chosen.id)),
    w: onUnit(nextState),
    '<': () => chosen !== null && edit((before) => moveBy(before, chosen.id, -1, catalogNow())),
    '>': () => chosen !== null && edit((before) => moveBy(before, chosen.id, 1, catalogNow())),
    i: () => zoom(1),
    o: () => zoom(-1),
    Delete: () => chosen !== null && takeOff(chosen.id),
    Escape: () => (compared === null ? setChosen(null) : closeAlternatives()),
  });
}

/** What letting go of a thing or a kind does, by what it is let go over. */
function putDown(event: DragEndEvent): void {
  const { active, over } = event;
  const overId = thingUnder(event);
  if (over === null) return;
  const carried = active.data.current as Carried;
  const target = over.data.current as Target;
  if (carried.what === 'kind') {
    if (target.what !== 'drawer') layOneMore(carried.kind);
  } else if (target.what === 'drawer') takeOff(carried.unitId);
  else if (overId !== null) edit((before) => moveBefore(before, carried.unitId, overId as UnitId, catalogNow())); // the id of a thing on the sheet
}

/** Lays things out on the ground sheet, lane by lane, beside the catalogue or the chosen thing. */
export function Bench() {
  const { kit, draft } = useKit();
  const [chosenId, setChosen] = useState<UnitId | null>(null);
  const [tab, setTab] = useState<Tab>('catalogue');
  const [dragged, setDragged] = useState<Kind | null>(null);
  const [overId, setOver] = useState<string | null>(null);
  const search = useRef<HTMLInputElement>(null);
  const { rung } = useOpenRung();
  const compared = useAlternatives((state) => state.need);
  const closeAlternatives = useAlternatives((state) => state.close);
  const sensors = useDragSensors();
  const chosen = draft.units.find(({ id }) => id === chosenId) ?? null;
  const choose = useCallback((id: UnitId) => setChosen((before) => (before === id ? null : id)), []);
  useBenchKeys(chosen, setChosen, () => {
    // At once, or what is typed right after it would still act as keys.
    flushSync(() => {
      setChosen(null);
      setTab('catalogue');
    });
    search.current?.focus();
  });
  useEffect(() => {
    if (rung !== null) document.getElementById(`lane-${rung}`)?.scrollIntoView({ block: 'nearest' });
  }, [rung]);
  useEffect(() => closeAlternatives, [closeAlternatives]);
  const clearDrag = () => {
    setDragged(null);
    setOver(null);
  };
  return (
    <DndContext
      sensors={sensors}
      onDragStart={({ active }: DragStartEvent) => setDragged((active.data.current as Carried).kind)}
      onDragMove={(event) => setOver(thingUnder(event))}
      onDragCancel={clearDrag}
      onDragEnd={(event) => {
        clearDrag();
        putDown(event);
      }}
    >
      <main id="main" className={css.main}>
        <SheetHead />
        <TwinStrip kitId={kit.id} />
        <Lanes chosenId={chosenId} overId={overId} choose={choose} />
        {compared !== null && <Alternatives key={compared} need={compared} />}
      </main>
      <SheetDrawer
        name={chosen === null ? 'Catalogue' : 'Chosen thing'}
        tab={tab}
        setTab={setTab}
        searchRef={search}
        close={() => setChosen(null)}
      >
        {chosen === null ? null : isPlanned(chosen) ? (
          <PlannedDrawer key={chosen.id} unit={chosen} close={() => setChosen(null)} />
        ) : (
          <UnitDrawer key={chosen.id} unit={chosen} close={() => setChosen(null)} />
        )}
      </SheetDrawer>
      <DragOverlay dropAnimation={null}>{dragged === null ? null : <Dragged kind={dragged} />}</DragOverlay>
    </DndContext>
  );
}

interface LanesProps {
  chosenId: UnitId | null;
  overId: string | null;
  choose: (id: UnitId) => void;
}

function Lanes({ chosenId, overId, choose }: LanesProps) {
  const { draft, judgement } = useKit();
  const { rung } = useOpenRung();
  // A phone has room for one lane: the spine above it leads to the others.
  const isPhone = useIsPhone();
  const lanes = isPhone ? [rung ?? 'M'] : RUNGS;
  return (
    <GroundSheet>
      {draft.units.length === 0 && <Begin />}
      {lanes.map((lane) => (
        <Lane
          key={lane}
          rung={lane}
          units={draft.units.filter(({ kind }) => catalogNow().get(kind)?.rung === lane)}
          coverage={judgement.rungs.find((entry) => entry.rung === lane)}
          chosenId={chosenId}
          overId={overId}
          choose={choose}
        />
      ))}
    </GroundSheet>
  );
}

/** An empty sheet leads on. */
function Begin() {
  const { kit } = useKit();
  return (
    <div className={css.begin}>
      <Button component={Link} to={`/kits/${kit.id}/propose`}>
        Propose what to put in
      </Button>
      <span>or take things out of the catalogue beside it.</span>
    </div>
  );
}

function GroundSheet({ children }: { children: React.ReactNode }) {
  const scale = useSheetScale((state) => state.scale);
  // A square is a centimetre, or half an inch.
  const square = (measuresNow() === 'metric' ? 10 : MM_PER_INCH / 2) * scale;
  return (
    <section className={css.groundSheet} aria-label="Ground sheet" style={{ backgroundSize: `${square}px ${square}px` }}>
      {children}
    </section>
  );
}

function Dragged({ kind }: { kind: Kind }) {
  const scale = useSheetScale((state) => state.scale);
  return (
    <div className={css.dragged}>
      <KindDrawing kind={kind} scale={scale} />
    </div>
  );
}

/** The next way the thing may lie: as packed, outer wrapper off, pressed, laid flat. */
function nextState(unit: SheetUnit): SheetUnit {
  const states = catalogNow().get(unit.kind)?.states ?? [];
  const at = states.findIndex(({ id }) => id === unit.state);
  return { ...unit, state: states[(at + 1) % Math.max(1, states.length)]?.id ?? unit.state };
}

import { RUNGS, runRules, type Unit, type UnitId } from '@ivrak/core';
import { type RefObject, useEffect, useMemo, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { CATALOG, containerOf, positionOf, schoolOf } from '../kit/catalog.ts';
import { useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { withOneLess, withUnit } from '../kit/units.ts';
import { useOpenRung } from '../kit/useOpenRung.ts';
import { useKeys } from '../shell/useKeys.ts';
import './bench.css';
import { CatalogDrawer } from './CatalogDrawer.tsx';
import { JudgementList } from './JudgementList.tsx';
import { Lane } from './Lane.tsx';
import { SHEET_SCALE } from './scale.ts';
import { UnitDrawer } from './UnitDrawer.tsx';

/** Lays things out on the ground sheet, lane by lane, beside the catalogue or the chosen thing. */
export function Bench() {
  const { draft, judgement } = useKit();
  const edit = useDraft((state) => state.edit);
  const [chosenId, setChosen] = useState<UnitId | null>(null);
  const [tab, setTab] = useState<Tab>('catalogue');
  const search = useRef<HTMLInputElement>(null);
  const { rung } = useOpenRung();
  const chosen = draft.units.find(({ id }) => id === chosenId) ?? null;
  const onUnit = (change: (unit: Unit) => Unit) => () => chosen !== null && edit((before) => withUnit(before, chosen.id, change));
  useKeys({
    '/': () => {
      // At once, or what is typed right after it would still act as keys.
      flushSync(() => {
        setChosen(null);
        setTab('catalogue');
      });
      search.current?.focus();
    },
    '+': onUnit((unit) => ({ ...unit, count: Math.min(1000, unit.count + 1) })),
    '-': () => chosen !== null && edit((before) => withOneLess(before, chosen.id)),
    w: onUnit(nextState),
    Delete: () => chosen !== null && edit((before) => ({ ...before, units: before.units.filter(({ id }) => id !== chosen.id) })),
    Escape: () => setChosen(null),
  });
  useEffect(() => {
    if (rung !== null) document.getElementById(`lane-${rung}`)?.scrollIntoView({ block: 'nearest' });
  }, [rung]);
  return (
    <>
      <main id="main" className="ground-sheet" aria-label="Ground sheet">
        {RUNGS.map((lane) => (
          <Lane
            key={lane}
            rung={lane}
            units={draft.units.filter(({ kind }) => CATALOG.get(kind)?.rung === lane)}
            coverage={judgement.rungs.find((entry) => entry.rung === lane)}
            chosenId={chosenId}
            choose={(id) => setChosen((before) => (before === id ? null : id))}
          />
        ))}
        <ScaleBar />
      </main>
      <aside className="drawer" aria-label={chosen === null ? 'Catalogue' : 'Chosen thing'}>
        {chosen === null ? (
          <SheetDrawer tab={tab} setTab={setTab} searchRef={search} />
        ) : (
          <UnitDrawer key={chosen.id} unit={chosen} close={() => setChosen(null)} />
        )}
      </aside>
    </>
  );
}

type Tab = 'catalogue' | 'judgement';

interface SheetDrawerProps {
  tab: Tab;
  setTab: (tab: Tab) => void;
  searchRef: RefObject<HTMLInputElement | null>;
}

/** Beside the sheet: what could be laid out, or what there is to say about what lies there. */
function SheetDrawer({ tab, setTab, searchRef }: SheetDrawerProps) {
  const { draft, judgement, today, packing } = useKit();
  const packedMm = packing.result?.thicknessMm ?? null;
  const findings = useMemo(
    () =>
      runRules({
        draft,
        brief: draft.brief,
        school: schoolOf(draft),
        today,
        coverage: judgement.coverage,
        container: containerOf(draft.containerId),
        position: positionOf(draft.positionId),
        catalog: CATALOG,
        packedMm,
      }),
    [draft, judgement.coverage, today, packedMm],
  );
  const urgent = findings.filter(({ severity }) => severity !== 'note').length;
  return (
    <>
      <div className="drawer-tabs" role="group" aria-label="Beside the sheet">
        <button type="button" aria-pressed={tab === 'catalogue'} onClick={() => setTab('catalogue')}>
          Catalogue
        </button>
        <button type="button" aria-pressed={tab === 'judgement'} onClick={() => setTab('judgement')}>
          Judgement {findings.length > 0 && <span className={`mono${urgent > 0 ? ' is-urgent' : ''}`}>{findings.length}</span>}
        </button>
      </div>
      {tab === 'catalogue' ? <CatalogDrawer searchRef={searchRef} /> : <JudgementList findings={findings} />}
    </>
  );
}

/** The next way the thing may lie: as packed, outer wrapper off, pressed, laid flat. */
function nextState(unit: Unit): Unit {
  const states = CATALOG.get(unit.kind)?.states ?? [];
  const at = states.findIndex(({ id }) => id === unit.state);
  return { ...unit, state: states[(at + 1) % Math.max(1, states.length)]?.id ?? unit.state };
}

function ScaleBar() {
  return (
    <div className="scale-bar">
      <span className="mono">50 mm</span>
      <span className="scale-line" style={{ width: 50 * SHEET_SCALE }} />
    </div>
  );
}

import { useDroppable } from '@dnd-kit/core';
import { slowFinds } from '@ivrak/core/drill';
import { liesIn } from '@ivrak/core/kit';
import { type Finding, runRules, siftFindings } from '@ivrak/core/rules';
import { Button, Drawer } from '@mantine/core';
import { clsx } from 'clsx';
import { type ReactNode, type RefObject, useDeferredValue, useMemo, useState } from 'react';
import { containerOf, positionOf } from '../data/catalog.ts';
import { usePeople } from '../data/queries.ts';
import { useHeat } from '../data/upkeep.ts';
import { useDrills } from '../drill/queries.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import { useIsPhone } from '../ui/phone.ts';
import css from './bench.module.css';
import { CatalogDrawer } from './CatalogDrawer.tsx';
import type { Target } from './carrying.ts';
import { JudgementList } from './JudgementList.tsx';
import { WhatIf } from './WhatIf.tsx';

export type Tab = 'catalogue' | 'judgement' | 'whatIf';
const TABS: readonly { value: Tab; words: string }[] = [
  { value: 'catalogue', words: 'Add' },
  { value: 'judgement', words: 'Judgement' },
  { value: 'whatIf', words: 'What if' },
];

interface SheetDrawerProps {
  name: string;
  tab: Tab;
  setTab: (tab: Tab) => void;
  searchRef: RefObject<HTMLInputElement | null>;
  /** Lets go of the chosen thing. */
  close: () => void;
  /** The chosen thing, which stands in front of the tabs. */
  children: ReactNode;
}

/** Beside the sheet: what could be laid out, what there is to say about what lies there, and what if. Things dropped here leave the sheet. */
export function SheetDrawer(props: SheetDrawerProps) {
  return useIsPhone() ? <PhoneDrawer {...props} /> : <WideDrawer {...props} />;
}

/** On a phone it comes up from below, for a thing that is chosen or when it is asked for. */
function PhoneDrawer({ name, tab, setTab, searchRef, close, children }: SheetDrawerProps) {
  const [isOpen, setOpen] = useState(false);
  const shut = () => {
    setOpen(false);
    close();
  };
  return (
    <>
      <div className={css.phoneTabs} role="group" aria-label="Beside the sheet">
        {TABS.map(({ value, words }) => (
          <Button
            key={value}
            variant="default"
            onClick={() => {
              setTab(value);
              setOpen(true);
            }}
          >
            {words}
          </Button>
        ))}
      </div>
      <Drawer
        opened={isOpen || children !== null}
        onClose={shut}
        position="bottom"
        size="82%"
        title={children === null ? TABS.find(({ value }) => value === tab)?.words : name}
        closeButtonProps={{ 'aria-label': 'Close' }}
      >
        <div className={css.phoneDrawer}>{children ?? <Tabs tab={tab} setTab={setTab} searchRef={searchRef} />}</div>
      </Drawer>
    </>
  );
}

function WideDrawer({ name, tab, setTab, searchRef, children }: SheetDrawerProps) {
  const { setNodeRef, isOver, active } = useDroppable({ id: 'drawer', data: { what: 'drawer' } satisfies Target });
  const isTakingOff = isOver && active?.data.current?.what === 'unit';
  return (
    <aside ref={setNodeRef} className={clsx(parts.drawer, isTakingOff && css.isTakingOff)} aria-label={name}>
      {children ?? <Tabs tab={tab} setTab={setTab} searchRef={searchRef} />}
    </aside>
  );
}

function useFindings(): Finding[] {
  // What there is to say may come a moment after the figures: each fix is tried before it is advised.
  const { kit, draft, judgement, school, catalog, today, packing, beside } = useDeferredValue(useKit());
  const { result } = packing;
  const drills = useDrills().data?.drills;
  const people = usePeople().data?.people;
  const heat = useHeat().data?.places.find(({ positionId }) => positionId === draft.positionId)?.log ?? null;
  const { id } = kit;
  const finds = useMemo(
    () =>
      result === null || drills === undefined
        ? []
        : slowFinds(drills, { id, units: draft.units, modules: draft.modules }, people ?? [], result),
    [result, drills, people, id, draft.units, draft.modules],
  );
  return useMemo(
    () =>
      runRules({
        draft,
        brief: draft.brief,
        school,
        today,
        coverage: judgement.coverage,
        beside,
        container: containerOf(draft.containerId),
        position: positionOf(draft.positionId),
        catalog,
        packedMm: result?.thicknessMm ?? null,
        packedOuter: result?.outer,
        lies: result === null ? undefined : liesIn(result),
        heat,
        finds,
      }),
    [draft, judgement.coverage, beside, school, catalog, today, result, heat, finds],
  );
}

function Tabs({ tab, setTab, searchRef }: Pick<SheetDrawerProps, 'tab' | 'setTab' | 'searchRef'>) {
  const { setAside } = useKit().draft;
  const findings = useFindings();
  const sifted = useMemo(() => siftFindings(findings, setAside), [findings, setAside]);
  const urgent = sifted.open.filter(({ severity }) => severity !== 'note').length;
  const button = (value: Tab, words: ReactNode) => (
    <button type="button" aria-pressed={tab === value} onClick={() => setTab(value)}>
      {words}
    </button>
  );
  return (
    <>
      <div className={parts.drawerTabs} role="group" aria-label="Beside the sheet">
        {button('catalogue', 'Catalogue')}
        {button(
          'judgement',
          <>
            Judgement {sifted.open.length > 0 && <span className={clsx('mono', urgent > 0 && parts.isUrgent)}>{sifted.open.length}</span>}
          </>,
        )}
        {button('whatIf', 'What if')}
      </div>
      {tab === 'catalogue' && <CatalogDrawer searchRef={searchRef} />}
      {tab === 'judgement' && <JudgementList {...sifted} />}
      {tab === 'whatIf' && <WhatIf />}
    </>
  );
}

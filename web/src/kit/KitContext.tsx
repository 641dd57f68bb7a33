import type { StockKit } from '@ivrak/core/coverage';
import { isPlanned, type Judgement, judgeKit } from '@ivrak/core/kit';
import { catalogWith } from '@ivrak/core/loadout';
import type { KindCatalog, KitView, PlainDate, School } from '@ivrak/core/model';
import { useQuery } from '@tanstack/react-query';
import { createContext, type ReactNode, useContext, useEffect, useMemo } from 'react';
import { useMatch } from 'react-router';
import { containerOf, schoolOf, useCatalog } from '../data/catalog.ts';
import { kitQuery } from '../data/queries.ts';
import { besideOf } from './besideOf.ts';
import { openKit, type SheetDraft, saveNow, sendOnLeave, useDraft } from './draftStore.ts';
import { freshKnows } from './freshKnows.ts';
import { useSheetView } from './sheetView.ts';
import { type PackingState, usePacking } from './usePacking.ts';

interface KitValue {
  kit: KitView;
  /** As it is shown: with what is planned, or without. */
  draft: SheetDraft;
  today: PlainDate;
  school: School;
  /** With what the bearer of the kit's set has of his own. */
  catalog: KindCatalog;
  /** What is carried as one with the kit. */
  beside: readonly StockKit[];
  judgement: Judgement;
  packing: PackingState;
}

/** The plan, or only what is there, as was chosen; what is not there cannot be made ready. */
function useSeen(draft: SheetDraft): SheetDraft {
  const seen = useSheetView((state) => state.seen);
  const isStaging = useMatch('/kits/:id/stage') !== null;
  const isPlan = seen === 'plan' && !isStaging;
  return useMemo(
    () => (isPlan || !draft.units.some(isPlanned) ? draft : { ...draft, units: draft.units.filter((unit) => !isPlanned(unit)) }),
    [draft, isPlan],
  );
}

const KitContext = createContext<KitValue | null>(null);

export function useKit(): KitValue {
  const value = useContext(KitContext);
  if (value === null) throw new Error('useKit stands outside of a kit screen');
  return value;
}

interface KitProviderProps {
  id: string;
  today: PlainDate;
  loading: ReactNode;
  failed: (error: unknown) => ReactNode;
  children: ReactNode;
}

/** Loads a kit, holds its draft while its screens are open, and works out what follows from it. */
export function KitProvider({ id, today, loading, failed, children }: KitProviderProps) {
  const query = useQuery(kitQuery(id));
  const kit = query.data;
  const draft = useDraft((state) => (state.id === id ? state.draft : null));
  useEffect(() => {
    if (kit === undefined) return;
    const { id: openId, save, version } = useDraft.getState();
    // A newer version is received only while nothing of ours is unsaved; otherwise the save finds the conflict.
    if (openId !== kit.id || (save === 'saved' && kit.version > version)) openKit(kit);
  }, [kit]);
  useEffect(() => {
    window.addEventListener('pagehide', sendOnLeave);
    return () => {
      window.removeEventListener('pagehide', sendOnLeave);
      void saveNow();
    };
  }, []);
  // One that is here stays here when asking for it again fails: what is being laid out must not go with the server.
  if (query.isLoadingError) return failed(query.error);
  if (kit === undefined || draft === null) return loading;
  return (
    <Judged kit={kit} draft={draft} today={today}>
      {children}
    </Judged>
  );
}

function Judged({ kit, draft: whole, today, children }: { kit: KitView; draft: SheetDraft; today: PlainDate; children: ReactNode }) {
  const seen = useSeen(whole);
  const known = useMemo(() => freshKnows(seen.brief, kit.brief), [seen.brief, kit.brief]);
  const draft = useMemo(() => (known === seen.brief ? seen : { ...seen, brief: known }), [seen, known]);
  const shipped = useCatalog((state) => state.catalog);
  const { inSet } = kit;
  const catalog = useMemo(() => (inSet === null ? shipped : catalogWith(shipped, inSet.own)), [shipped, inSet]);
  const beside = useMemo(() => besideOf(inSet), [inSet]);
  const schools = useCatalog((state) => state.schools);
  const school = schools.find(({ id }) => id === draft.schoolId) ?? schoolOf(draft);
  const { brief, units, containerId } = draft;
  const judgement = useMemo(
    () => judgeKit({ id: kit.id, brief, units, inSet: beside }, school, containerOf(containerId), today, catalog),
    [kit.id, brief, units, beside, containerId, school, today, catalog],
  );
  const packing = usePacking(kit, draft, judgement);
  const value = useMemo(
    () => ({ kit, draft, today, school, catalog, beside: beside?.beside ?? [], judgement, packing }),
    [kit, draft, today, school, catalog, beside, judgement, packing],
  );
  return <KitContext.Provider value={value}>{children}</KitContext.Provider>;
}

import { type Debrief, type DebriefKit, type DebriefLine, debriefLines, debriefSteps, type Fate, type Lesson } from '@ivrak/core/incident';
import type { Drill, KitView } from '@ivrak/core/model';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { keptDrills } from '../away/keptDrills.ts';
import { catalogNow, containerOf } from '../data/catalog.ts';
import { ApiError, api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { useWho } from '../drill/queries.ts';
import { recalledDrill } from './recalled.ts';
import { useUseLog } from './useLog.ts';
import type { DebriefedLog } from './useStoredLog.ts';

/** What somebody says became of a thing. */
export interface Said {
  unitId: string;
  kitId: string;
  kind: string;
  fates: Fate[];
  fate: Fate;
  pieces: number;
}

const toDebriefKit = (kit: KitView): DebriefKit => ({ ...kit, isVacuumPacked: containerOf(kit.containerId)?.make === 'vacuumRoll' });

function firstSaid(lines: readonly DebriefLine[]): Said[] {
  return lines.map(({ unitId, kitId, kind, logged, fates }) => ({ unitId, kitId, kind, fates, fate: fates[0] ?? 'used', pieces: logged }));
}

/** Sends the debrief, closes the log here and leads on to restocking. */
function useSendDebrief(log: DebriefedLog) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const finish = async (body: Pick<Debrief, 'units' | 'steps' | 'lessons'>, drills: readonly Drill[]) => {
    setBusy(true);
    setError(null);
    try {
      await api.post('/api/use-logs/:id/debrief', { params: { id: log.id }, body: { version: log.version, ...body } });
      for (const drill of drills) keptDrills.add(drill);
      if (useUseLog.getState().log?.id === log.id) useUseLog.getState().close();
      await Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit'] }), client.invalidateQueries({ queryKey: ['use-logs'] })]);
      navigate(`/restock?kit=${log.kitId}&after=${log.id}`);
    } catch (failure) {
      if (failure instanceof ApiError && failure.issues.length > 0) setError(failure.issues.map(({ message }) => message).join(' '));
      else setError(messageOf(failure));
      setBusy(false);
    }
  };
  return { error, isBusy, finish };
}

/** What is answered so far, and what it comes to. */
export function useDebrief(log: DebriefedLog, kits: readonly KitView[]) {
  const own = kits.map(toDebriefKit);
  const lines = debriefLines(log, log.debriefs, own, catalogNow());
  const [answered, setSaid] = useState(() => firstSaid(lines));
  // What another phone sends meanwhile is asked for as well, and takes nothing of what was answered.
  const said = [...answered, ...firstSaid(lines.filter(({ unitId }) => !answered.some((one) => one.unitId === unitId)))];
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [lessons, setLessons] = useState<Lesson[]>([]);
  const [recalled, setRecalled] = useState<ReadonlySet<string>>(new Set());
  const who = useWho();
  const { error, isBusy, finish } = useSendDebrief(log);
  const steps = debriefSteps(
    said.filter(({ fate }) => fate !== 'untouched'),
    own,
    catalogNow(),
  );
  const toggle = (step: string) => {
    const next = new Set(ticked);
    if (!next.delete(step)) next.add(step);
    setTicked(next);
  };
  return {
    said,
    /** How many stand in the log; what follows was added by hand. */
    logged: lines.length,
    change: (index: number, part: Partial<Said>) => setSaid(said.map((one, at) => (at === index ? { ...one, ...part } : one))),
    remove: (index: number) => setSaid(said.toSpliced(index, 1)),
    add: (one: Said) => setSaid([...said, one]),
    steps,
    ticked,
    toggle,
    lessons,
    setLessons,
    /** Kits of which whoever debriefs says that they knew where things lay. */
    recalled,
    setRecalled,
    error,
    isBusy,
    finish: () =>
      finish(
        {
          units: said.map(({ unitId, fate, pieces }) => ({ unitId, fate, pieces })) as Debrief['units'], // ids come from the kits
          steps: [...ticked],
          lessons,
        },
        recalledIn(
          kits.filter(({ id }) => recalled.has(id)),
          said,
          { personId: who as Drill['personId'] | null, at: log.startedAt }, // of the crew
        ),
      ),
  };
}

/** One sitting for each kit of which somebody says that they knew where things lay. */
function recalledIn(
  kits: readonly KitView[],
  said: readonly Said[],
  { personId, at }: { personId: Drill['personId'] | null; at: string },
): Drill[] {
  if (personId === null) return [];
  return kits.flatMap((kit) => {
    const kinds = said.flatMap(({ kitId, kind, fate }) => (kitId === kit.id && fate !== 'untouched' ? [kind] : []));
    return recalledDrill(kit, kinds, { id: crypto.randomUUID(), personId, at }) ?? [];
  });
}

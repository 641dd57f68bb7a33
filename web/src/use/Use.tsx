import { type Judgement, judgeKit, type KitView, type PlainDate, piecesLeft, RUNGS, type StoredUnit, takePieces } from '@ivrak/core';
import { Button } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, messageOf } from '../api/client.ts';
import { useRefresh, useRestock, useSettings } from '../api/queries.ts';
import { RungStrip } from '../drawing/RungStrip.tsx';
import { catalogNow, containerOf, schoolOf } from '../kit/catalog.ts';
import { Blank } from '../shell/Blank.tsx';
import { CAUTION } from '../shell/caution.ts';
import { Failure } from '../shell/Failure.tsx';
import { Refusal } from '../shell/Refusal.tsx';
import { useKeys } from '../shell/useKeys.ts';
import { RestockKit } from '../stores/RestockPage.tsx';
import { type PendingUse, usePendingUse } from './pending.ts';
import './use.css';

/** Logs what is used, thumb-sized; the kit's state follows every tap. */
export function Use() {
  const { id = '' } = useParams();
  const settings = useSettings();
  const kit = useQuery({ queryKey: ['kit', id], queryFn: () => api.get<KitView>(`/api/kits/${id}`) });
  if (kit.isError) return <Failure error={kit.error} />;
  if (kit.data === undefined || settings.data === undefined) return <Blank label="Opening the kit" />;
  return <UseLog key={id} kit={kit.data} today={settings.data.today} />;
}

/** The order in which things are likely used: by rung, then as they lie on the sheet. */
function likelyOrder(units: readonly StoredUnit[]): StoredUnit[] {
  const rank = (unit: StoredUnit) => RUNGS.indexOf(catalogNow().get(unit.kind)?.rung ?? 'D');
  return units.filter(({ condition }) => condition !== 'practice' && condition !== 'used').sort((a, b) => rank(a) - rank(b));
}

function afterTaps(kit: KitView, pending: PendingUse, today: PlainDate): { units: StoredUnit[]; judgement: Judgement } {
  const used = new Map<string, number>();
  for (const { unitId, count } of pending.taps) used.set(unitId, (used.get(unitId) ?? 0) + count);
  const units = kit.units.flatMap((unit) => {
    const kind = catalogNow().get(unit.kind);
    const count = used.get(unit.id) ?? 0;
    if (kind === undefined || count === 0) return [unit];
    const taken = takePieces(unit, kind, count);
    return taken.ok && taken.rest !== null ? [{ ...unit, ...taken.rest }] : [];
  });
  return {
    units,
    judgement: judgeKit({ id: kit.id, brief: kit.brief, units }, schoolOf(kit), containerOf(kit.containerId), today, catalogNow()),
  };
}

function UseLog({ kit, today }: { kit: KitView; today: PlainDate }) {
  const refresh = useRefresh();
  const client = useQueryClient();
  const { pending, tap, untap, clear } = usePendingUse(kit.id);
  const [isDone, setDone] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const order = useMemo(() => likelyOrder(kit.units), [kit.units]);
  const { judgement } = useMemo(() => afterTaps(kit, pending, today), [kit, pending, today]);
  const leftOf = (unit: StoredUnit) =>
    piecesLeft(unit, catalogNow().get(unit.kind)?.pieces ?? 1) - pending.taps.filter(({ unitId }) => unitId === unit.id).length;
  useKeys(
    Object.fromEntries(
      order.slice(0, 9).map((unit, index) => [
        String(index + 1),
        () => {
          if (leftOf(unit) > 0) tap(unit.id);
        },
      ]),
    ),
  );
  const send = async () => {
    const first = pending.taps[0];
    if (first === undefined) return;
    setBusy(true);
    setError(null);
    try {
      await api.post(`/api/kits/${kit.id}/uses`, { id: pending.id, at: first.at, events: pending.taps });
      clear();
      setDone(true);
      await Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit', kit.id] })]);
    } catch (failure) {
      setError(`${messageOf(failure)} What you tapped is kept in this browser; send it again when it answers.`);
    }
    setBusy(false);
  };
  return (
    <main id="main" className="use">
      <header className="use-head">
        <h1>{kit.name}</h1>
        <Link to="/">Muster</Link>
      </header>
      {isDone && pending.taps.length === 0 ? (
        <AfterUse kitId={kit.id} kitName={kit.name} again={() => setDone(false)} rungs={kit.summary.rungs} />
      ) : (
        <>
          <p className="caution">Care first, logging after. Call your emergency number.</p>
          <div className="use-state" aria-live="polite">
            <RungStrip rungs={judgement.rungs} />
            <span className="small">
              {judgement.held} of {judgement.asked} needs held
            </span>
          </div>
          <ol className="use-list" aria-label="Tap what was used">
            {order.map((unit, index) => (
              <UseRow
                key={unit.id}
                unit={unit}
                number={index + 1}
                taps={pending.taps.filter(({ unitId }) => unitId === unit.id)}
                left={leftOf(unit)}
                tap={() => tap(unit.id)}
                untap={() => untap(unit.id)}
              />
            ))}
          </ol>
          {order.length === 0 && <p>Nothing is in this kit.</p>}
          <Refusal text={error} />
          <footer className="use-foot">
            <Button size="lg" fullWidth disabled={pending.taps.length === 0 || isBusy} onClick={() => void send()}>
              {pending.taps.length === 0 ? 'Tap what was used' : `Log ${pending.taps.length} used`}
            </Button>
            <p className="use-caution">{CAUTION}</p>
          </footer>
        </>
      )}
    </main>
  );
}

interface UseRowProps {
  unit: StoredUnit;
  number: number;
  taps: readonly { at: string }[];
  left: number;
  tap: () => void;
  untap: () => void;
}

const clock = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

function UseRow({ unit, number, taps, left, tap, untap }: UseRowProps) {
  const kind = catalogNow().get(unit.kind);
  const name = kind?.name ?? unit.kind;
  const last = taps.at(-1);
  const total = taps.length + left;
  const unitName = kind === undefined || kind.pieceName === 'piece' ? '' : ` ${kind.pieceName}${total === 1 ? '' : 's'}`;
  return (
    <li className={taps.length > 0 ? 'use-row is-used' : 'use-row'}>
      <button type="button" className="use-tap" disabled={left <= 0} onClick={tap}>
        <span className="use-number">{number}</span>
        <span className="grow">
          <b>{name}</b>
          <span className="small muted">
            {last === undefined
              ? `tap when used${total > 1 ? ` · ${total}${unitName} here` : ''}`
              : `${taps.length} of ${total}${unitName} used · ${clock(last.at)}`}
          </span>
          {unit.condition === 'suspect' && <span className="small state-gap">suspect</span>}
        </span>
        <span className={`use-box${taps.length > 0 ? ' is-on' : ''}`} aria-hidden="true">
          {taps.length > 1 ? taps.length : taps.length === 1 ? '✓' : ''}
        </span>
      </button>
      {taps.length > 0 && (
        <button type="button" className="use-undo" onClick={untap} aria-label={`Take back one ${name}`}>
          −1
        </button>
      )}
    </li>
  );
}

function AfterUse({
  kitId,
  kitName,
  again,
  rungs,
}: {
  kitId: string;
  kitName: string;
  again: () => void;
  rungs: KitView['summary']['rungs'];
}) {
  const restock = useRestock();
  const lines = restock.data?.kits.find((entry) => entry.kitId === kitId);
  return (
    <section className="stack after-use">
      <p className="verdict-said" role="status">
        Logged. {lines === undefined ? `${kitName} still has its least.` : 'The kit is not whole until this is put back.'}
      </p>
      <RungStrip rungs={rungs} />
      {lines !== undefined && <RestockKit kit={lines} />}
      <Button variant="default" size="lg" onClick={again}>
        Log more
      </Button>
      <Link to="/">To Muster</Link>
    </section>
  );
}

import { MOST_COPIES } from '@ivrak/contract';
import { copyOf, judgeKit, leaveOut, type SheetUnit, type Slimmed, slimmed } from '@ivrak/core/kit';
import { type KitDraft, massOf } from '@ivrak/core/model';
import { Button, Checkbox, Modal, Switch, TextInput } from '@mantine/core';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { kindName, positionOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { grams } from '../drawing/figures.ts';
import { besideOf } from '../kit/besideOf.ts';
import { saveNow } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { newUnitId } from '../kit/units.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import choosing from './choosing.module.css';

/** What a slimmed copy may weigh where its place allows more than all: so much of the whole. Planning value. */
const SLIM_SHARE = 0.6;

/** What stays behind of a slimmed copy, with the reasons and what is kept after all as somebody changed them. */
function useSlimming() {
  const { kit, draft, school, catalog, today } = useKit();
  const { brief, units, positionId } = draft;
  const inSet = useMemo(() => besideOf(kit.inSet), [kit.inSet]);
  const [isSlim, setSlim] = useState(false);
  const [limitG, setLimit] = useState<number | null>(() => {
    const massG = units.reduce((sum, unit) => sum + massOf(catalog.get(unit.kind), unit) * unit.count, 0);
    const placeG = positionOf(positionId)?.massG ?? null;
    return placeG !== null && placeG < massG ? placeG : Math.round(massG * SLIM_SHARE);
  });
  const [kept, setKept] = useState<ReadonlySet<string>>(new Set());
  const [reasons, setReasons] = useState<Readonly<Record<string, string>>>({});
  const slim = useMemo(() => {
    if (!isSlim) return null;
    const judge = (some: readonly SheetUnit[]) =>
      judgeKit({ id: kit.id, brief, units: some, inSet }, school, undefined, today, catalog).coverage.needs;
    return slimmed({ units, judge, school, catalog, limitG });
  }, [isSlim, kit.id, brief, inSet, units, school, today, catalog, limitG]);
  const leftOut = (slim?.leftOut ?? [])
    .filter(({ unitId }) => !kept.has(unitId))
    .map((line) => ({ ...line, reason: reasons[line.unitId] ?? line.reason }));
  const keep = (id: string) => setKept(kept.has(id) ? new Set([...kept].filter((one) => one !== id)) : new Set([...kept, id]));
  const say = (id: string, reason: string) => setReasons({ ...reasons, [id]: reason });
  return { isSlim, setSlim, limitG, setLimit, leftOut, list: slim === null ? null : { slim, kept, reasons, keep, say } };
}

/** Makes the copies, all or none, and leads to the one, or to the twins. */
function useCopying(close: () => void) {
  const { kit } = useKit();
  const navigate = useNavigate();
  const { error, keepAndGo, isSending } = useKeep();
  const made = useRef('/');
  const make = (copies: KitDraft[], asTwins: boolean) =>
    void keepAndGo(
      async () => {
        await saveNow();
        const { ids, patternId } = await api.post('/api/kits/:id/copies', { params: { id: kit.id }, body: { copies, asTwins } });
        made.current = patternId === null ? `/kits/${ids[0]}/bench` : `/twins/${patternId}`;
      },
      () => {
        close();
        return navigate(made.current);
      },
    );
  return { error, isSending, make };
}

/** One more kit after this one, or several: whole, or slimmed with a reason for each thing that stays behind. */
export function CopyKit({ close }: { close: () => void }) {
  const { draft } = useKit();
  const [name, setName] = useState(`${draft.name}, second`);
  const [count, setCount] = useState(1);
  const [asTwins, setTwins] = useState(false);
  const slimming = useSlimming();
  const { error, isSending, make } = useCopying(close);
  const isTold = slimming.leftOut.every(({ reason }) => reason.trim().length >= 3);
  const copies = () => {
    const sheet = leaveOut(draft.units, slimming.leftOut);
    const nameOf = (index: number) => (count === 1 ? name.trim() : `${name.trim()} ${index + 1}`);
    return Array.from({ length: count }, (_, index) => copyOf(draft, sheet, nameOf(index), slimming.leftOut, newUnitId));
  };
  return (
    <Modal opened onClose={close} title={`Copy ${draft.name}`} size="lg">
      <div className="stack">
        <p className="small muted">Nobody has its things twice, so in the copy all of them are planned: Buy and Restock know them.</p>
        <NameAndCount name={name} setName={setName} count={count} setCount={setCount} />
        <Slimming slimming={slimming} />
        <Checkbox
          label="Keep as twins: a change of one is offered to the others"
          checked={asTwins}
          disabled={slimming.isSlim}
          onChange={() => setTwins(!asTwins)}
        />
        <Refusal text={error} />
        <div className="row">
          <Button disabled={name.trim() === '' || !isTold || isSending} onClick={() => make(copies(), asTwins && !slimming.isSlim)}>
            {count === 1 ? 'Make the copy' : `Make ${count} copies`}
          </Button>
          <Button variant="default" onClick={close}>
            Cancel
          </Button>
        </div>
      </div>
    </Modal>
  );
}

interface NameAndCountProps {
  name: string;
  setName: (name: string) => void;
  count: number;
  setCount: (count: number) => void;
}

function NameAndCount({ name, setName, count, setCount }: NameAndCountProps) {
  return (
    <div className="row">
      <TextInput
        className="grow"
        label={count === 1 ? 'Name' : 'Name; each gets a number'}
        maxLength={56}
        value={name}
        error={name.trim() === '' ? 'Give the copy a name.' : null}
        onChange={(event) => setName(event.currentTarget.value)}
      />
      <DecimalInput
        label="How many"
        decimals={0}
        min={1}
        max={MOST_COPIES}
        w={110}
        value={count}
        onChange={(value) => setCount(value ?? 1)}
      />
    </div>
  );
}

function Slimming({ slimming: { isSlim, setSlim, limitG, setLimit, list } }: { slimming: ReturnType<typeof useSlimming> }) {
  return (
    <>
      <Switch label="Slimmed: leave out what is too much for it" checked={isSlim} onChange={() => setSlim(!isSlim)} />
      {list !== null && (
        <>
          <DecimalInput label="All things together weigh at most" unit="g" max={50_000} decimals={0} value={limitG} onChange={setLimit} />
          <SlimList {...list} />
        </>
      )}
    </>
  );
}

interface SlimListProps {
  slim: Slimmed;
  kept: ReadonlySet<string>;
  reasons: Readonly<Record<string, string>>;
  keep: (unitId: string) => void;
  say: (unitId: string, reason: string) => void;
}

function SlimList({ slim, kept, reasons, keep, say }: SlimListProps) {
  const back = slim.leftOut.filter(({ unitId }) => kept.has(unitId)).reduce((sum, line) => sum + line.massG, 0);
  return (
    <>
      <p className="small">
        What stays weighs <b className="mono">{grams(slim.massG + back)}</b>.{' '}
        {!slim.isLightEnough && <span className="state-thin">Lighter it does not get: a life hangs on the rest.</span>}
      </p>
      {slim.leftOut.length === 0 && <p className="small">Nothing has to be left out.</p>}
      <ul className={choosing.slimList} aria-label="Left out">
        {slim.leftOut.map(({ unitId, kind, count, reason }) => (
          <li key={unitId}>
            <Checkbox label={`${count} × ${kindName(kind)}`} checked={!kept.has(unitId)} onChange={() => keep(unitId)} />
            <TextInput
              aria-label={`Why ${kindName(kind)} is left out`}
              maxLength={200}
              disabled={kept.has(unitId)}
              value={reasons[unitId] ?? reason}
              error={(reasons[unitId] ?? reason).trim().length < 3 ? 'Say why.' : null}
              onChange={(event) => say(unitId, event.currentTarget.value)}
            />
          </li>
        ))}
      </ul>
    </>
  );
}

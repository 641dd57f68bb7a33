import { gradeOf } from '@ivrak/core/coverage';
import type { Kind } from '@ivrak/core/model';
import { CONDITION_NAMES, CONDITIONS, type Condition, NEEDS, type NeedId, type PlainDate, showDate, type Unit } from '@ivrak/core/model';
import { ActionIcon, Button, Select, TextInput } from '@mantine/core';
import { IconArrowLeft, IconArrowRight, IconMinus, IconPlus } from '@tabler/icons-react';
import { clsx } from 'clsx';
import { useState } from 'react';
import { catalogNow } from '../data/catalog.ts';
import { mm } from '../drawing/figures.ts';
import { edit, sendTo } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { canBePlanned, planIt } from '../kit/sheetView.ts';
import { moveBy, withOneLess, withUnit } from '../kit/units.ts';
import { DateField } from '../ui/DateField.tsx';
import parts from '../ui/parts.module.css';
import { ScanField } from '../ui/ScanField.tsx';
import css from './bench.module.css';
import { HangsOn } from './HangsOn.tsx';
import { OwnTraits } from './OwnTraits.tsx';
import { ThingHead } from './ThingHead.tsx';
import { useAlternatives } from './useAlternatives.ts';

/** The chosen thing: count, how it lies, condition, lot and date. */
export function UnitDrawer({ unit, close }: { unit: Unit; close: () => void }) {
  const { today } = useKit();
  const kind = catalogNow().get(unit.kind);
  if (kind === undefined) return null;
  const change = (next: Partial<Unit>) => edit((draft) => withUnit(draft, unit.id, (before) => ({ ...before, ...next })));
  const isPractice = unit.condition === 'practice';
  const leave = (place: 'stores' | 'discarded') => {
    sendTo(unit.id, place);
    close();
  };
  return (
    <>
      <ThingHead unit={unit} kind={kind} close={close} />
      <UnitActions unit={unit} kind={kind} />
      <UnitCount unit={unit} change={change} />
      <LiesAs unit={unit} kind={kind} change={change} />
      <HangsOn unit={unit} kind={kind} />
      <ConditionField isPractice={isPractice} unit={unit} change={change} />
      <LabelScan change={change} />
      <LabelFields unit={unit} change={change} />
      <DateNote date={unit.expiresOn} today={today} isPrinted={kind.dating === 'printed'} />
      <OwnTraits unit={unit} kind={kind} change={change} />
      <div className="row">
        <Button variant="default" onClick={() => leave('stores')} disabled={isPractice}>
          Move to stores
        </Button>
        <Button variant="default" onClick={() => leave('discarded')}>
          Take off the sheet
        </Button>
        {canBePlanned(unit) && (
          <Button variant="default" onClick={() => planIt(unit.id)}>
            Not here yet: plan it
          </Button>
        )}
      </div>
    </>
  );
}

interface LiesAsProps {
  unit: Unit;
  kind: Kind;
  change: (next: Partial<Unit>) => void;
}

export function LiesAs({ unit, kind, change }: LiesAsProps) {
  return (
    kind.states.length > 1 && (
      <Select
        label="How it lies"
        data={kind.states.map(({ id, label, tMm }) => ({ value: id, label: `${label}, ${mm(tMm)}` }))}
        value={unit.state}
        onChange={(value) => change({ state: value ?? unit.state })}
      />
    )
  );
}

interface ConditionFieldProps {
  isPractice: boolean;
  unit: Unit;
  change: (next: Partial<Unit>) => void;
}

function ConditionField({ isPractice, unit, change }: ConditionFieldProps) {
  return (
    <Select
      label="Condition"
      disabled={isPractice}
      description={isPractice ? 'A practice unit stays one.' : undefined}
      data={CONDITIONS.filter((value) => value !== 'used' && value !== 'expired' && (value !== 'practice' || isPractice)).map((value) => ({
        value,
        label: CONDITION_NAMES[value],
      }))}
      value={unit.condition}
      onChange={(value) => change({ condition: (value ?? unit.condition) as Condition })}
    />
  );
}

function LabelFields({ unit, change }: Pick<ConditionFieldProps, 'unit' | 'change'>) {
  return (
    <div className={parts.fieldGrid}>
      <TextInput
        label="Lot"
        value={unit.lot ?? ''}
        maxLength={40}
        onChange={(event) => change({ lot: event.currentTarget.value.trim() || null })}
      />
      <DateField label="Expiry" value={unit.expiresOn} onChange={(expiresOn) => change({ expiresOn })} />
    </div>
  );
}

/** Fills lot and date from a label, and says what a second look is due for. */
function LabelScan({ change }: { change: (next: Partial<Unit>) => void }) {
  const { today } = useKit();
  const [warnings, setWarnings] = useState<readonly string[]>([]);
  return (
    <>
      <ScanField
        today={today}
        onScan={(scan) => {
          change({
            ...(scan.lot === undefined ? {} : { lot: scan.lot }),
            ...(scan.expiresOn === undefined ? {} : { expiresOn: scan.expiresOn }),
          });
          setWarnings(scan.warnings);
        }}
      />
      {warnings.map((warning) => (
        <p key={warning} className="caution">
          {warning}
        </p>
      ))}
    </>
  );
}

interface UnitActionsProps {
  unit: Unit;
  kind: Kind;
}

export function UnitActions({ unit, kind }: UnitActionsProps) {
  const compare = useAlternatives((state) => state.show);
  const { judgement, school } = useKit();
  const graded = Object.keys(kind.grades) as NeedId[]; // keyed by need ids
  const serving = graded.filter((need) =>
    judgement.coverage.needs.some((entry) => entry.need === need && entry.by.some(({ unitId }) => unitId === unit.id)),
  );
  // What it does now, and what it is made for, which may be something else.
  const madeFor = graded.filter((need) => gradeOf(kind, need, school) === 'primary');
  const servedNeeds = [...new Set([...serving, ...(madeFor.length > 0 ? madeFor : graded)])].slice(0, 2);
  return (
    <div className="row">
      {servedNeeds.map((need) => (
        <Button key={need} variant="default" onClick={() => compare(need, unit.id)}>
          Others for {NEEDS[need].label}
        </Button>
      ))}
      <ActionIcon
        variant="default"
        size={36}
        aria-label="Earlier in its lane"
        onClick={() => edit((draft) => moveBy(draft, unit.id, -1, catalogNow()))}
      >
        <IconArrowLeft size={18} />
      </ActionIcon>
      <ActionIcon
        variant="default"
        size={36}
        aria-label="Later in its lane"
        onClick={() => edit((draft) => moveBy(draft, unit.id, 1, catalogNow()))}
      >
        <IconArrowRight size={18} />
      </ActionIcon>
    </div>
  );
}

export function UnitCount({ unit, change }: { unit: Unit; change: (next: Partial<Unit>) => void }) {
  return (
    <div className="row spread">
      <span>Count</span>
      <span className="row">
        <ActionIcon
          variant="default"
          size={36}
          aria-label="One less"
          disabled={unit.count <= 1}
          onClick={() => edit((draft) => withOneLess(draft, unit.id))}
        >
          <IconMinus size={18} />
        </ActionIcon>
        <span className={clsx(css.unitCount, 'mono')} aria-live="polite">
          {unit.count}
        </span>
        <ActionIcon variant="default" size={36} aria-label="One more" onClick={() => change({ count: Math.min(1000, unit.count + 1) })}>
          <IconPlus size={18} />
        </ActionIcon>
      </span>
    </div>
  );
}

function DateNote({ date, today, isPrinted }: { date: PlainDate | null; today: PlainDate; isPrinted: boolean }) {
  if (date === null)
    return (
      <p className="small muted">
        {isPrinted
          ? 'This kind carries a printed date: read it, or scan the label.'
          : 'No printed date on this kind: it goes by condition.'}
      </p>
    );
  return date < today ? (
    <p className="refusal">Lapsed (last good {showDate(date)}): it does not count, whatever it looks like.</p>
  ) : (
    <p className="small muted">Good through {showDate(date)}.</p>
  );
}

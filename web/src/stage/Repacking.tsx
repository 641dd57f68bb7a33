import { type PlainDate, sizeOf } from '@ivrak/core/model';
import { canLeak, labelLines, leakBag, RepackLabelSchema, RepackSchema, repackPlan } from '@ivrak/core/staging';
import { Button, SegmentedControl, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { mm, size } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DateField } from '../ui/DateField.tsx';
import { MeasureInput } from '../ui/MeasureInput.tsx';
import parts from '../ui/parts.module.css';
import { OutOfBottle } from './OutOfBottle.tsx';
import papers from './papers.module.css';
import css from './stage.module.css';

/** Tablets or powder into sealed tube, gels into leak bags: what to cut, and the label with the original date. */
export function Repacking() {
  const [what, setWhat] = useState<'pieces' | 'powder'>('pieces');
  const [pieces, setPieces] = useState({ count: 4, lengthMm: 12, widthMm: 12, thickMm: 5 });
  const [powder, setPowder] = useState({ volumeMl: 8, tubeWidthMm: 30 });
  return (
    <div className={css.columns}>
      <section className={css.list} aria-label="Sealed tube">
        <h2>Sealed tube</h2>
        <SegmentedControl
          aria-label="What is repacked"
          data={[
            { value: 'pieces', label: 'Tablets in a row' },
            { value: 'powder', label: 'Powder' },
          ]}
          value={what}
          onChange={(value) => setWhat(value === 'powder' ? 'powder' : 'pieces')}
        />
        <RepackFields what={what} pieces={pieces} setPieces={setPieces} powder={powder} setPowder={setPowder} />
        <TubePlan what={what} pieces={pieces} powder={powder} />
        {what === 'pieces' && <OutOfBottle pieces={pieces} />}
        <h2>Leak bags</h2>
        <LeakBags />
      </section>
      <TubeLabel what={what} pieces={pieces} />
    </div>
  );
}

interface RepackFieldsProps {
  what: 'pieces' | 'powder';
  pieces: { count: number; lengthMm: number; widthMm: number; thickMm: number };
  setPieces: (next: { count: number; lengthMm: number; widthMm: number; thickMm: number }) => void;
  powder: { volumeMl: number; tubeWidthMm: number };
  setPowder: (next: { volumeMl: number; tubeWidthMm: number }) => void;
}

function RepackFields({ what, pieces, setPieces, powder, setPowder }: RepackFieldsProps) {
  return what === 'pieces' ? (
    <div className={clsx(parts.fieldRow, css.repackFields)}>
      <MeasureInput
        label="Tablets"
        decimals={0}
        max={100}
        value={pieces.count}
        unit=""
        onChange={(count) => setPieces({ ...pieces, count })}
      />
      <MeasureInput label="Length of one" max={500} value={pieces.lengthMm} onChange={(lengthMm) => setPieces({ ...pieces, lengthMm })} />
      <MeasureInput label="Width of one" max={500} value={pieces.widthMm} onChange={(widthMm) => setPieces({ ...pieces, widthMm })} />
      <MeasureInput label="Thickness of one" max={500} value={pieces.thickMm} onChange={(thickMm) => setPieces({ ...pieces, thickMm })} />
    </div>
  ) : (
    <div className={clsx(parts.fieldRow, css.repackFields)}>
      <MeasureInput
        label="Powder"
        unit="ml"
        min={0.1}
        max={500}
        value={powder.volumeMl}
        onChange={(volumeMl) => setPowder({ ...powder, volumeMl })}
      />
      <MeasureInput
        label="Tube laid flat"
        min={5}
        max={500}
        decimals={0}
        value={powder.tubeWidthMm}
        onChange={(tubeWidthMm) => setPowder({ ...powder, tubeWidthMm })}
      />
    </div>
  );
}

interface TubePlanProps {
  what: 'pieces' | 'powder';
  pieces: { count: number; lengthMm: number; widthMm: number; thickMm: number };
  powder: { volumeMl: number; tubeWidthMm: number };
}

function TubePlan({ what, pieces, powder }: TubePlanProps) {
  const asked = RepackSchema.safeParse(what === 'pieces' ? { what, ...pieces } : { what, ...powder });
  const plan = asked.success ? repackPlan(asked.data) : null;
  const scale = plan === null ? 1 : Math.min(2.4, 420 / plan.lengthMm);
  return (
    plan !== null && (
      <>
        <p className={css.figure}>
          <b className="mono">{mm(plan.lengthMm)}</b> of tube, at least <b className="mono">{mm(plan.flatWidthMm)}</b> wide laid flat
        </p>
        <p className="small mono">{plan.terms.map(({ label: term, valueMm }) => `${term} ${mm(valueMm)}`).join(' + ')}</p>
        <svg
          width={plan.lengthMm * scale + 4}
          height={plan.flatWidthMm * scale + 4}
          viewBox={`-2 -2 ${plan.lengthMm * scale + 4} ${plan.flatWidthMm * scale + 4}`}
          role="img"
          aria-label="The tube, to scale"
        >
          <rect
            width={plan.lengthMm * scale}
            height={plan.flatWidthMm * scale}
            rx={2}
            fill="var(--film)"
            fillOpacity={0.5}
            stroke="var(--ink)"
          />
          <rect width={6 * scale} height={plan.flatWidthMm * scale} fill="var(--muted)" />
          <rect x={(plan.lengthMm - 6) * scale} width={6 * scale} height={plan.flatWidthMm * scale} fill="var(--muted)" />
          {what === 'pieces' &&
            Array.from({ length: pieces.count }, (_, index) => index).map((index) => (
              <rect
                key={index}
                x={(6 + 4 + index * (pieces.lengthMm + 1)) * scale}
                y={((plan.flatWidthMm - pieces.widthMm) / 2) * scale}
                width={pieces.lengthMm * scale}
                height={pieces.widthMm * scale}
                rx={(pieces.widthMm * scale) / 2}
                fill="var(--paper)"
                stroke="var(--ink)"
              />
            ))}
        </svg>
      </>
    )
  );
}

function LeakBags() {
  const { catalog, draft } = useKit();
  const gels = draft.units.filter(({ kind: id }) => {
    const kind = catalog.get(id);
    return kind !== undefined && canLeak(kind);
  });
  return gels.length === 0 ? (
    <p className="muted">No gel or liquid lies in this kit.</p>
  ) : (
    <ul className={css.words}>
      {gels.map((unit) => {
        const kind = catalog.get(unit.kind);
        if (kind === undefined) return null;
        const bag = leakBag(sizeOf(kind, unit));
        return (
          <li key={unit.id}>
            {kind.name}: bag of <span className="mono">{size(bag.wMm, bag.hMm)}</span>
          </li>
        );
      })}
    </ul>
  );
}

interface TubeLabelProps {
  what: 'pieces' | 'powder';
  pieces: { count: number; lengthMm: number; widthMm: number; thickMm: number };
}

function TubeLabel({ what, pieces }: TubeLabelProps) {
  const { catalog, draft } = useKit();
  const tablets = draft.units.find(({ kind }) => catalog.get(kind)?.family === 'tablets');
  const [label, setLabel] = useState<{ name: string; dose: string; lot: string; expiresOn: PlainDate | null }>({
    name: tablets === undefined ? '' : kindName(tablets.kind),
    dose: '',
    lot: tablets?.lot ?? '',
    expiresOn: tablets?.expiresOn ?? null,
  });
  const written = RepackLabelSchema.safeParse({ ...label, count: what === 'pieces' ? pieces.count : 1 });
  return (
    <aside className={css.side} aria-label="Label">
      <h2>Label for it</h2>
      <TextInput
        label="Name"
        maxLength={60}
        value={label.name}
        onChange={(event) => setLabel({ ...label, name: event.currentTarget.value })}
      />
      <TextInput
        label="Dose of one"
        placeholder="as on the original packet"
        maxLength={40}
        value={label.dose}
        onChange={(event) => setLabel({ ...label, dose: event.currentTarget.value })}
      />
      <TextInput
        label="Lot"
        maxLength={40}
        value={label.lot}
        onChange={(event) => setLabel({ ...label, lot: event.currentTarget.value })}
      />
      <DateField
        label="Use by, as printed on the original"
        value={label.expiresOn}
        onChange={(expiresOn) => setLabel({ ...label, expiresOn })}
      />
      {written.success ? (
        <div className={css.printArea}>
          <article className={papers.tabletLabel}>
            {labelLines(written.data).map((line, index) => (index === 0 ? <b key={line}>{line}</b> : <span key={line}>{line}</span>))}
          </article>
        </div>
      ) : (
        <p className="small muted">The label is made once name, dose and the original date are written.</p>
      )}
      <Button disabled={!written.success} onClick={() => window.print()} className="no-print">
        Print the label
      </Button>
      <p className="small muted">Repacking never makes a date later. Medicines only by those who may give them.</p>
    </aside>
  );
}

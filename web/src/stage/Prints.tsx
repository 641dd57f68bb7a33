import type { FitResult } from '@ivrak/core/fit';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import type { Container, Kind, KindState, Module } from '@ivrak/core/model';
import { showDate, type Unit } from '@ivrak/core/model';
import type { PackStep } from '@ivrak/core/staging';
import { packOrder } from '@ivrak/core/staging';
import { Button, SegmentedControl } from '@mantine/core';
import { clsx } from 'clsx';
import { useSearchParams } from 'react-router';
import { containerOf, positionOf } from '../data/catalog.ts';
import { mm, told } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { Code } from '../ui/Code.tsx';
import { CAUTION } from '../ui/caution.ts';
import { CasualtyRecord } from './CasualtyRecord.tsx';
import { LeftOutEditor, LeftOutSheet } from './LeftOutSheet.tsx';
import { MedicinesKey } from './MedicinesKey.tsx';
import { PackingFrames } from './PackingFrames.tsx';
import { PocketCard, useAddress, useFacts } from './PocketCard.tsx';
import papers from './papers.module.css';
import css from './stage.module.css';

const FORMS = [
  {
    value: 'sheet',
    label: 'Pack sheet, A5',
    page: 'A5 portrait',
    words: [
      'For whoever packs it again: number 1 goes in first, the place is said as you look into it.',
      'Keep it with the spares, not in the kit.',
    ],
  },
  {
    value: 'frames',
    label: 'Step by step, A5',
    page: 'A5 portrait',
    words: [
      'For whoever packs it for the first time: a picture for each thing, in the order in which they go in.',
      'The outlined thing is the one that goes in; what is in already is drawn as it lies, to scale.',
    ],
  },
  {
    value: 'card',
    label: 'Pocket card, folded',
    page: '148mm 105mm',
    words: [
      'For whoever opens it: what is in it, rung by rung, and where.',
      'Two sides of A6: print both on one sheet, fold once, and put it on top. Large letters, black on white, for bad light.',
    ],
  },
  {
    value: 'label',
    label: 'Outside label',
    page: '90mm 55mm',
    words: [
      'For the stranger who fetches it: what it is, and the date that comes first.',
      'The large code opens logging a use on a phone in the same network; the small one carries the id of the kit for a scanner.',
    ],
  },
  {
    value: 'record',
    label: 'Casualty record, A5',
    page: 'A5 portrait',
    words: [
      'For when the phone is dead, wet or lent: times, what was found and done, a table of vitals, in pencil.',
      'Print several and keep them dry with a pencil. Numbers, no names.',
    ],
  },
  {
    value: 'medicines',
    label: 'Key to medicines, A5',
    page: 'A5 portrait',
    words: [
      'For whoever finds a loose tablet in the tin: what it is, for what, for whom not, and its original date.',
      'Fold it into the tin. Repacking never makes a date later.',
    ],
  },
  {
    value: 'leftOut',
    label: 'Left out, A5',
    page: 'A5 portrait',
    words: ['For whoever asks why something is not in it: what was left out on purpose, and what the kit is not for.'],
  },
] as const;

/** What waits for the packing, since it says where each thing lies. */
const SHOWS_PLACES = ['sheet', 'frames', 'card'];

/** Pages that go with the kit: how to pack it, what is in it and where, and what it says outside. */
export function Prints() {
  const { draft, packing } = useKit();
  const isEmpty = draft.units.length === 0;
  const [params, setParams] = useSearchParams();
  const form = FORMS.find(({ value }) => value === params.get('form')) ?? FORMS[0];
  const { result } = packing;
  return (
    <>
      <style>{`@page { size: ${form.page}; margin: ${form.page.endsWith('portrait') ? '9mm' : '0'}; }`}</style>
      <div className={clsx(papers.printTools, 'row no-print')}>
        <SegmentedControl
          aria-label="What is printed"
          data={FORMS.map(({ value, label }) => ({ value, label }))}
          value={form.value}
          onChange={(value) => setParams({ part: 'print', form: value }, { replace: true })}
        />
        <Button onClick={() => window.print()} disabled={result === null && SHOWS_PLACES.includes(form.value)}>
          Print
        </Button>
      </div>
      {result === null && SHOWS_PLACES.includes(form.value) ? (
        <p>
          {isEmpty
            ? 'Nothing is in it yet: lay things out on the Bench first.'
            : 'Packing. The sheet says where each thing lies, so it waits for that.'}
        </p>
      ) : (
        <div className={css.papers}>
          <div className={css.printArea}>
            {form.value === 'sheet' && result !== null && <PackSheet result={result} />}
            {form.value === 'frames' && result !== null && <PackingFrames result={result} />}
            {form.value === 'card' && result !== null && <PocketCard result={result} />}
            {form.value === 'record' && <CasualtyRecord />}
            {form.value === 'medicines' && <MedicinesKey />}
            {form.value === 'leftOut' && <LeftOutSheet />}
            {form.value === 'label' && <OutsideLabel />}
          </div>
          <aside className={clsx(papers.paperWords, 'no-print')}>
            <h2>{form.label}</h2>
            {form.words.map((words) => (
              <p key={words}>{words}</p>
            ))}
            {form.value === 'leftOut' && <LeftOutEditor />}
            <p className="small muted">In the print dialogue choose 100 %, not “fit to page”; the paper size is set.</p>
          </aside>
        </div>
      )}
    </>
  );
}

const unitOf = (units: readonly Unit[], itemId: string): Unit | undefined => units.find(({ id }) => id === itemId.split(':')[0]);

function PackSheet({ result }: { result: FitResult }) {
  const { draft, catalog, today, packing } = useKit();
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const { classing, nextLapse } = useFacts();
  if (container === undefined) return null;
  const steps = packOrder(container, result);
  return (
    <article className={papers.packSheet}>
      <header>
        <div>
          <h2>{draft.name}</h2>
          <p>
            {classing.name} · {container.name.toLowerCase()} · {position?.name.toLowerCase()}
          </p>
        </div>
        <p className="mono">
          {packing.carry === null ? '' : mm(packing.carry.outerTMm)}
          <br />
          next date {nextLapse}
        </p>
      </header>
      <ol>
        {steps.map((step) => {
          const unit = unitOf(draft.units, step.id);
          const kind = catalog.get(unit?.kind ?? '');
          const state = kind?.states.find(({ id }) => id === unit?.state) ?? kind?.states[0];
          const module = draft.modules.find(({ id }) => step.id === `${MODULE_PREFIX}${id}`);
          return <PackStepLine key={step.id} step={step} kind={kind} unit={unit} state={state} module={module} container={container} />;
        })}
      </ol>
      {result.unplaced.length > 0 && (
        <p>
          <b>Does not go in:</b> {result.unplaced.map((id) => catalog.get(unitOf(draft.units, id)?.kind ?? '')?.name ?? id).join(', ')}
        </p>
      )}
      <footer>
        <p>Number 1 goes in first. Printed {showDate(today)}.</p>
        <p>{CAUTION}</p>
      </footer>
    </article>
  );
}

interface PackStepLineProps {
  step: PackStep;
  kind: Kind | undefined;
  unit: Unit | undefined;
  state: KindState | undefined;
  module: Module | undefined;
  container: Container;
}

function PackStepLine({ step, kind, unit, state, module, container }: PackStepLineProps) {
  const rooms = container.compartments.length > 1;
  return (
    <li>
      <span className={papers.packNumber}>{step.number}</span>
      <span className={papers.packPicture}>
        {kind !== undefined && unit !== undefined && state !== undefined && (
          <KindDrawing kind={kind} unit={unit} scale={scaleToFit(state, 34)} />
        )}
      </span>
      <span className="grow">
        <b>{module === undefined ? (kind?.name ?? step.id) : `Module: ${module.name}`}</b>
        {state !== undefined && state.id !== 'asSold' ? `, ${state.label}` : ''}
        <br />
        {rooms && step.slot === null ? `${step.compartment}: ` : ''}
        {told(step.where)}
        {step.folded ? ', folded once' : ''}
      </span>
      {unit?.expiresOn != null && <span className="mono">{showDate(unit.expiresOn)}</span>}
    </li>
  );
}

function OutsideLabel() {
  const { kit, draft } = useKit();
  const { classing, nextLapse } = useFacts();
  const address = useAddress(kit.id);
  return (
    <article className={papers.outsideLabel}>
      <div className="grow">
        <h2>{draft.name}</h2>
        <p className={papers.labelClass}>{classing.name}</p>
        <p>{classing.says}</p>
        <p>
          <b>Next date:</b> {nextLapse}
        </p>
      </div>
      <div className={papers.labelCodes}>
        <Code symbol="qr" text={address} alt="QR code that opens logging a use of this kit" sizeMm={24} />
        <Code symbol="gs1" text={`(91)${kit.id}`} alt={`Data matrix with the kit's id ${kit.id}`} sizeMm={13} />
      </div>
    </article>
  );
}

import type { Person } from '@ivrak/core/model';
import { showDate } from '@ivrak/core/model';
import { isStepDone, STAGE_GROUP_NAMES, STAGE_GROUPS, type StageStep, stageSteps, tickOf, withTick } from '@ivrak/core/staging';
import { Button, Progress, Select, Switch, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { containerOf, positionOf } from '../data/catalog.ts';
import { whoAmI } from '../data/client.ts';
import { usePeople } from '../data/queries.ts';
import { told as inShown } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import parts from '../ui/parts.module.css';
import css from './stage.module.css';

/** What to do to each thing and to the container, ticked with day and person; where it hangs, and who was told. */
export function Checklist() {
  const { draft, catalog, today } = useKit();
  const people = usePeople().data?.people ?? [];
  const [by, setBy] = useState<string | null>(null);
  const person = people.find(({ id }) => id === (by ?? draft.personId ?? whoAmI()));
  const steps = useMemo(() => stageSteps(draft, containerOf(draft.containerId), positionOf(draft.positionId), catalog), [draft, catalog]);
  const tick = (step: StageStep) => edit((before) => withTick(before, step, person?.name ?? whoAmI(), today, steps));
  return (
    <div className={css.columns}>
      <div className={css.list}>
        {STAGE_GROUPS.map((group) => {
          const own = steps.filter((step) => step.group === group);
          if (own.length === 0) return null;
          return (
            <section key={group}>
              <h2>{STAGE_GROUP_NAMES[group]}</h2>
              <ul>
                {own.map((step) => (
                  <Step key={step.id} step={step} tick={() => tick(step)} />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      <Readiness steps={steps} people={people} person={person} setBy={setBy} />
    </div>
  );
}

/** How a stranger finds it and gets it out, and who knows. */
function WhereItIs() {
  const { draft } = useKit();
  return (
    <>
      <TextInput
        label="Where it hangs"
        placeholder="left of the console, second hook"
        maxLength={120}
        value={draft.stage.hangsAt}
        onChange={(event) => {
          const hangsAt = event.currentTarget.value;
          edit((before) => ({ ...before, stage: { ...before.stage, hangsAt } }));
        }}
      />
      <Switch
        label="Has a pull tab"
        description="A second less to draw it (planning value)"
        checked={draft.stage.hasPullTab ?? false}
        onChange={(event) => {
          const hasPullTab = event.currentTarget.checked;
          edit((before) => ({ ...before, stage: { ...before.stage, hasPullTab } }));
        }}
      />
      <TextInput
        label="Who has been told"
        placeholder="helm and bow of the safety boat"
        maxLength={200}
        value={draft.stage.told}
        onChange={(event) => {
          const told = event.currentTarget.value;
          edit((before) => ({ ...before, stage: { ...before.stage, told } }));
        }}
      />
    </>
  );
}

interface ReadinessProps {
  steps: StageStep[];
  people: readonly Person[];
  person: Person | undefined;
  setBy: (next: string | null) => void;
}

function Readiness({ steps, people, person, setBy }: ReadinessProps) {
  const { draft } = useKit();
  const done = steps.filter((step) => isStepDone(step, draft.stage)).length;
  return (
    <aside className={css.side} aria-label="Progress">
      <p className={css.figure}>
        <b className="mono">
          {done} of {steps.length}
        </b>{' '}
        steps done
      </p>
      <Progress value={(done / Math.max(1, steps.length)) * 100} aria-label="Steps done" transitionDuration={0} />
      <Select
        label="Ticked by"
        data={people.map(({ id, name }) => ({ value: id, label: name }))}
        value={person?.id ?? null}
        placeholder="choose a person"
        onChange={setBy}
      />
      <WhereItIs />
      {done === steps.length && (
        <p className={parts.verdictGood}>Made ready. Print the pack sheet, weigh it once, and write the figure down.</p>
      )}
      <div className="row">
        <Button component={Link} to="?part=print">
          Print sheet, card, label
        </Button>
        <Button variant="default" component={Link} to="?part=weigh">
          Weigh it
        </Button>
      </div>
      <p className="small muted">
        Only what you are trained and allowed to do; local protocols win. A date printed on a packet is never made later by repacking.
      </p>
    </aside>
  );
}

function Step({ step, tick }: { step: StageStep; tick: () => void }) {
  const { draft, catalog } = useKit();
  const isDone = isStepDone(step, draft.stage);
  const told = tickOf(step, draft.stage);
  const unit = draft.units.find(({ id }) => id === step.unitIds[0]);
  const kind = catalog.get(unit?.kind ?? '');
  const isWaiting = step.asks !== null && draft.stage[step.asks].trim() === '';
  const state = kind?.states.find(({ id }) => id === unit?.state) ?? kind?.states[0];
  return (
    <li className={clsx(css.step, isDone && css.isDone)}>
      <input type="checkbox" id={`step-${step.id}`} checked={isDone} disabled={isWaiting} onChange={tick} />
      <span className={css.picture}>
        {kind !== undefined && unit !== undefined && state !== undefined && step.group === 'things' && (
          <KindDrawing kind={kind} unit={unit} scale={scaleToFit(state, 40)} />
        )}
      </span>
      <label htmlFor={`step-${step.id}`}>
        <b>{inShown(step.text)}</b>
        <span className="muted"> {step.why}</span>
      </label>
      <span className={clsx(css.tick, 'small mono')}>
        {told !== null && isDone
          ? `${told.by}, ${showDate(told.on)}`
          : isWaiting
            ? 'write it at the right first'
            : isDone
              ? 'as marked'
              : ''}
      </span>
    </li>
  );
}

import { freeId } from '@ivrak/core/catalog';
import { MODULE_PREFIX } from '@ivrak/core/kit';
import { type KitDraft, type Module, RUNG_NAMES, type Unit } from '@ivrak/core/model';
import { isStepDone, moduleStepPrefix, stageSteps, withTick } from '@ivrak/core/staging';
import { modulePattern } from '@ivrak/core/stock';
import { Button, Checkbox, TextInput } from '@mantine/core';
import { useState } from 'react';
import { containerOf, positionOf } from '../data/catalog.ts';
import { whoAmI } from '../data/client.ts';
import { grams, size } from '../drawing/figures.ts';
import { KindDrawing, scaleToFit } from '../drawing/KindDrawing.tsx';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { CopyModule, ModuleActions } from './ModuleActions.tsx';
import { ModuleRestock } from './ModuleRestock.tsx';
import css from './stage.module.css';

/** Sub-packs that are packed, labelled and taken out as one. Each is packed first and then fitted as one thing. */
export function Modules() {
  const { draft } = useKit();
  const [editing, setEditing] = useState<string | null>(null);
  const add = () => {
    const name = `Module ${draft.modules.length + 1}`;
    const id = freeId(name, new Set(draft.modules.map((module) => module.id)));
    edit((before) => ({ ...before, modules: [...before.modules, { id, name, unitIds: [], pattern: [] }] }));
    setEditing(id);
  };
  const free = draft.units.filter((unit) => !draft.modules.some(({ unitIds }) => unitIds.includes(unit.id)));
  return (
    <div className={css.columns}>
      <section className={css.list} aria-label="Modules">
        <div className="row">
          <h2 className="grow">Modules</h2>
          <CopyModule />
          <Button onClick={add}>Make a module</Button>
        </div>
        {draft.modules.length === 0 && (
          <p className="muted">
            None yet. A module is a named sub-pack, such as bleeding, airway or wound care: one grip takes all of it out, and one label says
            what is in it.
          </p>
        )}
        {draft.modules.map((module) => (
          <ModuleCard
            key={module.id}
            module={module}
            isOpen={editing === module.id}
            open={() => setEditing(editing === module.id ? null : module.id)}
          />
        ))}
      </section>
      <aside className={css.side} aria-label="In no module">
        <h2>In no module</h2>
        <ul className={css.moduleThings}>
          {free.map((unit) => (
            <Thing key={unit.id} unit={unit} />
          ))}
        </ul>
        {free.length === 0 && <p className="muted">Everything lies in a module.</p>}
        <p className="small muted">What must come out first stays free, or in a module of its own in front.</p>
      </aside>
    </div>
  );
}

function Thing({ unit }: { unit: Unit }) {
  const { catalog } = useKit();
  const kind = catalog.get(unit.kind);
  const state = kind?.states.find(({ id }) => id === unit.state) ?? kind?.states[0];
  if (kind === undefined || state === undefined) return null;
  return (
    <li>
      <span className={css.picture}>
        <KindDrawing kind={kind} unit={unit} scale={scaleToFit(state, 36)} />
      </span>
      <span>
        {kind.name}
        {unit.count > 1 ? ` × ${unit.count}` : ''}
      </span>
    </li>
  );
}

const change = (draft: KitDraft, id: string, how: (module: Module) => Module): KitDraft => ({
  ...draft,
  modules: draft.modules.map((module) => (module.id === id ? how(module) : module)),
});

function ModuleCard({ module, isOpen, open }: { module: Module; isOpen: boolean; open: () => void }) {
  const { draft, catalog } = useKit();
  const own = draft.units.filter(({ id }) => module.unitIds.includes(id));
  const rungs = [...new Set(own.flatMap(({ kind }) => catalog.get(kind)?.rung ?? []))];
  return (
    <article className={css.moduleCard}>
      <ModuleHead module={module} own={own} open={open} isOpen={isOpen} />
      {rungs.length > 0 && <p className="small muted">{rungs.map((rung) => RUNG_NAMES[rung]).join(' · ')}</p>}
      <ModuleThings isOpen={isOpen} module={module} own={own} />
      {!isOpen && <ModuleRestock module={module} />}
      {!isOpen && <ModuleActions module={module} own={own} />}
      {own.length === 0 && !isOpen && <p className="muted">Empty. Press Change to put things in.</p>}
    </article>
  );
}

interface ModuleHeadProps {
  module: Module;
  own: Unit[];
  open: () => void;
  isOpen: boolean;
}

function ModuleHead({ module, own, open, isOpen }: ModuleHeadProps) {
  const { today, draft, catalog, packing } = useKit();
  const steps = stageSteps(draft, containerOf(draft.containerId), positionOf(draft.positionId), catalog);
  const closing = steps.find(({ id }) => id.startsWith(moduleStepPrefix(module.id)));
  const isClosed = closing !== undefined && isStepDone(closing, draft.stage);
  const item = packing.problem?.items.find(({ id }) => id === `${MODULE_PREFIX}${module.id}`);
  return (
    <div className="row">
      <h3 className="grow">{module.name}</h3>
      {item !== undefined && own.length > 0 && (
        <span className="mono small">
          {size(item.wMm, item.hMm, item.tMm)} · {grams(item.massG ?? 0)}
        </span>
      )}
      {closing !== undefined && (
        <Button
          size="compact-sm"
          {...(isClosed ? {} : { variant: 'default' })}
          aria-pressed={isClosed}
          onClick={() => edit((before) => withTick(before, closing, whoAmI(), today, steps))}
        >
          {isClosed ? 'Closed' : 'Opened'}
        </Button>
      )}
      <Button size="compact-sm" variant="default" onClick={open} aria-expanded={isOpen}>
        {isOpen ? 'Done' : 'Edit'}
      </Button>
      <Button
        size="compact-sm"
        variant="default"
        onClick={() => edit((before) => ({ ...before, modules: before.modules.filter(({ id }) => id !== module.id) }))}
      >
        Take apart
      </Button>
    </div>
  );
}

interface ModuleThingsProps {
  isOpen: boolean;
  module: Module;
  own: Unit[];
}

function ModuleThings({ isOpen, module, own }: ModuleThingsProps) {
  const { draft, catalog } = useKit();
  const [name, setName] = useState(module.name);
  const toggle = (unit: Unit) =>
    edit((before) => ({
      ...before,
      // A thing lies in one module only; what was put in by hand is what the module holds when it is whole.
      modules: before.modules.map((one) => {
        const isIn = one.unitIds.includes(unit.id);
        if (one.id !== module.id && !isIn) return one;
        const rest = one.unitIds.filter((id) => id !== unit.id);
        const unitIds = one.id === module.id && !isIn ? [...rest, unit.id] : rest;
        return { ...one, unitIds, pattern: modulePattern(unitIds, before.units) };
      }),
    }));
  return isOpen ? (
    <>
      <TextInput
        label="Name"
        maxLength={40}
        value={name}
        error={name.trim() === '' ? 'Give the module a name.' : undefined}
        onChange={(event) => {
          const typed = event.currentTarget.value;
          setName(typed);
          if (typed.trim() !== '') edit((before) => change(before, module.id, (one) => ({ ...one, name: typed })));
        }}
      />
      <div className={css.moduleChoices}>
        {draft.units.map((unit) => (
          <Checkbox
            key={unit.id}
            label={`${catalog.get(unit.kind)?.name ?? unit.kind}${unit.count > 1 ? ` × ${unit.count}` : ''}`}
            checked={module.unitIds.includes(unit.id)}
            onChange={() => toggle(unit)}
          />
        ))}
      </div>
    </>
  ) : (
    <ul className={css.moduleThings}>
      {own.map((unit) => (
        <Thing key={unit.id} unit={unit} />
      ))}
    </ul>
  );
}

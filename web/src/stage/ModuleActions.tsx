import { freeId } from '@ivrak/core/catalog';
import { type KitDraft, type Module, plainUnit, showDate, type Unit } from '@ivrak/core/model';
import { modulePattern } from '@ivrak/core/stock';
import { Button, Modal, Select } from '@mantine/core';
import { useState } from 'react';
import { api, messageOf } from '../data/client.ts';
import { useKits, useRefresh } from '../data/queries.ts';
import { edit, openKit, saveNow, useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { newUnitId } from '../kit/units.ts';
import { Code } from '../ui/Code.tsx';
import papers from './papers.module.css';

/** A module of another kit as a pattern: the same kinds in the same states, as things of their own, without lot or date. */
export function withPattern(draft: KitDraft, pattern: Module, contents: readonly Unit[], newId: () => Unit['id']): KitDraft {
  const copies = contents.map((unit): Unit => ({ ...plainUnit(newId(), unit.kind), count: unit.count, state: unit.state }));
  const id = freeId(pattern.name, new Set(draft.modules.map((module) => module.id)));
  return {
    ...draft,
    units: [...draft.units, ...copies],
    modules: [
      ...draft.modules,
      {
        id,
        name: pattern.name,
        unitIds: copies.map((unit) => unit.id),
        pattern: modulePattern(
          copies.map((unit) => unit.id),
          copies,
        ),
      },
    ],
  };
}

/** Offers the modules of all other kits as patterns. */
export function CopyModule() {
  const { kit } = useKit();
  const kits = useKits().data?.kits ?? [];
  const patterns = kits
    .filter(({ id }) => id !== kit.id)
    .flatMap((other) =>
      other.modules.map((module) => ({ key: `${other.id} ${module.id}`, label: `${module.name}, as in ${other.name}`, module, other })),
    );
  if (patterns.length === 0) return null;
  return (
    <Select
      aria-label="Make one as in another kit"
      placeholder="Make one as in another kit"
      data={patterns.map(({ key, label }) => ({ value: key, label }))}
      value={null}
      onChange={(key) => {
        const chosen = patterns.find((pattern) => pattern.key === key);
        if (chosen === undefined) return;
        const contents = chosen.other.units.filter(({ id }) => chosen.module.unitIds.includes(id));
        edit((draft) => withPattern(draft, chosen.module, contents, newUnitId));
      }}
    />
  );
}

/** Moving a module to another kit, and its label. */
export function ModuleActions({ module, own }: { module: Module; own: readonly Unit[] }) {
  const { kit, catalog } = useKit();
  const refresh = useRefresh();
  const kits = useKits().data?.kits ?? [];
  const [isPrinting, setPrinting] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const move = async (kitId: string | null) => {
    if (kitId === null) return;
    try {
      await saveNow();
      const { version } = useDraft.getState();
      const answer = await api.post('/api/kits/:id/modules/:moduleId/move', {
        params: { id: kit.id, moduleId: module.id },
        body: { version, kitId },
      });
      openKit(answer.from);
      await refresh();
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  const dates = own.flatMap(({ expiresOn }) => (expiresOn === null ? [] : [expiresOn])).sort();
  return (
    <div className="row">
      <Select
        size="xs"
        aria-label={`Move ${module.name} to another kit`}
        placeholder="Move to another kit"
        data={kits.filter(({ id }) => id !== kit.id).map(({ id, name }) => ({ value: id, label: name }))}
        value={null}
        disabled={own.length === 0}
        onChange={(kitId) => void move(kitId)}
      />
      <Button size="compact-sm" variant="default" disabled={own.length === 0} onClick={() => setPrinting(true)}>
        Label
      </Button>
      {error !== null && <p className="refusal">{error}</p>}
      <Modal opened={isPrinting} onClose={() => setPrinting(false)} title={`Label of ${module.name}`} size="md">
        <style>{'@page { size: 90mm 55mm; margin: 0; } @media print { body > :not(:has(.module-label)) { display: none; } }'}</style>
        <article className={papers.outsideLabel}>
          <div className="grow">
            <h2>{module.name}</h2>
            <p>{kit.name}</p>
            <p className="small">
              {own.map((unit) => `${unit.count > 1 ? `${unit.count} × ` : ''}${catalog.get(unit.kind)?.name ?? unit.kind}`).join(', ')}
            </p>
            <p>
              <b>Next date:</b> {dates[0] === undefined ? 'nothing dated' : showDate(dates[0])}
            </p>
          </div>
          <Code symbol="gs1" text={`(91)${kit.id}/${module.id}`} alt={`Data matrix of module ${module.name}`} sizeMm={16} />
        </article>
        <Button onClick={() => window.print()} className="no-print">
          Print the label
        </Button>
      </Modal>
    </div>
  );
}

import type { Module } from '@ivrak/core/model';
import { type ModuleGap, moduleGaps, modulePattern } from '@ivrak/core/stock';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { edit, openKit, saveNow, useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import css from './stage.module.css';

const listed = (gaps: readonly ModuleGap[]) => gaps.map(({ kind, missing }) => `${missing} × ${kindName(kind)}`).join(', ');

/** What a module misses against what it held when it was whole, and one press that fills it from stores. */
export function ModuleRestock({ module }: { module: Module }) {
  const { kit, draft, catalog, today } = useKit();
  const refresh = useRefresh();
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const gaps = moduleGaps(module, draft.units, catalog, today);
  if (gaps.length === 0) return said === null ? null : <p role="status">{said}</p>;
  const fill = async () => {
    setBusy(true);
    try {
      await saveNow();
      const { version } = useDraft.getState();
      const params = { id: kit.id, moduleId: module.id };
      const answer = await api.post('/api/kits/:id/modules/:moduleId/restock', { params, body: { version } });
      openKit(answer.kit);
      await refresh();
      setSaid(
        answer.missing.length === 0
          ? `${answer.filled} taken from stores: whole again.`
          : answer.filled === 0
            ? 'Stores hold nothing for it.'
            : `${answer.filled} taken from stores; still to buy: ${listed(answer.missing)}.`,
      );
    } catch (failure) {
      setSaid(messageOf(failure));
    }
    setBusy(false);
  };
  const accept = () =>
    edit((before) => ({
      ...before,
      modules: before.modules.map((one) => (one.id === module.id ? { ...one, pattern: modulePattern(one.unitIds, before.units) } : one)),
    }));
  return (
    <div className={css.moduleShort}>
      <p>
        <b>Not whole:</b> {listed(gaps)} missing.
      </p>
      <div className="row">
        <Button size="compact-sm" disabled={isBusy} onClick={() => void fill()}>
          Fill from stores
        </Button>
        <Button size="compact-sm" variant="default" disabled={isBusy} onClick={accept}>
          It is whole as it is
        </Button>
      </div>
      {said !== null && <p role="status">{said}</p>}
    </div>
  );
}

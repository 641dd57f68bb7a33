import type { PlacedUnit } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useKits, useRefresh } from '../data/queries.ts';
import { Refusal } from '../ui/Refusal.tsx';

/** What has just been received was planned somewhere: one press puts it there, and it is planned no more. */
export function PlannedFor({ unit, say }: { unit: PlacedUnit; say: (text: string) => void }) {
  const kits = useKits().data?.kits ?? [];
  const refresh = useRefresh();
  const [isPut, setPut] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const waiting = kits.flatMap(({ id, name, planned }) => {
    const wanted = planned.filter(({ kind }) => kind === unit.kind).reduce((sum, { count }) => sum + count, 0);
    return wanted > 0 ? [{ id, name, take: Math.min(wanted, unit.count) }] : [];
  });
  if (isPut || unit.place !== 'stores' || unit.condition !== 'ready' || waiting.length === 0) return <Refusal text={error} />;
  const put = async ({ id, name, take }: (typeof waiting)[number]) => {
    setPut(true);
    try {
      await api.post('/api/units/:id/move', {
        params: { id: unit.id },
        body: { version: unit.version, to: 'kit', kitId: id, count: take },
      });
      say(`${take} × ${kindName(unit.kind)} is in ${name} now.`);
    } catch (failure) {
      setError(messageOf(failure));
    }
    await refresh();
  };
  return (
    <div className="stack" role="group" aria-label="Planned for">
      {waiting.map((kit) => (
        <Button key={kit.id} variant="outline" onClick={() => void put(kit)}>
          {kit.take} into {kit.name}, which planned it
        </Button>
      ))}
    </div>
  );
}

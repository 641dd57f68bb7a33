import { isPlanned } from '@ivrak/core/kit';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { saveNow, useDraft } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { Refusal } from '../ui/Refusal.tsx';

/** Ends a kit: what is in it goes to the stores, and what was used out of it stays on record. */
export function Retire() {
  const { kit, draft } = useKit();
  const version = useDraft((state) => state.version);
  const there = draft.units.filter((unit) => !isPlanned(unit)).length;
  const refresh = useRefresh();
  const navigate = useNavigate();
  const [isAsking, setAsking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const retire = async () => {
    try {
      await saveNow();
      await api.delete('/api/kits/:id', { params: { id: kit.id }, query: { version: useDraft.getState().version || version } });
      await refresh();
      await navigate('/');
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <fieldset>
      <legend>End of this kit</legend>
      {isAsking ? (
        <div className="caution stack">
          <p>
            {draft.name} leaves Muster; its {there} {there === 1 ? 'thing goes' : 'things go'} to the stores. This cannot be undone with z.
          </p>
          <div className="row">
            <Button onClick={() => void retire()}>Retire it</Button>
            <Button variant="default" onClick={() => setAsking(false)}>
              Keep it
            </Button>
          </div>
        </div>
      ) : (
        <div>
          <Button variant="default" onClick={() => setAsking(true)}>
            Retire this kit
          </Button>
        </div>
      )}
      <Refusal text={error} />
    </fieldset>
  );
}

import type { PlainDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, messageOf } from '../data/client.ts';
import { queryClient, useSettings } from '../data/queries.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { Backups } from './Backups.tsx';

/** From the made-up crew to one's own: a copy out, everything cleared, and the way back. */
export function BeginOwn() {
  const settings = useSettings().data;
  const backups = useQuery({ queryKey: ['backups'], queryFn: () => api.get('/api/backups') }).data?.backups ?? [];
  const [isAsking, setAsking] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const [done, setDone] = useState('');
  const [error, setError] = useState<string | null>(null);
  const act = async (work: () => Promise<string>) => {
    setBusy(true);
    setError(null);
    try {
      setDone(await work());
      await queryClient.invalidateQueries();
    } catch (failure) {
      setError(messageOf(failure));
    }
    setBusy(false);
    setAsking(false);
  };
  const restore = (name: string) =>
    act(async () => {
      const { kits, units } = await api.post('/api/backups/:name/restore', { params: { name } });
      return `Restored: ${kits} kits, ${units} units. What was here before has a backup of its own.`;
    });
  return (
    <section id="own" className="stack" aria-label="Begin with your own">
      <h2>Begin with your own</h2>
      <p className="small">
        {settings?.isDemo
          ? 'What you see is a made-up crew. Export a copy if you want one, then clear it and begin with your own kits.'
          : 'Clears everything and begins with nothing.'}{' '}
        A backup is made first, so that this can be undone.
      </p>
      <ClearOrKeep isAsking={isAsking} isBusy={isBusy} setAsking={setAsking} settings={settings} act={act} />
      <Refusal text={error} />
      {done !== '' && (
        <p className="small" role="status">
          {done}
        </p>
      )}
      <Backups backups={backups} isBusy={isBusy} restore={restore} />
    </section>
  );
}

interface ClearOrKeepProps {
  isAsking: boolean;
  isBusy: boolean;
  setAsking: (next: boolean) => void;
  settings: { cautionReadAt: string | null; isDemo: boolean; today: PlainDate } | undefined;
  act: (work: () => Promise<string>) => Promise<void>;
}

function ClearOrKeep({ isAsking, isBusy, setAsking, settings, act }: ClearOrKeepProps) {
  const clear = () =>
    act(async () => {
      const { cleared } = await api.post('/api/clear', { body: { confirm: true } });
      return `Cleared: ${cleared.kits} kits and ${cleared.units} units are gone from here. The backup below brings them back.`;
    });
  const keepAsOwn = () =>
    act(async () => {
      await api.put('/api/settings', { body: { isDemo: false } });
      return 'From now on this counts as yours.';
    });
  return isAsking ? (
    <div className="caution stack">
      <p>
        <b>Everything here goes</b>: kits, stores, crew, loadouts, uses. A backup is made first.
      </p>
      <div className="row">
        <Button loading={isBusy} onClick={() => void clear()}>
          Back up and clear
        </Button>
        <Button variant="default" onClick={() => setAsking(false)}>
          Cancel
        </Button>
      </div>
    </div>
  ) : (
    <div className="row">
      <Button variant="default" onClick={() => setAsking(true)}>
        Clear everything
      </Button>
      {settings?.isDemo && (
        <Button variant="default" onClick={() => void keepAsOwn()}>
          Keep it as mine
        </Button>
      )}
    </div>
  );
}

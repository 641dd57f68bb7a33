import { Button, Checkbox } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { api, messageOf } from '../data/client.ts';
import parts from '../ui/parts.module.css';
import css from './shell.module.css';

const LINES = [
  'Ivrak helps you plan, pack and keep kits. It is a planning aid, not medical advice, and it teaches no treatment.',
  'Do only what you are trained and allowed to do. Local protocols and the law where you are come before anything shown here.',
  'In an emergency call your emergency number first. Logging never comes before care.',
  'Quantities, times and limits are planning values of ours. They are not clinical limits.',
  'A printed expiry date is never extended here, whatever the thing looks like.',
];

/** Stands before everything else until somebody has read it. */
export function FirstRun() {
  const client = useQueryClient();
  const [isRead, setRead] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const confirm = async () => {
    try {
      await api.put('/api/settings', { body: { cautionRead: true } });
      await client.invalidateQueries({ queryKey: ['settings'] });
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <main className={clsx(parts.noticePage, css.firstRun)}>
      <span className={clsx(css.wordmark, css.wordmarkLarge)}>IVRAK</span>
      <h1>Read this once</h1>
      <ol>
        {LINES.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      <Checkbox label="I have read this" checked={isRead} onChange={(event) => setRead(event.currentTarget.checked)} size="md" />
      <Button size="md" disabled={!isRead} onClick={() => void confirm()}>
        Go to Muster
      </Button>
      {error !== null && <p role="alert">{error}</p>}
    </main>
  );
}

import type { KitDraft, PlainDate } from '@ivrak/core/model';
import { type KitView, showDate } from '@ivrak/core/model';
import { isStepDone, type StageStep, stageSteps, withTick } from '@ivrak/core/staging';
import { Button, Checkbox } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link } from 'react-router';
import { containerOf, positionOf, useCatalog } from '../data/catalog.ts';
import { api, keepFailure, messageOf, whoAmI } from '../data/client.ts';
import { useMyName, useRefresh, useSettings } from '../data/queries.ts';
import { draftOf } from '../kit/draftStore.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import restocking from './restocking.module.css';

/** The last stretch: cleaned, each thing made ready, closed, looked through; and until when it holds. */
export function WholeAgain({ kit }: { kit: KitView }) {
  const catalog = useCatalog((state) => state.catalog);
  const today = useSettings().data?.today;
  const [error, setError] = useState<string | null>(null);
  if (today === undefined) return null;
  const draft = draftOf(kit);
  const all = stageSteps(draft, containerOf(kit.containerId), positionOf(kit.positionId), catalog);
  const steps = all.filter((step) => step.group !== 'outside');
  const open = steps.filter((step) => !isStepDone(step, kit.stage));
  const { readyUntil, held, asked } = kit.summary;
  const isInspected = kit.inspectedOn === today;
  const isReady = open.length === 0 && isInspected;
  return (
    <section className={clsx(restocking.restockKit, restocking.wholeAgain)} aria-label={`${kit.name}, whole again`}>
      <h2>{kit.name}</h2>
      <p className={isReady ? parts.verdictSaid : undefined} role="status">
        <b className="state-held">
          {held} of {asked} needs held.
        </b>{' '}
        {isReady
          ? readyUntil === null
            ? 'Made ready and looked through; nothing in it lapses.'
            : `Made ready and looked through: ready until ${showDate(readyUntil)}.`
          : 'Everything is in it. Before it is ready:'}
      </p>
      {!isReady && <OpenSteps open={open} isInspected={isInspected} kit={kit} setError={setError} draft={draft} today={today} all={all} />}
      <Refusal text={error} />
      <p className="row">
        <Link to={`/kits/${kit.id}/stage?part=print`}>Print the pack sheet anew</Link>
        <Link to={`/kits/${kit.id}/fit`}>See how it packs</Link>
        <Link to="/">Muster</Link>
      </p>
    </section>
  );
}

interface OpenStepsProps {
  open: StageStep[];
  isInspected: boolean;
  kit: KitView;
  setError: (next: string | null) => void;
  draft: KitDraft;
  today: PlainDate;
  all: StageStep[];
}

function OpenSteps({ open, isInspected, kit, setError, draft, today, all }: OpenStepsProps) {
  const client = useQueryClient();
  const refresh = useRefresh();
  const by = useMyName() ?? whoAmI();
  const afterwards = () => Promise.all([refresh(), client.invalidateQueries({ queryKey: ['kit', kit.id] })]);
  const tick = async (step: StageStep) => {
    setError(null);
    try {
      await api.put('/api/kits/:id', {
        params: { id: kit.id },
        body: { version: kit.version, draft: withTick(draft, step, by, today, all), sentTo: {} },
      });
    } catch (failure) {
      setError(keepFailure(failure));
    }
    await afterwards();
  };
  const looked = async () => {
    setError(null);
    try {
      await api.post('/api/kits/:id/inspections', { params: { id: kit.id }, body: {} });
    } catch (failure) {
      setError(messageOf(failure));
    }
    await afterwards();
  };
  return (
    <ol className={restocking.wholeSteps}>
      {open.map((step) => (
        <li key={step.id}>
          <Checkbox label={step.text} description={step.why} checked={false} onChange={() => void tick(step)} />
        </li>
      ))}
      {!isInspected && (
        <li className="row">
          <span className="grow">
            Looked through: everything in its place, nothing loose, wrappers whole.
            <span className={clsx(parts.block, 'small muted')}>
              {kit.inspectedOn === null ? 'Never inspected.' : `Last inspected on ${showDate(kit.inspectedOn)}.`}{' '}
              <Link to={`/kits/${kit.id}/inspect`}>Thing by thing</Link>
            </span>
          </span>
          <Button size="md" onClick={() => void looked()}>
            Looked through
          </Button>
        </li>
      )}
    </ol>
  );
}

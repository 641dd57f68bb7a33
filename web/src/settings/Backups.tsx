import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Answer, api } from '../data/client.ts';
import { Failure } from '../ui/Failure.tsx';
import { kilobytes } from './kilobytes.ts';
import { LastBackup } from './LastBackup.tsx';
import css from './settings.module.css';

const WHEN = new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' });
const whenOf = (at: string): string => WHEN.format(new Date(at));
const BEFORE = { daily: 'of the day', clear: 'before clearing', import: 'before an import', restore: 'before a restore' } as const;
const MOST_SHOWN = 5;

interface BackupsProps {
  backups: Answer<'get', '/api/backups'>['backups'];
  isBusy: boolean;
  restore: (name: string) => Promise<void>;
}

/** What can be gone back to; nothing is restored before it was shown what that would change. */
export function Backups({ backups, isBusy, restore }: BackupsProps) {
  const [chosen, setChosen] = useState<string | null>(null);
  return (
    <>
      <h3>Backups</h3>
      <LastBackup at={backups[0]?.at ?? null} nowMs={Date.now()} />
      <ul className={css.backupList}>
        {backups.slice(0, MOST_SHOWN).map(({ name, at, bytes, before }) => (
          <li key={name}>
            <div className="row">
              <span className="grow">
                <span className="mono">{whenOf(at)}</span>{' '}
                <span className="small muted">
                  {BEFORE[before]}, {kilobytes(bytes)}
                </span>
              </span>
              <Button
                size="compact-sm"
                variant="subtle"
                component="a"
                href={`/api/backups/${name}/file`}
                download={name}
                aria-label={`Copy the backup of ${whenOf(at)}, ${BEFORE[before]}`}
              >
                Copy
              </Button>
              <Button
                size="compact-sm"
                variant="default"
                disabled={isBusy}
                aria-expanded={chosen === name}
                aria-label={`Restore the backup of ${whenOf(at)}, ${BEFORE[before]}`}
                onClick={() => setChosen(chosen === name ? null : name)}
              >
                Restore
              </Button>
            </div>
            {chosen === name && (
              <WhatChanges
                name={name}
                isBusy={isBusy}
                restore={() => void restore(name).then(() => setChosen(null))}
                cancel={() => setChosen(null)}
              />
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

interface WhatChangesProps {
  name: string;
  isBusy: boolean;
  restore: () => void;
  cancel: () => void;
}

function WhatChanges({ name, isBusy, restore, cancel }: WhatChangesProps) {
  const preview = useQuery({
    queryKey: ['backup', name],
    staleTime: 0,
    retry: false,
    queryFn: () => api.get('/api/backups/:name/preview', { params: { name } }),
  });
  if (preview.data === undefined)
    return preview.isError ? <Failure error={preview.error} /> : <p role="status">Reading the backup, to show what would change</p>;
  return (
    <div className="caution stack">
      <Changes preview={preview.data} />
      <div className="row">
        <Button loading={isBusy} onClick={restore}>
          Back up and restore
        </Button>
        <Button variant="default" onClick={cancel}>
          Keep what is here
        </Button>
      </div>
    </div>
  );
}

/** What restoring would bring back and take away, in words. */
export function Changes({ preview }: { preview: Answer<'get', '/api/backups/:name/preview'> }) {
  const { lastChangeAt, changesSince, now, inBackup, kitsBack, kitsGone } = preview;
  return (
    <>
      <p>
        <b>Everything becomes as it was{lastChangeAt === null ? '' : ` on ${whenOf(lastChangeAt)}`}.</b>{' '}
        {changesSince === 0
          ? 'Nothing has been changed since.'
          : `${changesSince === 1 ? 'One change' : `${changesSince} changes`} made since would be undone.`}
      </p>
      <dl className={css.changes}>
        <Counted what="kits" now={now.kits} inBackup={inBackup.kits} />
        <Counted what="units" now={now.units} inBackup={inBackup.units} />
        <Counted what="lots" now={now.lots} inBackup={inBackup.lots} />
        <Named what="come back" names={kitsBack} />
        <Named what="go" names={kitsGone} />
      </dl>
    </>
  );
}

const Counted = ({ what, now, inBackup }: { what: string; now: number; inBackup: number }) => (
  <div>
    <dt>{what}</dt>
    <dd className="mono">{now === inBackup ? `${now}, as now` : `${now} now → ${inBackup}`}</dd>
  </div>
);

const Named = ({ what, names }: { what: string; names: readonly string[] }) =>
  names.length === 0 ? null : (
    <div>
      <dt>kits that {what}</dt>
      <dd>{names.join(', ')}</dd>
    </div>
  );

import { Button } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../data/client.ts';
import { queryClient } from '../data/queries.ts';
import { Failure } from '../ui/Failure.tsx';
import { kilobytes } from './kilobytes.ts';
import css from './settings.module.css';

const COUNT = new Intl.NumberFormat('en-GB');

/** The journal by year: what it holds, and old years put away into files of their own. */
export function JournalYears() {
  const [chosen, setChosen] = useState<number | null>(null);
  const found = useQuery({ queryKey: ['journal', 'years'], queryFn: () => api.get('/api/journal/years') });
  const putAway = useMutation({
    mutationFn: (year: number) => api.post('/api/journal/archive', { body: { year } }),
    onSuccess: async () => {
      setChosen(null);
      await queryClient.invalidateQueries({ queryKey: ['journal'] });
    },
  });
  if (found.data === undefined) return null;
  const { years, archives } = found.data;
  // Of a first year there is nothing to tell apart.
  if (years.length + archives.length < 2) return null;
  return (
    <>
      <h3>By year</h3>
      <ul className={css.backupList}>
        {archives.map(({ name, year, bytes }) => (
          <li key={name}>
            <div className="row">
              <span className="grow">
                <span className="mono">{year}</span> <span className="small muted">put away, {kilobytes(bytes)}</span>
              </span>
              <Button
                size="compact-sm"
                variant="subtle"
                component="a"
                href={`/api/journal/archives/${name}/file`}
                download={name}
                aria-label={`Copy the file of ${year}, ${name}`}
              >
                Copy
              </Button>
            </div>
          </li>
        ))}
        {years.map(({ year, entries, mayGo }) => (
          <li key={year}>
            <div className="row">
              <span className="grow">
                <span className="mono">{year}</span> <span className="small muted">{COUNT.format(entries)} changes</span>
              </span>
              {mayGo && (
                <Button
                  size="compact-sm"
                  variant="default"
                  aria-expanded={chosen === year}
                  aria-label={`Put the changes of ${year} away`}
                  onClick={() => setChosen(chosen === year ? null : year)}
                >
                  Put away
                </Button>
              )}
            </div>
            {chosen === year && (
              <div className="caution stack">
                <p>
                  The {COUNT.format(entries)} changes of {year} go into a file beside the backups and out of the database: exports and
                  backups get smaller, and no longer hold them.
                </p>
                {putAway.isError && <Failure error={putAway.error} />}
                <div className="row">
                  <Button loading={putAway.isPending} onClick={() => putAway.mutate(year)}>
                    Put {year} away
                  </Button>
                  <Button variant="default" onClick={() => setChosen(null)}>
                    Keep it here
                  </Button>
                </div>
              </div>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

import { type PlainDate, PlainDateSchema } from '@ivrak/core/model';
import { Button, Select } from '@mantine/core';
import { useInfiniteQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { api } from '../data/client.ts';
import { useKits, usePeople } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { DateField } from '../ui/DateField.tsx';
import { Failure } from '../ui/Failure.tsx';
import css from './journal.module.css';
import { byDay, type Entry, pathOf, TOPIC_NAMES, TOPICS } from './journal.ts';

const PAGE = 60;
const TIME = { hour: '2-digit', minute: '2-digit' } as const;

/** Who changed what, and when: everything, or what one looks for. */
export function JournalPage() {
  const [params, setParams] = useSearchParams();
  const people = usePeople().data?.people ?? [];
  const asked = {
    who: params.get('who') ?? undefined,
    topic: TOPICS.find((one) => one === params.get('topic')),
    kit: params.get('kit') ?? undefined,
    from: dayOf(params.get('from')) ?? undefined,
    to: dayOf(params.get('to')) ?? undefined,
  };
  const found = useInfiniteQuery({
    queryKey: ['journal', 'of', asked],
    queryFn: ({ pageParam }) => api.get('/api/journal', { query: { limit: PAGE, ...asked, before: pageParam } }),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: ({ entries, hasMore }) => (hasMore ? entries.at(-1)?.id : undefined),
  });
  const set = (name: string, value: string | null) => {
    const next = new URLSearchParams(params);
    if (value === null || value === '') next.delete(name);
    else next.set(name, value);
    setParams(next, { replace: true });
  };
  const entries = found.data?.pages.flatMap((page) => page.entries) ?? [];
  return (
    <main id="main" className={css.journal}>
      <div className={css.head}>
        <h1>Journal</h1>
        <p className="muted">Who changed what, and when. Nothing in it is ever changed.</p>
      </div>
      <Asked params={params} set={set} />
      {found.isError && <Failure error={found.error} />}
      {found.isPending && <Blank label="Reading the journal" />}
      {found.isSuccess && entries.length === 0 && <p>Nothing was changed like that.</p>}
      {byDay(entries).map(({ day, of }) => (
        <section key={day} aria-label={day}>
          <h2>{day}</h2>
          <ul className={css.entries}>
            {of.map((entry) => (
              <Line key={entry.id} entry={entry} who={people.find(({ id }) => id === entry.who)?.name ?? ''} />
            ))}
          </ul>
        </section>
      ))}
      {found.hasNextPage && (
        <Button variant="default" loading={found.isFetchingNextPage} onClick={() => void found.fetchNextPage()}>
          Show earlier ones
        </Button>
      )}
    </main>
  );
}

const dayOf = (text: string | null): PlainDate | null => PlainDateSchema.safeParse(text).data ?? null;

function Asked({ params, set }: { params: URLSearchParams; set: (name: string, value: string | null) => void }) {
  const people = usePeople().data?.people ?? [];
  const kits = useKits().data?.kits ?? [];
  return (
    <div className={css.asked} role="search">
      <Select
        label="By"
        placeholder="anybody"
        clearable
        data={[{ value: 'local', label: 'not said who' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]}
        value={params.get('who')}
        onChange={(value) => set('who', value)}
      />
      <Select
        label="About"
        placeholder="everything"
        clearable
        data={TOPICS.map((topic) => ({ value: topic, label: TOPIC_NAMES[topic] }))}
        value={params.get('topic')}
        onChange={(value) => set('topic', value)}
      />
      <Select
        label="Kit"
        placeholder="any"
        clearable
        searchable
        data={kits.map(({ id, name }) => ({ value: id, label: name }))}
        value={params.get('kit')}
        onChange={(value) => set('kit', value)}
      />
      <DateField label="From" value={dayOf(params.get('from'))} onChange={(day) => set('from', day)} />
      <DateField label="Through" value={dayOf(params.get('to'))} onChange={(day) => set('to', day)} />
    </div>
  );
}

function Line({ entry, who }: { entry: Entry; who: string }) {
  const { at, what, thing } = entry;
  const path = pathOf(entry);
  return (
    <li>
      <span className="mono small">{new Date(at).toLocaleTimeString('en-GB', TIME)}</span>
      <span>{what}</span>
      <span>{thing === null ? '' : path === null ? thing.name : <Link to={path}>{thing.name}</Link>}</span>
      <span className="muted">{who}</span>
    </li>
  );
}

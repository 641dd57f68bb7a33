import { ROLE_NAMES } from '@ivrak/contract';
import { Button, FileButton, Select, useMantineColorScheme } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { RefObject } from 'react';
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { keptText } from '../away/words.ts';
import { useAway } from '../data/away.ts';
import { ApiError, api, messageOf, type ProblemIssue, setWhoAmI, whoAmI } from '../data/client.ts';
import { queryClient, usePeople } from '../data/queries.ts';
import { Phones } from '../sharing/Phones.tsx';
import { useMe } from '../sharing/queries.ts';
import { CAUTION } from '../ui/caution.ts';
import parts from '../ui/parts.module.css';
import { BeginOwn } from './BeginOwn.tsx';
import { JournalYears } from './JournalYears.tsx';
import { LapsedCourses, MoneyAndMeasures } from './Planning.tsx';
import css from './settings.module.css';

export function SettingsPage() {
  const isKeeper = useMe().role === 'keeper';
  return (
    <main id="main" className={css.settings}>
      <h1>Settings</h1>
      <div className={css.grid}>
        <You />
        {isKeeper && (
          <>
            <Crew />
            <Phones />
            <LapsedCourses />
            <MoneyAndMeasures />
            <Transfer />
            <BeginOwn />
            <Journal />
          </>
        )}
        <Caution />
      </div>
    </main>
  );
}

function You() {
  const me = useMe();
  const away = useAway();
  const people = usePeople().data?.people ?? [];
  const [person, setPerson] = useState(whoAmI());
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  return (
    <section className="stack">
      <h2>You and this screen</h2>
      {me.isHere ? (
        <Select
          label="You are"
          description="Stands in the journal beside what you change; it is no password."
          data={[{ value: 'local', label: 'not said' }, ...people.map(({ id, name }) => ({ value: id, label: name }))]}
          value={person}
          onChange={(value) => {
            setWhoAmI(value ?? 'local');
            setPerson(value ?? 'local');
          }}
        />
      ) : (
        <p>
          This is <b>{me.device}</b>, of {people.find(({ id }) => id === me.personId)?.name ?? 'nobody'}: it {ROLE_NAMES[me.role].may}.{' '}
          {keptText(away)}
        </p>
      )}
      <Select
        label="Light"
        data={[
          { value: 'light', label: 'day' },
          { value: 'dark', label: 'dusk' },
          { value: 'auto', label: 'as the system says' },
        ]}
        value={colorScheme}
        onChange={(value) => setColorScheme((value ?? 'light') as 'light' | 'dark' | 'auto')}
      />
    </section>
  );
}

function Crew() {
  const people = usePeople().data?.people ?? [];
  return (
    <section className="stack">
      <h2>Crew</h2>
      <p>
        {people.length === 0 ? 'Nobody yet.' : `${people.map(({ name }) => name).join(', ')}.`}{' '}
        <Link to="/crew">{people.length === 0 ? 'Add the people who carry kits' : 'Who carries what, and who is trained for what'}</Link>
      </p>
    </section>
  );
}

type ImportState =
  | { kind: 'idle' }
  | { kind: 'ready'; file: File }
  | { kind: 'busy' }
  | { kind: 'done'; text: string }
  | { kind: 'refused'; detail: string; issues: readonly ProblemIssue[] };

/** Everything out as one file, and everything in again: all of it or nothing. */
function Transfer() {
  const reset = useRef<() => void>(null);
  const [state, setState] = useState<ImportState>({ kind: 'idle' });
  const choose = (chosen: File | null) => {
    if (chosen !== null) setState({ kind: 'ready', file: chosen });
  };
  return (
    <section className="stack">
      <h2>Export and import</h2>
      <p className="small">
        One file holds everything: kits, units, lots, uses, journal. Keep a copy somewhere else. A backup can be imported as well.
      </p>
      <div>
        <Button component="a" href="/api/export" download="ivrak-export.json">
          Export everything
        </Button>
      </div>
      <div>
        <FileButton
          resetRef={reset}
          accept="application/json,.json,application/gzip,.gz"
          onChange={choose}
          inputProps={{ 'aria-label': 'File to import' }}
        >
          {(props) => (
            <Button variant="default" {...props}>
              Import a file
            </Button>
          )}
        </FileButton>
      </div>
      <ReadyToImport state={state} setState={setState} reset={reset} />
      {state.kind === 'busy' && <p role="status">Checking the file</p>}
      {state.kind === 'done' && (
        <p className={parts.verdictGood} role="status">
          {state.text}
        </p>
      )}
      <RefusedImport state={state} />
    </section>
  );
}

interface ReadyToImportProps {
  state: ImportState;
  setState: (next: ImportState) => void;
  reset: RefObject<(() => void) | null>;
}

function ReadyToImport({ state, setState, reset }: ReadyToImportProps) {
  const take = async (file: File) => {
    setState({ kind: 'busy' });
    try {
      // The file itself is sent: it may be larger than what a page holds in memory.
      const { kits, units, lots } = await api.post('/api/import', { text: file });
      await queryClient.invalidateQueries();
      setState({ kind: 'done', text: `Imported: ${kits} kits, ${units} units, ${lots} lots.` });
    } catch (error) {
      setState({
        kind: 'refused',
        detail:
          error instanceof ApiError && error.issues.length > 0 ? 'Nothing was changed. This is wrong with the file:' : messageOf(error),
        issues: error instanceof ApiError ? error.issues : [],
      });
    }
    reset.current?.();
  };
  return (
    state.kind === 'ready' && (
      <div className="caution stack">
        <p>
          <b>{state.file.name}</b> will replace everything that is here now. Export first if you may want it back.
        </p>
        <div className="row">
          <Button onClick={() => void take(state.file)}>Check and replace</Button>
          <Button variant="default" onClick={() => setState({ kind: 'idle' })}>
            Keep what is here
          </Button>
        </div>
      </div>
    )
  );
}

function RefusedImport({ state }: { state: ImportState }) {
  return (
    state.kind === 'refused' && (
      <div className="refusal" role="alert">
        <p>{state.detail}</p>
        <ul>
          {state.issues.slice(0, 20).map(({ path, message }) => (
            <li key={path + message}>
              <span className="mono">{path || 'file'}</span>: {message}
            </li>
          ))}
        </ul>
        {state.issues.length > 20 && <p>and {state.issues.length - 20} more</p>}
      </div>
    )
  );
}

/** The latest of them; the journal itself is a page of its own. */
function Journal() {
  const journal = useQuery({ queryKey: ['journal', 'latest'], queryFn: () => api.get('/api/journal', { query: { limit: 8 } }) });
  return (
    <section>
      <h2>Latest changes</h2>
      <ul className={css.journalList}>
        {(journal.data?.entries ?? []).map((entry) => (
          <li key={entry.id}>
            <span className="mono small">
              {new Date(entry.at).toLocaleString('en-GB', { day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit' })}
            </span>
            <span>
              {entry.what}
              {entry.thing !== null && <span className="muted">: {entry.thing.name}</span>}
            </span>
          </li>
        ))}
      </ul>
      <Link to="/journal">All changes: by whom, about what, when</Link>
      <JournalYears />
    </section>
  );
}

function Caution() {
  return (
    <section className="stack">
      <h2>Caution</h2>
      <p>{CAUTION}</p>
      <p className="small muted">
        Quantities, windows, intervals, draw times and limits are planning values of ours. Sizes of things are typical of their kind and
        partly from memory: measure your own.
      </p>
    </section>
  );
}

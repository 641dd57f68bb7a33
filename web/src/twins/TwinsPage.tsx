import type { Pattern } from '@ivrak/core/model';
import { Button, Select, TextInput } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { kindName } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { type StoredPattern, useKits, usePatterns } from '../data/queries.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { bringInLine, savePattern } from './queries.ts';
import css from './twins.module.css';
import { differenceText } from './twinWords.ts';

/** Kits that are to hold the same: the pattern, and beside it each twin with what it has more or fewer. */
export function TwinsPage() {
  const { id } = useParams();
  const patterns = usePatterns();
  if (patterns.isLoadingError) return <Failure error={patterns.error} />;
  if (patterns.data === undefined) return <Blank label="Laying the twins side by side" />;
  const pattern = patterns.data.patterns.find((one) => one.id === id);
  if (pattern === undefined)
    return (
      <main id="main" className={css.page}>
        <p>There is no such pattern. Its kits are kits of their own; Muster shows them.</p>
      </main>
    );
  return <Twins key={`${pattern.id} ${pattern.version}`} pattern={pattern} />;
}

function Twins({ pattern }: { pattern: StoredPattern }) {
  const { data, version, twins } = pattern;
  const navigate = useNavigate();
  const { error, keep } = useKeep();
  const save = (next: Partial<Pattern>) => void keep(() => savePattern({ ...data, ...next }, version));
  const apart = () =>
    void keep(
      () => api.delete('/api/patterns/:id', { params: { id: data.id }, query: { version } }),
      () => navigate('/'),
    );
  const kinds = [...new Set([...data.lines, ...twins.flatMap(({ sheet }) => sheet)].map(({ kind }) => kind))];
  return (
    <main id="main" className={css.page}>
      <TwinsHead pattern={pattern} save={save} apart={apart} />
      <Refusal text={error} />
      <div className={css.scroll}>
        <table className={css.table}>
          <thead>
            <tr>
              <th scope="col">Thing</th>
              <th scope="col">Pattern</th>
              {twins.map((twin) => (
                <th key={twin.kitId} scope="col">
                  <Link to={`/kits/${twin.kitId}/bench`}>{twin.name}</Link>
                  <TwinActs
                    twin={twin}
                    inLine={() => void keep(() => bringInLine(twin.kitId, data))}
                    make={() => save({ lines: twin.meant })}
                    leave={data.kitIds.length > 1 ? () => save({ kitIds: data.kitIds.filter((one) => one !== twin.kitId) }) : null}
                  />
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {kinds.map((kind) => (
              <tr key={kind}>
                <th scope="row">{kindName(kind)}</th>
                <td className="mono">{countOf(data.lines, kind)}</td>
                {twins.map((twin) => (
                  <TwinCell key={twin.kitId} twin={twin} kind={kind} asked={countOf(data.lines, kind)} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="small muted">
        Planned things count as being on their way: what a twin lacks is planned by one press, and goes into one order for all. What it has
        beyond the pattern goes to the stores.
      </p>
    </main>
  );
}

interface TwinsHeadProps {
  pattern: StoredPattern;
  save: (next: Partial<Pattern>) => void;
  apart: () => void;
}

function TwinsHead({ pattern, save, apart }: TwinsHeadProps) {
  const { data, twins } = pattern;
  const different = twins.filter((twin) => differenceText(twin) !== null).length;
  return (
    <div className={css.head}>
      <div className="grow">
        <h1>{data.name}</h1>
        <p className="muted">
          {twins.length} kits after one pattern;{' '}
          {different === 0 ? 'all are as it is' : `${different} ${different === 1 ? 'differs' : 'differ'} from it`}.
        </p>
      </div>
      <Rename name={data.name} save={(name) => save({ name })} />
      <AddTwin pattern={pattern} save={save} />
      <Button component={Link} variant="default" to={`/buy?kits=${data.kitIds.join(',')}`}>
        One order for all
      </Button>
      <Button variant="subtle" onClick={apart}>
        Let them be kits of their own
      </Button>
    </div>
  );
}

type Twin = StoredPattern['twins'][number];

const countOf = (lines: Twin['sheet'], kind: string): number => lines.find((line) => line.kind === kind)?.count ?? 0;

function TwinCell({ twin, kind, asked }: { twin: Twin; kind: string; asked: number }) {
  const have = countOf(twin.sheet, kind);
  const owned = countOf(twin.owned, kind);
  return (
    <td className={clsx('mono', have > asked && css.isMore, have < asked && css.isFewer)}>
      {have === 0 ? '–' : have}
      {owned < have && <span className="small muted"> ({owned} here)</span>}
    </td>
  );
}

interface TwinActsProps {
  twin: Twin;
  inLine: () => void;
  make: () => void;
  leave: (() => void) | null;
}

function TwinActs({ twin, inLine, make, leave }: TwinActsProps) {
  const isSame = differenceText(twin) === null;
  return (
    <span className={css.acts}>
      {isSame ? (
        <span className="small state-held">as the pattern</span>
      ) : (
        <>
          <button type="button" className="link-button small" aria-label={`Bring ${twin.name} in line`} onClick={inLine}>
            Bring in line
          </button>
          <button type="button" className="link-button small" aria-label={`Make ${twin.name} the pattern`} onClick={make}>
            Make it the pattern
          </button>
        </>
      )}
      {leave !== null && (
        <button type="button" className="link-button small" aria-label={`Take ${twin.name} out of the twins`} onClick={leave}>
          Take out
        </button>
      )}
    </span>
  );
}

function Rename({ name, save }: { name: string; save: (name: string) => void }) {
  const [typed, setTyped] = useState(name);
  return (
    <TextInput
      label="Name of the pattern"
      maxLength={60}
      value={typed}
      onChange={(event) => setTyped(event.currentTarget.value)}
      onBlur={() => typed.trim() !== '' && typed.trim() !== name && save(typed.trim())}
    />
  );
}

/** A kit that joins is not changed: it shows how it differs. */
function AddTwin({ pattern: { data }, save }: { pattern: StoredPattern; save: (next: Partial<Pattern>) => void }) {
  const kits = useKits().data?.kits ?? [];
  const all = usePatterns().data?.patterns ?? [];
  const taken = new Set<string>(all.flatMap((pattern) => pattern.data.kitIds));
  const free = kits.filter(({ id }) => !taken.has(id));
  return (
    free.length > 0 && (
      <Select
        label="One more twin"
        placeholder="a kit"
        data={free.map(({ id, name }) => ({ value: id as string, label: name }))}
        value={null}
        onChange={(id) => {
          const kit = free.find((one) => one.id === id);
          if (kit !== undefined) save({ kitIds: [...data.kitIds, kit.id] });
        }}
      />
    )
  );
}

import { DISPUTES, EVIDENCE_NAMES, slug } from '@ivrak/core/catalog';
import type { School } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { NavLink, useNavigate, useParams } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import parts from '../ui/parts.module.css';
import { Refusal } from '../ui/Refusal.tsx';
import { SchoolEditor } from './SchoolEditor.tsx';
import { SchoolLines } from './SchoolLines.tsx';
import css from './schools.module.css';

/** What practitioners disagree on: each school's lines with reasons, adjusted copies, and what each side of a dispute says. */
export function SchoolsPage() {
  const { id } = useParams();
  const { schools, own } = useCatalog();
  const school = schools.find((candidate) => candidate.id === id) ?? schools[0];
  if (school === undefined) return null;
  const version = own.schools[school.id];
  return (
    <main id="main" className={css.page}>
      <nav className={css.list} aria-label="Schools">
        <h1>Schools</h1>
        <p className="small muted">What comes first, what counts, and how much. None of them is right everywhere.</p>
        <ul>
          {schools.map((entry) => (
            <li key={entry.id}>
              <NavLink to={`/schools/${entry.id}`}>
                <b>{entry.name}</b>
                <span className="small">{own.schools[entry.id] === undefined ? entry.reason : `adjusted copy. ${entry.reason}`}</span>
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
      <section className={css.schoolSheet} aria-label={school.name}>
        {version === undefined ? (
          <>
            <div className="panel-heading">
              <h2>{school.name}</h2>
              <CopySchool school={school} />
            </div>
            <p>{school.reason}</p>
            <SchoolLines school={school} />
          </>
        ) : (
          <SchoolEditor key={`${school.id}-${version}`} school={school} version={version} />
        )}
      </section>
      <Disputes />
    </main>
  );
}

function CopySchool({ school }: { school: School }) {
  const navigate = useNavigate();
  const refresh = useRefresh();
  const { schools } = useCatalog();
  const [error, setError] = useState<string | null>(null);
  const copy = async () => {
    const names = new Set(schools.map(({ name }) => name));
    let number = 1;
    while (names.has(copyName(school.name, number))) number += 1;
    const name = copyName(school.name, number);
    const id = `own-${slug(name)}`.slice(0, 64);
    try {
      await api.put('/api/schools/:id', { params: { id }, body: { version: null, school: { ...school, id, name, basedOn: school.id } } });
      await refresh();
      await navigate(`/schools/${id}`);
    } catch (failure) {
      setError(messageOf(failure));
    }
  };
  return (
    <>
      <Button onClick={() => void copy()}>Copy and adjust</Button>
      <Refusal text={error} />
    </>
  );
}

const copyName = (name: string, number: number): string => `${name}, ours${number === 1 ? '' : ` ${number}`}`;

function Disputes() {
  return (
    <aside className={css.disputes} aria-label="Disputes">
      <h2>Where they disagree</h2>
      {DISPUTES.map(({ id, question, sides, ivrak }) => (
        <details key={id} className={css.dispute} open={id === 'gauze'}>
          <summary>{question}</summary>
          <dl>
            {sides.map(({ holds, says, evidence }) => (
              <div key={holds}>
                <dt>{holds}</dt>
                <dd>
                  {says}{' '}
                  <span className={parts.evidence} title={EVIDENCE_NAMES[evidence]}>
                    {evidence}
                  </span>
                </dd>
              </div>
            ))}
            <div className={css.disputeIvrak}>
              <dt>What Ivrak does</dt>
              <dd>{ivrak}</dd>
            </div>
          </dl>
        </details>
      ))}
      <p className="small muted">{Object.values(EVIDENCE_NAMES).join('. ')}. Local protocols win over all of them.</p>
    </aside>
  );
}

import { Select } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { setWhoAmI } from '../data/client.ts';
import { usePeople } from '../data/queries.ts';
import { useMe } from '../sharing/queries.ts';
import css from './drill.module.css';
import { useWho } from './queries.ts';

interface DrillFrameProps {
  kitId: string;
  title: string;
  note?: ReactNode;
  /** For whoever drills, once that is said. */
  children: (personId: string) => ReactNode;
}

/** A drill with one kit: back to all of them, which it is, and who drills. */
export function DrillFrame({ kitId, title, note, children }: DrillFrameProps) {
  const who = useWho();
  const [chosen, setChosen] = useState<string | null>(who);
  return (
    <main id="main" className={css.drill}>
      <header className={css.head}>
        <Link to={`/drill?kit=${kitId}`} className="small">
          Drill
        </Link>
        <h1>{title}</h1>
        {note !== undefined && <p className="small muted">{note}</p>}
      </header>
      {chosen === null ? <WhoDrills choose={setChosen} /> : children(chosen)}
    </main>
  );
}

/** Only at the machine itself: a phone is one person's. */
function WhoDrills({ choose }: { choose: (id: string) => void }) {
  const people = usePeople().data?.people ?? [];
  const me = useMe();
  if (!me.isHere) return <p>This device is of nobody in the crew: pair it for somebody to keep what is drilled.</p>;
  return (
    <Select
      label="Who drills?"
      placeholder="choose a person"
      data={people.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={(value) => {
        if (value === null) return;
        setWhoAmI(value);
        choose(value);
      }}
    />
  );
}

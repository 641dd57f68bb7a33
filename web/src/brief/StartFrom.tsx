import { TEMPLATES } from '@ivrak/core/catalog';
import type { Brief } from '@ivrak/core/model';
import { Button, Modal } from '@mantine/core';
import { useState } from 'react';
import { useKits } from '../data/queries.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import css from './brief.module.css';

interface Start {
  id: string;
  name: string;
  about: string;
  brief: Brief;
  schoolId: string;
}

/** Takes a brief over from a template or from another kit; undo brings the old one back. */
export function StartFrom() {
  const { kit } = useKit();
  const [opened, setOpened] = useState(false);
  const kits = useKits().data?.kits ?? [];
  const others = kits
    .filter(({ id }) => id !== kit.id)
    .map(({ id, name, brief, schoolId }): Start => ({ id, name, brief, schoolId, about: 'the brief of this kit, as it is now' }));
  const take = ({ brief, schoolId }: Start) => {
    edit((draft) => ({ ...draft, brief, schoolId }));
    setOpened(false);
  };
  return (
    <>
      <Button variant="default" onClick={() => setOpened(true)}>
        Start from a template or another kit
      </Button>
      <Modal opened={opened} onClose={() => setOpened(false)} title="Start the brief from" size="lg">
        <p className="small muted">
          All answers are taken over, and the school with them. What lies on the sheet stays. Undo brings the old brief back.
        </p>
        <StartList name="Situations" starts={TEMPLATES} take={take} />
        {others.length > 0 && <StartList name="Kits" starts={others} take={take} />}
      </Modal>
    </>
  );
}

function StartList({ name, starts, take }: { name: string; starts: readonly Start[]; take: (start: Start) => void }) {
  return (
    <section aria-label={name}>
      <h3 className={css.startHeading}>{name}</h3>
      <ul className={css.startList}>
        {starts.map((start) => (
          <li key={start.id}>
            <button type="button" onClick={() => take(start)}>
              <b>{start.name}</b>
              <span className="small muted">{start.about}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

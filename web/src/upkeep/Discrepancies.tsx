import { Button, Radio } from '@mantine/core';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useDiscrepancies, useKits, usePeople, useRefresh } from '../data/queries.ts';
import { Refusal } from '../ui/Refusal.tsx';
import css from './discrepancies.module.css';
import { answersOf, type Told, toldText } from './discrepancyWords.ts';

/** What two devices said of one thing while neither knew of the other: somebody who was there says what is true. */
export function Discrepancies() {
  const told = useDiscrepancies().data?.discrepancies ?? [];
  if (told.length === 0) return null;
  return (
    <section className={css.discrepancies} aria-label="What does not agree">
      <h2>{told.length === 1 ? 'One thing does not agree' : `${told.length} things do not agree`}</h2>
      {told.map((one) => (
        <Discrepancy key={one.data.id} told={one} />
      ))}
    </section>
  );
}

function Discrepancy({ told }: { told: Told }) {
  const kits = useKits().data?.kits ?? [];
  const people = usePeople().data?.people ?? [];
  const refresh = useRefresh();
  const [answer, setAnswer] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const names = {
    kind: kindName,
    kit: (id: string) => kits.find((kit) => kit.id === id)?.name ?? 'a kit that is gone',
    person: (id: string) => people.find((person) => person.id === id)?.name ?? 'Somebody',
  };
  const { said, but } = toldText(told, names);
  const answers = answersOf(told, names);
  const settle = async () => {
    const chosen = answers.find(({ unitId }) => (unitId ?? 'same') === answer);
    if (chosen === undefined) return setError('Choose what is true first.');
    try {
      await api.post('/api/discrepancies/:id/settle', {
        params: { id: told.data.id },
        body: { version: told.version, unitId: chosen.unitId },
      });
      setError(null);
    } catch (failure) {
      setError(messageOf(failure));
    }
    await refresh();
  };
  return (
    <article className={css.one}>
      <p>
        {said} <b>{but}</b> Which is true?
      </p>
      <Radio.Group className={css.answers} value={answer} onChange={setAnswer} aria-label={`What is true: ${said}`}>
        {answers.map(({ unitId, text }) => (
          <Radio key={unitId ?? 'same'} value={unitId ?? 'same'} label={text} />
        ))}
      </Radio.Group>
      <Refusal text={error} />
      <Button onClick={() => void settle()}>Settle it</Button>
    </article>
  );
}

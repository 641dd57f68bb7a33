import { Button } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { api } from '../data/client.ts';
import css from './modelNews.module.css';

/** What an earlier version wrote and is read otherwise now; said once. */
const MODEL_NEWS = [
  'Needs ask for one thing each: sugar, injectors, chest-pain medicine, tourniquets for small limbs, pupil light, sprains and wound wash in ml stand by themselves. Amounts that were set by hand stay with the need they were set for.',
  'A pressure bandage is no second tourniquet, a sheet with tape no chest seal, film no seal pair: what is improvised is named beside a gap, and not counted.',
  'Tools serve several needs at once; two of one sort count once.',
  'Kinds that you added are “something else” until you say what sort of thing they are; rules and care follow from that. Schools that you adjusted keep their grades for the single kinds that they named.',
];

/** What was split and renamed, for whoever had kits before; gone once it was read. */
export function ModelNews() {
  const client = useQueryClient();
  const read = async () => {
    await api.put('/api/settings', { body: { hasModelNews: false } });
    await client.invalidateQueries({ queryKey: ['settings'] });
  };
  return (
    <section className={css.news} aria-label="What is read otherwise now">
      <h2>What is read otherwise now</h2>
      <ul>
        {MODEL_NEWS.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <p>Nothing was lost: every thing, date and log is as it was.</p>
      <div className="row">
        <Link to="/kinds">Look at your kinds</Link>
        <Button variant="default" size="compact-sm" onClick={() => void read()}>
          Read
        </Button>
      </div>
    </section>
  );
}

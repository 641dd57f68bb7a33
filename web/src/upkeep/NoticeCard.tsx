import { showDate } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { kindName } from '../data/catalog.ts';
import { api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { useNotices } from '../data/upkeep.ts';
import css from './upkeep.module.css';

const ABOUT = { recall: 'Recall', counterfeit: 'Counterfeits' } as const;

/** Recalls and warnings by lot, and which kits they are about. */
export function NoticeCard() {
  const notices = useNotices();
  const client = useQueryClient();
  const refresh = useRefresh();
  const [said, setSaid] = useState('');
  const [isBusy, setBusy] = useState(false);
  const check = async () => {
    setBusy(true);
    try {
      const feed = await api.get('/api/devices/notices');
      const { fresh, hits } = await api.post('/api/notices', { body: feed });
      const marked = hits.reduce((sum, { units }) => sum + units.length, 0);
      setSaid(fresh === 0 ? 'Nothing new.' : `${fresh} new, ${marked} things marked as suspect.`);
    } catch (failure) {
      setSaid(messageOf(failure));
    }
    await client.invalidateQueries({ queryKey: ['notices'] });
    await refresh();
    setBusy(false);
  };
  const hits = notices.data?.hits ?? [];
  const own = hits.filter(({ units }) => units.length > 0);
  return (
    <section className={css.card} aria-label="Notices">
      <div className="grow">
        <h3>
          {own.length === 0
            ? 'No notice is about a thing here'
            : `${own.length} ${own.length === 1 ? 'notice is' : 'notices are'} about things here`}
        </h3>
        {own.map(({ notice, units }) => (
          <p key={notice.id} className="small">
            <b>
              {ABOUT[notice.about]}, {kindName(notice.kind)}
              {notice.lot === null ? '' : `, lot ${notice.lot}`}
            </b>{' '}
            ({showDate(notice.on)}): {notice.text} In{' '}
            {units.map(({ unitId, kitId, kitName }, index) => (
              <span key={unitId}>
                {index > 0 ? ', ' : ''}
                {kitId === null ? 'stores' : <Link to={`/kits/${kitId}/bench`}>{kitName}</Link>}
              </span>
            ))}
            .
          </p>
        ))}
        <p className="small" role="status">
          {said}
        </p>
      </div>
      <Button variant="default" size="compact-sm" disabled={isBusy} onClick={() => void check()}>
        Read the notice feed
      </Button>
    </section>
  );
}

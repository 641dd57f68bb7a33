import { keptDeeds } from '../away/keptDeeds.ts';
import { keptDrills } from '../away/keptDrills.ts';
import { awayText } from '../away/words.ts';
import { useAway } from '../data/away.ts';
import { useKeptInspections } from '../inspect/keptInspections.ts';
import { unsentOf } from '../use/keptLog.ts';
import { useTakes } from '../use/takes.ts';
import { useUseLog } from '../use/useLog.ts';
import css from './awayMark.module.css';

/** Says that the server is away, how old what is shown is, and what waits for it; or that a newer build has come. */
export function AwayMark() {
  const { isAway, toldAt, takeNew } = useAway();
  const log = useUseLog((state) => state.log);
  const inspections = useKeptInspections((state) => state.kept);
  const answers = Object.values(inspections).reduce((sum, one) => sum + one.answers.length, 0);
  const taken = useTakes((state) => state.takes.filter((one) => one.is !== 'sent').length);
  const deeds = keptDeeds.use((state) => state.waiting.length);
  const drills = keptDrills.use((state) => state.waiting.length);
  const waiting = answers + taken + deeds + drills + (log === null ? 0 : unsentOf(log).length);
  if (isAway)
    return (
      <p className={css.away} role="status">
        {awayText(waiting, toldAt, Date.now())}
      </p>
    );
  if (takeNew === null) return null;
  return (
    <p className={css.away} role="status">
      A newer version has come.{' '}
      <button type="button" className="link-button" onClick={takeNew}>
        Take it up
      </button>
    </p>
  );
}

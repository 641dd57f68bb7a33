import { inLine, patternOf, twinDifference } from '@ivrak/core/kit';
import { Link } from 'react-router';
import { usePatterns } from '../data/queries.ts';
import { edit, saveNow, useDraft } from '../kit/draftStore.ts';
import { newUnitId } from '../kit/units.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { savePattern } from './queries.ts';
import css from './twins.module.css';
import { differenceText } from './twinWords.ts';

/** Above the sheet of a twin: how it differs from its pattern, and which others do. */
export function TwinStrip({ kitId }: { kitId: string }) {
  const patterns = usePatterns().data?.patterns ?? [];
  const units = useDraft(({ draft }) => draft?.units);
  const { error, keep } = useKeep();
  const pattern = patterns.find(({ data }) => (data.kitIds as string[]).includes(kitId));
  if (pattern === undefined || units === undefined) return null;
  const { data, version, twins } = pattern;
  const own = differenceText(twinDifference(units, data.lines));
  const others = twins.filter((twin) => twin.kitId !== kitId && differenceText(twin) !== null);
  const make = () =>
    void keep(async () => {
      await saveNow();
      await savePattern({ ...data, lines: patternOf(units) }, version);
    });
  return (
    <section className={css.strip} aria-label="Twins">
      <span>
        Twin after <Link to={`/twins/${data.id}`}>{data.name}</Link>:{' '}
        {own === null ? <b className="state-held">as the pattern</b> : <b className="state-thin">{own}</b>}.
      </span>
      {own !== null && (
        <>
          <button
            type="button"
            className="link-button"
            onClick={() => edit((draft) => ({ ...draft, units: inLine(draft.units, data.lines, newUnitId) }))}
          >
            Bring in line
          </button>
          <button type="button" className="link-button" onClick={make}>
            Make it the pattern of all {twins.length}
          </button>
        </>
      )}
      {others.map((twin) => (
        <span key={twin.kitId} className="muted">
          <Link to={`/kits/${twin.kitId}/bench`}>{twin.name}</Link> {differenceText(twin)}.
        </span>
      ))}
      <Refusal text={error} />
    </section>
  );
}

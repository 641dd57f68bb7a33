import type { Inspection, KitView } from '@ivrak/core/model';
import { weighIn } from '@ivrak/core/staging';
import type { InspectionStep } from '@ivrak/core/upkeep';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { catalogNow, containerOf, kindName } from '../data/catalog.ts';
import { grams } from '../drawing/figures.ts';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { ANSWERS } from './InspectThing.tsx';
import css from './inspect.module.css';

interface InspectEndProps {
  kit: KitView;
  inspection: Inspection;
  steps: readonly InspectionStep[];
  isBusy: boolean;
  look: (unitId: string) => void;
  finish: () => void;
}

/** What was found, the weight as a quick check, and the end. */
export function InspectEnd({ kit, inspection, steps, isBusy, look, finish }: InspectEndProps) {
  const [measured, setMeasured] = useState<number | null>(null);
  const found = inspection.answers.filter(({ answer }) => answer !== 'fine');
  const forgotten = inspection.answers.filter(({ remembered }) => remembered === false);
  const nameOf = (unitId: string) => kindName(steps.find((step) => step.unitId === unitId)?.kind ?? '');
  const scale = measured === null ? null : weighIn(kit.units, containerOf(kit.containerId), catalogNow(), measured, 1);
  return (
    <>
      <section className={css.body} aria-label="What was found">
        <h2>{found.length === 0 ? 'Everything is fine' : `${found.length} of ${steps.length} not fine`}</h2>
        <ul className={css.found}>
          {found.map(({ unitId, answer, note }) => (
            <li key={unitId}>
              <span>
                <b>{nameOf(unitId)}</b>: {ANSWERS[answer]}
                {note === '' ? '' : ` (${note})`}
              </span>
              <Button variant="default" size="lg" onClick={() => look(unitId)} aria-label={`Look at ${nameOf(unitId)} again`}>
                Look again
              </Button>
            </li>
          ))}
        </ul>
        {forgotten.length > 0 && <p>To practise: {forgotten.map(({ unitId }) => nameOf(unitId)).join(', ')}.</p>}
        {found.length > 0 && (
          <p>
            What is not fine no longer counts. <Link to={`/restock?kit=${kit.id}`}>Put it back from stores</Link>
          </p>
        )}
        <DecimalInput label="What the scale says" unit="g" min={1} decimals={0} value={measured} onChange={setMeasured} />
        {scale !== null && (
          <p className={scale.agrees ? 'state-held' : 'state-gap'} role="status">
            {grams(scale.expectedG)} expected, {grams(Math.abs(scale.differenceG))} {scale.differenceG < 0 ? 'less' : 'more'} on the scale:{' '}
            {scale.agrees ? 'it agrees.' : 'something is missing or too much.'}
            {!scale.agrees && <Link to={`/kits/${kit.id}/stage?part=weigh`}> Find out what</Link>}
          </p>
        )}
      </section>
      <div className={css.actions}>
        <Button size="xl" fullWidth onClick={finish} disabled={isBusy}>
          Finish the inspection
        </Button>
      </div>
    </>
  );
}

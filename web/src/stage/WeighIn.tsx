import { changesBetween } from '@ivrak/core/coverage';
import { judgeKit } from '@ivrak/core/kit';
import type { Container, UnitId } from '@ivrak/core/model';
import { weighIn } from '@ivrak/core/staging';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { containerOf, kindName } from '../data/catalog.ts';
import { grams } from '../drawing/figures.ts';
import { edit } from '../kit/draftStore.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import parts from '../ui/parts.module.css';
import { showChange } from '../ui/showChange.ts';
import { simulatedScale } from './simulatedScale.ts';
import css from './stage.module.css';

/** What the kit should weigh, what the scale says, and which thing explains the difference. */
export function WeighIn() {
  const { draft, catalog, today } = useKit();
  const [stepG, setStepG] = useState(draft.stage.weighed?.stepG ?? 1);
  const container = containerOf(draft.containerId);
  const measured = draft.stage.weighed?.massG ?? null;
  const setMeasured = (massG: number | null) =>
    edit((before) => ({
      ...before,
      stage: { ...before.stage, weighed: massG === null || massG <= 0 ? null : { on: today, massG, stepG } },
    }));
  const lines = draft.units.flatMap((unit) => {
    const massG = catalog.get(unit.kind)?.massG;
    return massG === undefined ? [] : [{ id: unit.id, name: kindName(unit.kind), count: unit.count, massG }];
  });
  return (
    <div className={css.columns}>
      <ExpectedMasses lines={lines} container={container} />
      <aside className={css.side} aria-label="Scale">
        <h2>What the scale says</h2>
        <div className={parts.fieldRow}>
          <DecimalInput label="Figure of the scale" unit="g" max={100_000} decimals={1} value={measured} onChange={setMeasured} />
          <DecimalInput
            label="Its smallest step"
            unit="g"
            min={0.1}
            max={100}
            decimals={1}
            value={stepG}
            onChange={(value) => setStepG(value ?? 1)}
          />
        </div>
        <SimulatedScale lines={lines} setMeasured={setMeasured} container={container} stepG={stepG} />
        <WeighAnswer measured={measured} container={container} stepG={stepG} />
        <p className="small muted">
          Masses are typical of each kind, with a spread of 3 % (planning value). Weigh the kit once when it is known to be whole; later the
          same figure says that nothing was taken.
        </p>
      </aside>
    </div>
  );
}

interface ExpectedMassesProps {
  lines: { id: UnitId; name: string; count: number; massG: number }[];
  container: Container | undefined;
}

/** Each thing with its mass, and the sum. */
function ExpectedMasses({ lines, container }: ExpectedMassesProps) {
  const { judgement } = useKit();
  return (
    <section className={css.list} aria-label="What it should weigh">
      <h2>What it should weigh</h2>
      <table className={clsx(parts.compareTable, css.weighTable)}>
        <tbody>
          {lines.map(({ id, name, count, massG }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td className="mono">{count > 1 ? `${count} × ${grams(massG)}` : ''}</td>
              <td className={clsx(css.isFigure, 'mono')}>{grams(count * massG)}</td>
            </tr>
          ))}
          <tr>
            <th scope="row">{container?.name ?? 'Container'}</th>
            <td />
            <td className={clsx(css.isFigure, 'mono')}>{grams(container?.massG ?? 0)}</td>
          </tr>
          <tr className={css.weighSum}>
            <th scope="row">Together</th>
            <td />
            <td className={clsx(css.isFigure, 'mono')}>{grams(judgement.massG)}</td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}

interface SimulatedScaleProps {
  lines: { id: UnitId; name: string; count: number; massG: number }[];
  setMeasured: (massG: number | null) => void;
  container: Container | undefined;
  stepG: number;
}

function SimulatedScale({ lines, setMeasured, container, stepG }: SimulatedScaleProps) {
  const [gone, setGone] = useState('');
  return (
    <div className="row">
      <label className="small" htmlFor="gone">
        Simulated scale, with
      </label>
      <select id="gone" value={gone} onChange={(event) => setGone(event.currentTarget.value)}>
        <option value="">everything in</option>
        {lines.map(({ id, name }) => (
          <option key={id} value={id}>
            {name} left out
          </option>
        ))}
      </select>
      <Button variant="default" size="compact-sm" onClick={() => setMeasured(simulatedScale(lines, container?.massG ?? 0, gone, stepG))}>
        Read it
      </Button>
    </div>
  );
}

interface WeighAnswerProps {
  measured: number | null;
  container: Container | undefined;
  stepG: number;
}

/** What the scale's figure comes to, and what would explain a difference. */
function WeighAnswer({ measured, container, stepG }: WeighAnswerProps) {
  const { draft, catalog, school, today, judgement, beside } = useKit();
  const answer = measured === null ? null : weighIn(draft.units, container, catalog, measured, stepG);
  const without = (kinds: readonly string[]) => {
    let units = draft.units;
    for (const kind of kinds) {
      const at = units.findLastIndex((unit) => unit.kind === kind);
      units = units.flatMap((unit, index) => (index !== at ? [unit] : unit.count > 1 ? [{ ...unit, count: unit.count - 1 }] : []));
    }
    const after = judgeKit({ id: 'weighed', brief: draft.brief, units, inSet: { beside, alone: [] } }, school, container, today, catalog);
    return changesBetween(judgement.together, after.together);
  };
  return (
    answer !== null && (
      <div className="stack" aria-live="polite">
        <p className={answer.agrees ? parts.verdictGood : 'refusal'}>
          <b>
            {answer.agrees ? 'It agrees.' : `${grams(Math.abs(answer.differenceG))} ${answer.differenceG < 0 ? 'too light' : 'too heavy'}.`}
          </b>{' '}
          Expected {grams(answer.expectedG)}, give or take {grams(2 * answer.sigmaG)}; the scale says {grams(measured ?? 0)}.
        </p>
        {answer.told === 'nothing' && <p>No one or two things of this kit explain it. Open it and count.</p>}
        {answer.told === 'several' && <p>Several explain it as well; the scale cannot tell which. Look for these first:</p>}
        {answer.explanations.map(({ missing, extra, restG }) => (
          <div className={parts.proposal} key={[...missing, '+', ...extra].join()}>
            <div className="grow">
              <b>
                {missing.length > 0 ? `Missing: ${missing.map(kindName).join(' and ')}` : `Too many: ${extra.map(kindName).join(' and ')}`}
              </b>
              <p className="small mono">{grams(Math.abs(restG))} stay unexplained</p>
              {missing.length > 0 &&
                without(missing).map((change) => (
                  <p className="small" key={change.need}>
                    {showChange(change)}
                  </p>
                ))}
            </div>
          </div>
        ))}
      </div>
    )
  );
}

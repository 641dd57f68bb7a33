import { priceCheck } from '@ivrak/core/buying';
import { type NeedCoverage, showLacking } from '@ivrak/core/coverage';
import { NEEDS, type NeedId, RUNGS, rungOf } from '@ivrak/core/model';
import { CloseButton } from '@mantine/core';
import { clsx } from 'clsx';
import { grams, mm, price, STATE_WORDS } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import kitCss from '../kit/kit.module.css';
import parts from '../ui/parts.module.css';
import type { Column } from './columns.ts';
import css from './compare.module.css';
import type { Packed } from './usePackedThickness.ts';

interface CompareTableProps {
  columns: readonly Column[];
  packed: ReadonlyMap<string, Packed>;
  drop: (key: string) => void;
  edit: (key: string) => void;
}

/** Candidates as columns; figures first, then need by need. */
export function CompareTable({ columns, packed, drop, edit }: CompareTableProps) {
  const { judgement } = useKit();
  const asked = judgement.needs.filter(({ ideal }) => ideal > 0).map(({ need }) => need);
  const needs = RUNGS.flatMap((rung) => asked.filter((need) => rungOf(need) === rung));
  return (
    <table className={clsx(parts.compareTable, css.sideTable)}>
      <thead>
        <tr>
          <th scope="col">
            <span className="sr-only">Measure</span>
          </th>
          {columns.map(({ key, name, list }, index) => (
            <th key={key} scope="col">
              <span className={css.sideName}>
                {name}
                {index > 0 && <CloseButton aria-label={`Take ${name} away`} size="sm" onClick={() => drop(key)} />}
              </span>
              {list !== null && (
                <button type="button" className="link-button small" onClick={() => edit(key)}>
                  change the list
                </button>
              )}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <Row label="What it is" columns={columns} show={({ classing }) => classing.name} />
        <Row label="Needs held" columns={columns} show={({ held, asked: all }) => <b className="mono">{`${held} of ${all}`}</b>} />
        <Row label="Price" columns={columns} show={(column) => <Price column={column} />} />
        <Row label="Mass" columns={columns} show={({ massG }) => <span className="mono">{grams(massG)}</span>} />
        <Row
          label="Thickness"
          columns={columns}
          show={({ key, thicknessMm }) => (
            <span className="mono">{thicknessMm === null ? showPacked(packed.get(key)) : mm(thicknessMm)}</span>
          )}
        />
        {needs.map((need) => (
          <Row
            key={need}
            label={NEEDS[need].label}
            letter={rungOf(need)}
            columns={columns}
            show={({ coverage }) => <State need={coverage.needs.find((entry) => entry.need === need)} />}
          />
        ))}
        <Row label="Missing" columns={columns} show={({ coverage }) => missing(coverage.needs)} />
      </tbody>
    </table>
  );
}

function showPacked(packed: Packed | undefined): string {
  switch (packed?.kind) {
    case undefined:
      return 'not packed yet';
    case 'packed':
      return mm(packed.thicknessMm);
    case 'leftOut':
      return `${packed.count} do not go in`;
    case 'tooMany':
      return `over ${packed.most} things`;
  }
}

interface RowProps {
  label: string;
  letter?: string;
  columns: readonly Column[];
  show: (column: Column) => React.ReactNode;
}

function Row({ label, letter, columns, show }: RowProps) {
  return (
    <tr>
      <th scope="row">
        {letter !== undefined && <span className={parts.compareLetter}>{letter}</span>}
        {label}
      </th>
      {columns.map((column) => (
        <td key={column.key}>{show(column)}</td>
      ))}
    </tr>
  );
}

function State({ need }: { need: NeedCoverage | undefined }) {
  if (need === undefined) return null;
  return (
    <span className={css.sideState}>
      <span className={clsx(kitCss.needMark, `fill-${need.state}`)} aria-hidden="true" />
      <span className="mono">
        {need.have} of {need.least > 0 ? need.least : need.ideal}
      </span>
      <span className={clsx('state-word', `state-${need.state}`)}>{STATE_WORDS[need.state]}</span>
    </span>
  );
}

const missing = (needs: readonly NeedCoverage[]): string => {
  const gaps: { need: NeedId; missing: number }[] = needs
    .filter(({ state }) => state === 'gap')
    .map(({ need, have, least }) => ({ need, missing: least - have }));
  return gaps.length === 0 ? 'nothing that is asked for' : showLacking(gaps);
};

/** A ready-made price with its terms: against the parts, and against the list price. */
function Price({ column: { list, costMinor } }: { column: Column }) {
  const { catalog } = useKit();
  const check = list === null ? null : priceCheck(list, catalog);
  return (
    <>
      <span className="mono">{price(costMinor)}</span>
      {check === null || check.surchargeMinor === null ? (
        <span className="small muted"> usual prices of the parts</span>
      ) : (
        <span className={clsx(css.priceTerms, 'small muted')}>
          parts {price(check.partsMinor)}: {price(Math.abs(check.surchargeMinor))} {check.surchargeMinor >= 0 ? 'more' : 'less'},{' '}
          {Math.abs(check.surchargePercent ?? 0)} % {check.surchargeMinor >= 0 ? 'over' : 'under'} them
          {check.discountMinor !== null && `; ${price(check.discountMinor)} off the list price, ${check.discountPercent ?? 0} % of it`}
        </span>
      )}
    </>
  );
}

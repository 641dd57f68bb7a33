import { FAMILY_FACTS } from '@ivrak/core/catalog';
import { type Family, NEEDS, type NeedId, RUNG_NAMES, rungOf, type School } from '@ivrak/core/model';
import { kindName } from '../data/catalog.ts';
import parts from '../ui/parts.module.css';
import type { Graded } from './editSchool.ts';
import css from './schools.module.css';

/** A school's lines with a reason for each, to be read. */
export function SchoolLines({ school }: { school: School }) {
  const own = school.order.filter((need) => school.why[need] !== undefined);
  const rest = school.order.filter((need) => school.why[need] === undefined); // keyed by need ids
  return (
    <>
      <h3>Order of purchase</h3>
      <ol className={css.orderList}>
        {own.map((need) => (
          <li key={need}>
            <span className={parts.compareLetter} title={RUNG_NAMES[rungOf(need)]}>
              {rungOf(need)}
            </span>
            <b>{NEEDS[need].one}</b>
            <span className="muted">{school.why[need]}</span>
          </li>
        ))}
      </ol>
      <p className="small muted">Then, in MARCH order: {rest.map((need) => NEEDS[need].label).join(', ')}.</p>
      <h3>What counts otherwise than usual</h3>
      <SchoolGrades school={school} />
      <h3>Quantities of its own</h3>
      <SchoolQuantities school={school} />
    </>
  );
}

function SchoolGrades({ school }: { school: School }) {
  const grades = gradeLines(school);
  return grades.length === 0 ? (
    <p className="muted">Every kind counts as it is marked in the catalogue.</p>
  ) : (
    <table className={parts.compareTable}>
      <thead>
        <tr>
          <th scope="col">Kind</th>
          <th scope="col">For</th>
          <th scope="col">Counts as</th>
          <th scope="col">Why</th>
        </tr>
      </thead>
      <tbody>
        {grades.map(({ graded, name, need, grade, why }) => (
          <tr key={`${graded.of}-${graded.id}-${need}`}>
            <th scope="row">{name}</th>
            <td>{NEEDS[need].label}</td>
            <td>{grade ?? 'nothing'}</td>
            <td className="muted">{why}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function SchoolQuantities({ school }: { school: School }) {
  const quantities = Object.entries(school.quantities) as [NeedId, NonNullable<School['quantities'][NeedId]>][];
  return quantities.length === 0 ? (
    <p className="muted">As the brief derives them.</p>
  ) : (
    <ul className={css.orderList}>
      {quantities.map(([need, { least, ideal, reason }]) => (
        <li key={need}>
          <b>{NEEDS[need].label}</b>
          <span className="mono">{least === ideal ? least : `${least}–${ideal}`}</span>
          <span className="muted">{reason}</span>
        </li>
      ))}
    </ul>
  );
}

export interface GradeLine {
  graded: Graded;
  name: string;
  need: NeedId;
  grade: School['exceptions'][string][NeedId];
  why: string;
}

/** What a school grades otherwise than usual: families first, then single kinds. */
export const gradeLines = (school: School): GradeLine[] => [
  ...linesOf(school, 'grades', (family) => FAMILY_FACTS[family as Family].name),
  ...linesOf(school, 'exceptions', kindName),
];

const linesOf = (school: School, of: Graded['of'], nameOf: (id: string) => string): GradeLine[] =>
  Object.entries(school[of]).flatMap(([id, grades]) =>
    (Object.entries(grades ?? {}) as [NeedId, GradeLine['grade']][]).map(([need, grade]) => ({
      graded: { of, id },
      name: nameOf(id),
      need,
      grade,
      why: school.gradeWhy[id] ?? '',
    })),
  );

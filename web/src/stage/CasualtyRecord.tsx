import { ALERTNESS_NAMES, LIMB_NAMES, LIMBS } from '@ivrak/core/incident';
import { RUNG_NAMES } from '@ivrak/core/model';
import { useKit } from '../kit/KitContext.tsx';
import { CAUTION } from '../ui/caution.ts';
import { HeadRow } from './HeadRow.tsx';
import papers from './papers.module.css';

const LETTERS = ['M', 'A', 'R', 'C', 'H'] as const;
const VITALS = ['time', 'awake', 'breaths a min', 'pulse a min', 'oxygen %', 'blood pressure', 'pupils left, right', '°C'] as const;
const READINGS = 6;

/** A blank record by hand, for when the phone is dead, wet or lent: times, what was done, a table of vitals. It asks for no name. */
export function CasualtyRecord() {
  const { draft } = useKit();
  return (
    <article className={papers.record}>
      <header>
        <h2>Casualty record</h2>
        <Blanks labels={['Casualty number', 'Where', 'Day and time', 'Help called at']} />
      </header>
      <p>
        <b>What happened</b>
      </p>
      <Lines count={2} />
      <table>
        <thead>
          <tr>
            <th scope="col">Found and done</th>
            <th scope="col" className={papers.isWide} />
            <th scope="col">at</th>
          </tr>
        </thead>
        <tbody>
          {LETTERS.map((rung) => (
            <tr key={rung}>
              <th scope="row">
                <b>{rung}</b> {RUNG_NAMES[rung]}
              </th>
              <td />
              <td />
            </tr>
          ))}
        </tbody>
      </table>
      <p className={papers.boxes}>
        <b>Tourniquet</b>
        {LIMBS.map((limb) => (
          <span key={limb}>
            <i /> {LIMB_NAMES[limb]}
          </span>
        ))}
        <span>
          on at <u /> off at <u />
        </span>
      </p>
      <table className={papers.isVitals}>
        <caption>Vitals; awake: {Object.values(ALERTNESS_NAMES).join(', ')}</caption>
        <HeadRow names={VITALS} />
        <tbody>
          {Array.from({ length: READINGS }, (_, row) => row).map((row) => (
            <tr key={row}>
              {VITALS.map((name) => (
                <td key={name} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Blanks
        labels={['Passed out at', 'Vomited at', 'Moved at', 'Drank at', 'Medicine of their own, what and when', 'Handed over to, at']}
      />
      <footer>
        <p>
          {draft.name}. No name and no date of birth on this sheet: say them by mouth. {CAUTION}
        </p>
      </footer>
    </article>
  );
}

const Blanks = ({ labels }: { labels: readonly string[] }) => (
  <dl className={papers.blanks}>
    {labels.map((label) => (
      <div key={label}>
        <dt>{label}</dt>
        <dd />
      </div>
    ))}
  </dl>
);

const Lines = ({ count }: { count: number }) =>
  Array.from({ length: count }, (_, index) => index).map((line) => <div key={line} className={papers.line} />);

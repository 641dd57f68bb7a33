import { showDate } from '@ivrak/core/model';
import { type MedicineLine, medicineKey } from '@ivrak/core/staging';
import { useKit } from '../kit/KitContext.tsx';
import { HeadRow } from './HeadRow.tsx';
import papers from './papers.module.css';

const COLUMNS = ['What it is', 'For', 'Not for', 'Looks like', 'Good through'] as const;

/** What lies loose in a tin, so that whoever opens it knows each tablet: as on the label it came from, and no dose of ours. */
export function MedicinesKey() {
  const { draft, catalog, today } = useKit();
  const lines = medicineKey(draft.units, catalog);
  return (
    <article className={papers.medicines}>
      <header>
        <h2>Medicines in {draft.name}</h2>
        <p>{showDate(today)}</p>
      </header>
      {lines.length === 0 ? (
        <p>No medicine lies in this kit.</p>
      ) : (
        <table>
          <HeadRow names={COLUMNS} />
          <tbody>
            {lines.map((line) => (
              <MedicineRow key={line.unitId} line={line} />
            ))}
          </tbody>
        </table>
      )}
      <footer>
        <p>
          No dose stands here: that is on the original packet and with the person who prescribed it. What is prescribed is for one person.
          “Looks like” is filled in by hand: colour, shape, what is stamped on it.
        </p>
      </footer>
    </article>
  );
}

function MedicineRow({ line }: { line: MedicineLine }) {
  return (
    <tr>
      <th scope="row">
        <b>{line.name}</b>
        <br />
        {line.substance === '' ? 'substance not named yet' : line.substance}
        {line.whose !== '' && (
          <>
            <br />
            <b>only for {line.whose}</b>
          </>
        )}
      </th>
      <td>{line.forWhat}</td>
      <td>{line.notFor}</td>
      <td className={papers.isByHand} />
      <td className={papers.isDate}>
        {line.expiresOn === null ? 'date not known' : showDate(line.expiresOn)}
        {line.lot !== '' && (
          <>
            <br />
            lot {line.lot}
          </>
        )}
        <br />
        {line.left} {line.pieceName}
        {line.left === 1 ? '' : 's'}
        {line.keeps !== '' && (
          <>
            <br />
            keep {line.keeps}
          </>
        )}
      </td>
    </tr>
  );
}

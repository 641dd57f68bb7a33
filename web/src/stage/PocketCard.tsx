import type { KitClassing } from '@ivrak/core/coverage';
import { classifyKit } from '@ivrak/core/coverage';
import type { FitResult } from '@ivrak/core/fit';
import type { Container, PlainDate } from '@ivrak/core/model';
import { RUNG_NAMES, RUNGS, type Rung, showDate, skillsOn, type Unit } from '@ivrak/core/model';
import { packOrder } from '@ivrak/core/staging';
import { containerOf } from '../data/catalog.ts';
import { useKit } from '../kit/KitContext.tsx';
import { Code } from '../ui/Code.tsx';
import { CAUTION } from '../ui/caution.ts';
import papers from './papers.module.css';

/** What the kit is in words, and the first date that comes. */
export function useFacts() {
  const { draft, catalog, school, today, beside } = useKit();
  const problem = {
    school,
    skills: skillsOn(draft.brief, today),
    isChecked: draft.brief.securityChecks,
    on: today,
    kits: [{ id: 'kit', units: draft.units }, ...beside],
  };
  const dated = draft.units.flatMap(({ expiresOn }) => (expiresOn === null ? [] : [expiresOn])).sort();
  const [first] = dated;
  return {
    classing: classifyKit(problem, draft.layer, catalog),
    nextLapse: first === undefined ? 'nothing in it is dated' : first < today ? `lapsed, last good ${showDate(first)}` : showDate(first),
  };
}

/** So many fit on one side of a card beside the cautions. */
const MOST_DATES = 8;

/** Contents by rung with where each thing lies, on a card that is folded once. */
export function PocketCard({ result }: { result: FitResult }) {
  const { draft } = useKit();
  const container = containerOf(draft.containerId);
  const { classing, nextLapse } = useFacts();
  if (container === undefined) return null;
  const dates = draft.units.flatMap((unit) => (unit.expiresOn === null ? [] : [{ ...unit, expiresOn: unit.expiresOn }]));
  dates.sort((a, b) => (a.expiresOn < b.expiresOn ? -1 : 1));
  return (
    <>
      <CardFront dates={dates} classing={classing} nextLapse={nextLapse} />
      <CardBack container={container} result={result} />
    </>
  );
}

interface CardFrontProps {
  dates: readonly (Unit & { expiresOn: PlainDate })[];
  classing: KitClassing;
  nextLapse: string;
}

function CardFront({ dates, classing, nextLapse }: CardFrontProps) {
  const { catalog, draft, kit, today } = useKit();
  const cautions = [...new Set(draft.units.flatMap(({ kind }) => catalog.get(kind)?.caution ?? []))].slice(0, 3);
  return (
    <article className={papers.pocketCard}>
      <section>
        <h3>Before you use it</h3>
        {cautions.map((caution) => (
          <p key={caution}>{caution}</p>
        ))}
        <p>{CAUTION}</p>
        {dates.length > 0 && <h3>Dates, the first one first</h3>}
        <ul>
          {dates.slice(0, MOST_DATES).map(({ id, kind, expiresOn }) => (
            <li key={id}>
              <b>{showDate(expiresOn)}</b> {catalog.get(kind)?.name}
            </li>
          ))}
        </ul>
        {draft.stage.hangsAt !== '' && (
          <p>
            <b>Hangs:</b> {draft.stage.hangsAt}
          </p>
        )}
      </section>
      <section>
        <h2>{draft.name}</h2>
        <p>{classing.name}</p>
        <p>
          <b>Next date:</b> {nextLapse}
        </p>
        <Code symbol="qr" text={useAddress(kit.id)} alt="QR code that opens logging a use of this kit" sizeMm={34} />
        <p className="small">Scan to log a use. Printed {showDate(today)}.</p>
      </section>
    </article>
  );
}

function CardBack({ container, result }: { container: Container; result: FitResult }) {
  const { catalog, draft } = useKit();
  const where = new Map(packOrder(container, result).map((step) => [step.id, step.where]));
  const shortOf = (unitId: string) => where.get(unitId)?.split(', ').slice(0, 2).join(', ') ?? '';
  const byRung = (rung: Rung) => draft.units.filter(({ kind }) => catalog.get(kind)?.rung === rung);
  const filled = RUNGS.filter((rung) => byRung(rung).length > 0);
  const half = splitByLines(filled, (rung) => 1 + byRung(rung).length);
  return (
    <article className={papers.pocketCard}>
      {half.map((rungs) => (
        <section key={rungs.join()}>
          {rungs.map((rung) => (
            <div key={rung}>
              <h3>
                {rung} <span>{RUNG_NAMES[rung]}</span>
              </h3>
              <ul>
                {byRung(rung).map((unit) => (
                  <li key={unit.id}>
                    <b>
                      {unit.count > 1 ? `${unit.count} × ` : ''}
                      {catalog.get(unit.kind)?.name}
                    </b>{' '}
                    {shortOf(unit.id)}
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      ))}
    </article>
  );
}

/** Two columns of about the same number of lines, in order. */
export function splitByLines<T>(list: readonly T[], linesOf: (entry: T) => number): [T[], T[]] {
  const total = list.reduce((sum, entry) => sum + linesOf(entry), 0);
  let lines = 0;
  const at = list.findIndex((entry) => {
    lines += linesOf(entry);
    return lines >= total / 2;
  });
  return [list.slice(0, at + 1), list.slice(at + 1)];
}

export const useAddress = (kitId: string): string => `${window.location.origin}/use/${kitId}`;

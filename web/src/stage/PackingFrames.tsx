import type { FitResult } from '@ivrak/core/fit';
import { showDate } from '@ivrak/core/model';
import { packingSteps } from '@ivrak/core/staging';
import { containerOf } from '../data/catalog.ts';
import { mm, told } from '../drawing/figures.ts';
import { PAD, roomDrawings } from '../fit/frames.ts';
import { nameOf } from '../fit/itemNames.ts';
import { RoomSoFar } from '../fit/Steps.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { CAUTION } from '../ui/caution.ts';
import css from './frames.module.css';

/** What a page of A5 leaves within its margins, mm. */
const PAGE = { w: 132, h: 176 };
const PAGES = 2;
const GAP_MM = 3;
/** A name and where it goes, in lines that may wrap, mm. */
const WORDS_MM = 19;
const MOST_COLUMNS = 6;
const PX_PER_MM = 96 / 25.4;

/** The fewest pictures beside each other with which all of them go on two pages; the larger they are, the better. */
function columnsFor(count: number, shape: number): number {
  const rows = (columns: number) => Math.ceil(Math.ceil(count / PAGES) / columns);
  const high = (columns: number) => ((PAGE.w - (columns - 1) * GAP_MM) / columns) * shape + WORDS_MM;
  for (let columns = 2; columns < MOST_COLUMNS; columns += 1) if (rows(columns) * high(columns) <= PAGE.h) return columns;
  return MOST_COLUMNS;
}

/** The packing as numbered pictures: in each the compartment of the thing that goes in, with what is in it already. */
export function PackingFrames({ result }: { result: FitResult }) {
  const { draft, today } = useKit();
  const container = containerOf(draft.containerId);
  if (container === undefined) return null;
  const rooms = roomDrawings(container, result);
  const steps = packingSteps(container, result);
  const [wide, high] = [Math.max(...rooms.map(({ w }) => w)), Math.max(...rooms.map(({ h }) => h))];
  const columns = columnsFor(steps.length, Math.min(1.2, high / wide));
  const cell = ((PAGE.w - (columns - 1) * GAP_MM) / columns) * PX_PER_MM - 2 * PAD;
  const scale = Math.min(cell / wide, (1.2 * cell) / high);
  const name = nameOf(draft);
  return (
    <article className={css.frames}>
      <h2>{draft.name}, step by step</h2>
      <ol style={{ gridTemplateColumns: `repeat(${columns}, 1fr)` }}>
        {steps.map((step, index) => {
          const room = rooms.find(({ id }) => id === step.compartment);
          return (
            <li key={step.id}>
              <p>
                <b>
                  {step.number}. {name(step.id)}
                </b>
              </p>
              {room !== undefined && (
                <RoomSoFar room={room} isNamed={rooms.length > 1} scale={scale} steps={steps.slice(0, index + 1)} nameOf={name} isStill />
              )}
              <p>
                {told(step.where)}
                {step.folded ? ', folded once' : ''}; {mm(step.thicknessMm + container.wallMm)} so far
              </p>
            </li>
          );
        })}
      </ol>
      <footer>
        <p>
          Printed {showDate(today)}. {CAUTION}
        </p>
      </footer>
    </article>
  );
}

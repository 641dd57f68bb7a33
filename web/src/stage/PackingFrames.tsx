import type { FitResult } from '@ivrak/core/fit';
import { showDate } from '@ivrak/core/model';
import { packingSteps } from '@ivrak/core/staging';
import { containerOf } from '../data/catalog.ts';
import { mm, told } from '../drawing/figures.ts';
import { roomDrawings } from '../fit/frames.ts';
import { nameOf } from '../fit/itemNames.ts';
import { RoomSoFar } from '../fit/Steps.tsx';
import { useKit } from '../kit/KitContext.tsx';
import { CAUTION } from '../ui/caution.ts';
import css from './frames.module.css';

/** The drawing of a frame is no larger than this, px. */
const WIDE = 205;
const HIGH = 190;

/** The packing as numbered pictures: in each the compartment of the thing that goes in, with what is in it already. */
export function PackingFrames({ result }: { result: FitResult }) {
  const { draft, today } = useKit();
  const container = containerOf(draft.containerId);
  if (container === undefined) return null;
  const rooms = roomDrawings(container, result);
  const scale = Math.min(WIDE / Math.max(...rooms.map(({ w }) => w)), HIGH / Math.max(...rooms.map(({ h }) => h)));
  const steps = packingSteps(container, result);
  const name = nameOf(draft);
  return (
    <article className={css.frames}>
      <h2>{draft.name}, step by step</h2>
      <ol>
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
